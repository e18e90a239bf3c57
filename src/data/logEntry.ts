import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import {
  appendEvent,
  Refusal,
  type EventOf,
  type FieldProblem,
  type LogEvent,
  type PlainEvent,
  type PlainKind,
} from '@/core';
import type { JudgingContext, Judgement, Unfit } from '@/core/advice';
import { cacheLast } from '@/core/cache';
import type { ShelfRecord } from '@/core/log/shelf';
import { loadFormats, loadAdvice } from './boundary';
import type { Climate } from './climate';
import { nowMs } from './clock';
import { afterPaint } from './slices';
import { useData, type Data } from './DataProvider';
import { newId } from './id';
import { askToKeep } from './keeping';
import { fetchJob } from './jobs';
import type { OpenJob } from './openJob';
import { jobLog, SHOP_LOG, type Forecast, type HeadRecord, type RoomLog, type ShopRecord } from './records';
import { FORECAST, HEATS, jobKey, ROOM_LOG, SHELF, SHOP } from './queryKeys';
import { strikeOf } from './shelfStrike';
import { retryOnConflict, APPENDS } from './retryOnConflict';
import { airSource, judgingContext } from './status';

/** Why an event was not logged. */
export class NotLogged extends Refusal {
  constructor(readonly problems: FieldProblem[]) {
    super(problems[0]?.message ?? 'That cannot be logged');
    this.name = 'NotLogged';
  }
}

/** The rules say stop, and nobody has said why to go on all the same. Nothing was logged. */
export class NeedsReason extends Refusal {
  constructor(readonly judgement: Judgement) {
    super('Say why in a few words; it is kept with the entry');
    this.name = 'NeedsReason';
  }
}

type Written = 'id' | 'writtenMs' | 'atMs';
/** Each of a union by itself: what only one of them has is kept. */
type WithoutWritten<E> = E extends unknown ? Omit<E, Written> : never;
/** An entry as somebody makes it: what it is, where, and when if not just now. */
export type EntryOf<K extends PlainKind> = WithoutWritten<EventOf<K>> & { atMs?: number };
export type Entry = { [K in PlainKind]: EntryOf<K> }[PlainKind];

/** What can be done to a log. `shelf`: what goes with it in the shop's log, already checked; both are kept, or neither. */
export type LogCommand = { shelf?: readonly ShelfRecord[] } & (
  | { log: Entry }
  /** Strikes an entry out; a strike that is struck out in its turn brings the entry back. */
  | { strike: string; reason?: string }
  /** Puts an entry in the place of another. */
  | { correct: string; by: Entry }
);

export interface Logged {
  event: LogEvent;
  /** Later entries that no longer fit what they were laid on. */
  unfit: readonly Unfit[];
  /** Takes it back. */
  undo(): Promise<Logged>;
}

function eventFor(command: LogCommand, now: number): unknown {
  const id = newId(now);
  const common = { id, writtenMs: now, atMs: now };
  if ('log' in command) return { ...common, ...command.log };
  if ('strike' in command) {
    const { strike: targetId, reason } = command;
    return { ...common, kind: 'voided', zoneIds: [], targetId, ...(reason !== undefined && { reason }) };
  }
  return {
    ...common,
    kind: 'replaced',
    zoneIds: [],
    targetId: command.correct,
    by: { atMs: now, ...command.by, id, writtenMs: now },
  };
}

/** What judging on a job needs, at this moment; undefined while something of it is not there. */
function benchNow(client: QueryClient, open: OpenJob): JudgingContext | undefined {
  const shop = client.getQueryData<ShopRecord>(SHOP);
  const log = client.getQueryData<RoomLog>(ROOM_LOG);
  const heats = client.getQueryData<Climate['heats']>(HEATS);
  if (!shop || !log || !heats) return undefined;
  const forecast = client.getQueryData<Forecast | null>(FORECAST) ?? null;
  return judgingContext(open, airSource(client, { ...log, forecast, heats }, shop.settings), shop.settings);
}

/** Judges an entry as it stands, with clocks and air of its own time. */
async function judge(client: QueryClient, open: OpenJob, e: PlainEvent): Promise<Judgement | undefined> {
  const { judgeEntry } = await loadAdvice();
  const bench = benchNow(client, open);
  return (
    bench &&
    judgeEntry(bench, {
      kind: e.kind,
      atMs: e.atMs,
      zoneIds: e.zoneIds,
      payload: e as unknown as Record<string, unknown>,
    })
  );
}

/** Which later entries an entry of the past, a correction or a strike leaves without ground. */
async function unfitAfter(client: QueryClient, open: OpenJob, event: LogEvent): Promise<readonly Unfit[]> {
  const { noLongerFits } = await loadAdvice();
  const bench = benchNow(client, open);
  return bench ? noLongerFits(bench, event) : [];
}

async function run(client: QueryClient, data: Data, jobId: string, command: LogCommand): Promise<Logged> {
  const { repo, writes, setTrouble, tellOthers } = data;
  const key = jobKey(jobId);
  const now = nowMs();
  const { checkEvent, parseEvent } = await loadFormats();
  const parsed = parseEvent(eventFor(command, now));
  if (!parsed.ok) throw new NotLogged(parsed.error);
  const event = parsed.value;
  const reread = () => client.fetchQuery({ queryKey: key, queryFn: () => fetchJob(data, client, jobId), staleTime: 0 });
  const attempt = async () => {
    const open = client.getQueryData<OpenJob | null>(key) ?? (await reread());
    if (!open) throw new NotLogged([{ path: '', message: 'That job is not here any more' }]);
    const checked = checkEvent(event, { job: open.job, state: open.state, products: open.products, nowMs: now });
    if (!checked.ok) throw new NotLogged(checked.error);
    if (event.kind !== 'voided' && event.kind !== 'replaced' && event.against === undefined) {
      const judgement = await judge(client, open, event);
      if (judgement?.worst?.verdict.level === 'stop') throw new NeedsReason(judgement);
    }
    const grown = cacheLast((o: OpenJob): OpenJob => ({ ...o, state: appendEvent(o.state, event, o.products) }));
    await writes.commit<OpenJob | null, HeadRecord>({
      key,
      // Shown at once, and marked as being saved; if it cannot be saved, it is taken back.
      patch: (o) => o && { ...grown(o), saving: event.id },
      write: async () => {
        // The tap is answered first; storage then has the thread to itself.
        await afterPaint();
        return repo.append(jobId, writes.stored<OpenJob>(key)?.seq ?? open.seq, [event], command.shelf);
      },
      settle: (o, head) => o && { ...grown(o), seq: head.seq, no: head.no },
    });
    return open;
  };
  const before = await retryOnConflict(data, attempt, reread);
  tellOthers(jobLog(jobId));
  // It is told, and stops nothing: what was done was done.
  const unfit = await unfitAfter(client, before, event);
  if (command.shelf?.length) {
    await client.invalidateQueries({ queryKey: SHELF });
    tellOthers(SHOP_LOG);
  }
  setTrouble(null);
  if (data.mode === 'own') askToKeep();
  const undo = () =>
    run(client, data, jobId, {
      strike: event.id,
      ...(command.shelf && { shelf: command.shelf.map((r) => strikeOf(r.id, nowMs())) }),
    });
  return { event, unfit, undo };
}

/**
 * The one way into a job's log, for the sheet, the cup, the map and repairs alike. A command is checked against the newest state, judged at the
 * entry's own time and at the moment of saving (where the rules say stop it asks for a reason: {@link NeedsReason}), shown as being saved,
 * written, and gives back its undo. A write on a state that another tab has moved on from is tried again on the new one.
 */
export function useLogCommand(jobId: string | undefined) {
  const data = useData();
  const client = useQueryClient();
  return useMutation<Logged, Error, LogCommand>({
    scope: APPENDS,
    mutationFn: async (command) => {
      if (!jobId) throw new NotLogged([{ path: '', message: 'Pick a job first' }]);
      return run(client, data, jobId, command);
    },
  });
}

/** Agreeing to leave a fault as it is, or to do it later, and taking it up again. */
export function useFaultAgreement(jobId: string) {
  const { mutateAsync } = useLogCommand(jobId);
  return {
    leave: (zoneId: string, faultId: string, byMs: number | undefined) =>
      mutateAsync({
        log: { kind: 'left', zoneIds: [zoneId], faultIds: [faultId], ...(byMs !== undefined && { byMs }) },
      }),
    takeUp: (eventId: string) => mutateAsync({ strike: eventId }),
  };
}
