import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { appendEvent, type FieldProblem, type LogEvent, Refusal } from '@/core';
import { boundary } from './boundary';
import { afterPaint, nowMs } from './clock';
import { useData } from './DataProvider';
import { newId } from './id';
import { jobKey } from './jobs';
import type { OpenJob } from './openJob';
import { StaleHead } from './repository';
import { StorageProblem } from './storage';

/** Why an event was not logged. */
export class NotLogged extends Refusal {
  constructor(readonly problems: FieldProblem[]) {
    super(problems[0]?.message ?? 'That cannot be logged');
    this.name = 'NotLogged';
  }
}

type Unwritten = Omit<LogEvent, 'id' | 'writtenMs' | 'atMs'> & { id?: string; atMs?: number };

/** How often a write is tried again after another tab was quicker. */
const RETRIES = 3;

async function freshJob(client: QueryClient, jobId: string): Promise<OpenJob> {
  await client.refetchQueries({ queryKey: jobKey(jobId) });
  const open = client.getQueryData<OpenJob>(jobKey(jobId));
  if (!open) throw new NotLogged([{ path: '', message: 'That job is not here any more' }]);
  return open;
}

/** One append after the other, so that each builds on a state that is safe. */
const APPENDS = { id: 'append' } as const;

/**
 * Appends one event: checks it against the newest state, shows it as being saved, and writes it. A write on a state that another
 * tab has moved on from is tried again on the new one.
 */
export function useAppend(jobId: string | undefined) {
  const { repo, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMutation<LogEvent, Error, Unwritten>({
    scope: APPENDS,
    mutationFn: async (draft) => {
      if (!jobId) throw new NotLogged([{ path: '', message: 'Pick a job first' }]);
      const now = nowMs();
      const event = { atMs: now, ...draft, id: draft.id ?? newId(now), writtenMs: now };
      const { checkEvent, parseEvent } = await boundary();
      const parsed = parseEvent(event);
      if (!parsed.ok) throw new NotLogged(parsed.error);
      let open = client.getQueryData<OpenJob>(jobKey(jobId)) ?? (await freshJob(client, jobId));
      for (let attempt = 0; ; attempt++) {
        const checked = checkEvent(parsed.value, {
          job: open.job,
          state: open.state,
          products: open.products,
          nowMs: now,
        });
        if (!checked.ok) throw new NotLogged(checked.error);
        // Shown at once, and marked as being saved; if it cannot be saved, the state from before is shown again.
        const state = appendEvent(open.state, parsed.value, open.products);
        client.setQueryData<OpenJob>(jobKey(jobId), { ...open, state, saving: parsed.value.id });
        try {
          // The tap is answered first; storage then has the thread to itself.
          await afterPaint();
          const seq = await repo.append(jobId, open.seq, [parsed.value]);
          // Another tab may have changed the job meanwhile, and it was read again: that one is kept, with this event in it.
          client.setQueryData<OpenJob>(jobKey(jobId), (now) => {
            const { saving: _, ...settled } = now ?? { ...open, state };
            return {
              ...settled,
              seq: Math.max(settled.seq, seq),
              state: settled.state === state ? state : appendEvent(settled.state, parsed.value, settled.products),
            };
          });
          break;
        } catch (e) {
          client.setQueryData<OpenJob>(jobKey(jobId), open);
          if (!(e instanceof StaleHead) || attempt >= RETRIES) throw e;
          open = await freshJob(client, jobId);
        }
      }
      tellOthers(jobId);
      setTrouble(null);
      return parsed.value;
    },
    onError: (e) => {
      if (e instanceof StorageProblem) setTrouble(e.kind);
    },
  });
}
