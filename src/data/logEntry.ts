import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import {
  type Forecast,
  appendEvent,
  Refusal,
  type EventOf,
  type FieldProblem,
  type Message,
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
import { jobLog, SHOP_LOG, type HeadRecord, type RoomLog, type ShopRecord } from './records';
import { FORECAST, HEATS, jobKey, ROOM_LOG, SHOP } from './queryKeys';
import type { ShelfEntry } from './shelf';
import { strikeOf } from './shelfStrike';
import { retryOnConflict, APPENDS } from './retryOnConflict';
import { airSource, judgingContext } from './status';

/** What the shop's log is checked with: only for what goes with it. */
const loadShelf = () => import('./shelf');

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

/**
 * What can be done to a job's log. Several entries are made one after the other, each on what the ones before it made of the job.
 * `shelf`: what goes with them in the shop's log; all of it is kept, or nothing.
 */
export type LogCommand = {
  shelf?: readonly ShelfEntry[];
  /** Called once it is checked, judged and shown as being saved: a view may go, and hears of the end by the promise. */
  onShown?: () => void;
} & (
  | { log: Entry | readonly Entry[] }
  /** Strikes entries out; a strike that is struck out in its turn brings the entry back. */
  | { strike: string | readonly string[]; reason?: string }
  /** Puts an entry in the place of another. */
  | { correct: string; by: Entry }
);

export interface Logged {
  /** The last one, where there are several. */
  event: LogEvent;
  /** Later entries that no longer fit what they were laid on. */
  unfit: readonly Unfit[];
  /** What is worth saying of what goes with it on the shelf. */
  remarks: readonly Message[];
  /** Takes all of it back. */
  undo(): Promise<Logged>;
}

/** What is written at once. */
interface Writing {
  events: readonly unknown[];
  records: readonly ShelfRecord[];
  onShown?: () => void;
}

const listOf = <T>(x: T | readonly T[]): readonly T[] => (Array.isArray(x) ? (x as readonly T[]) : [x as T]);

/** Events of a command. Of several each comes a moment after the one before, so that they stay in their order. */
function eventsFor(command: LogCommand, now: number, who: string | undefined): unknown[] {
  const common = (i: number) => ({
    id: newId(now + i),
    writtenMs: now + i,
    atMs: now + i,
    ...(who !== undefined && who !== '' && { who }),
  });
  if ('log' in command) return listOf(command.log).map((entry, i) => ({ ...common(i), ...entry }));
  if ('strike' in command) {
    const { reason } = command;
    const more = { kind: 'voided', zoneIds: [], ...(reason !== undefined && { reason }) };
    return listOf(command.strike).map((targetId, i) => ({ ...common(i), ...more, targetId }));
  }
  const { id, writtenMs, atMs, ...hand } = common(0);
  const by = { atMs, ...command.by, id, writtenMs };
  return [{ id, writtenMs, atMs, ...hand, kind: 'replaced', zoneIds: [], targetId: command.correct, by }];
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

async function write(
  client: QueryClient,
  data: Data,
  jobId: string,
  { events, records, onShown }: Writing,
): Promise<Logged> {
  const { repo, writes, setTrouble, tellOthers } = data;
  const key = jobKey(jobId);
  const [{ checkEvent, parseEvent }, stock] = await Promise.all([
    loadFormats(),
    records.length > 0 ? loadShelf() : undefined,
  ]);
  const made = events.map((e) => {
    const parsed = parseEvent(e);
    if (!parsed.ok) throw new NotLogged(parsed.error);
    return parsed.value;
  });
  const last = made[made.length - 1];
  if (!last) throw new NotLogged([{ path: '', message: 'There is nothing to log' }]);
  const reread = () => client.fetchQuery({ queryKey: key, queryFn: () => fetchJob(data, client, jobId), staleTime: 0 });
  const attempt = async () => {
    const open = client.getQueryData<OpenJob | null>(key) ?? (await reread());
    if (!open) throw new NotLogged([{ path: '', message: 'That job is not here any more' }]);
    let sofar = open;
    for (const event of made) {
      const { job, state, products } = sofar;
      const checked = checkEvent(event, { job, state, products, nowMs: Math.max(nowMs(), event.writtenMs) });
      if (!checked.ok) throw new NotLogged(checked.error);
      if (event.kind !== 'voided' && event.kind !== 'replaced' && event.against === undefined) {
        const judgement = await judge(client, sofar, event);
        if (judgement?.worst?.verdict.level === 'stop') throw new NeedsReason(judgement);
      }
      sofar = { ...sofar, state: appendEvent(state, event, products) };
    }
    const shelf = await stock?.checkOnShelf(client, data, records);
    const grown = cacheLast((o: OpenJob): OpenJob =>
      o === open ? sofar : { ...o, state: made.reduce((s, e) => appendEvent(s, e, o.products), o.state) },
    );
    await writes.commit<OpenJob | null, HeadRecord>({
      key,
      // Shown at once, and marked as being saved; if it cannot be saved, it is taken back.
      patch: (o) => o && { ...grown(o), saving: last.id },
      write: async () => {
        onShown?.();
        // The tap is answered first; storage then has the thread to itself.
        await afterPaint();
        return repo.append(jobId, writes.stored<OpenJob>(key)?.seq ?? open.seq, made, shelf);
      },
      settle: (o, head) => o && { ...grown(o), seq: head.seq, no: head.no },
    });
    shelf?.kept();
    return { open, remarks: shelf?.remarks ?? [] };
  };
  const { open, remarks } = await retryOnConflict(data, attempt, () =>
    Promise.all([reread(), stock?.rereadShelf(client, data)]),
  );
  tellOthers(jobLog(jobId), ...(stock ? [SHOP_LOG] : []));
  setTrouble(null);
  if (data.mode === 'own') askToKeep();
  // It is told, and stops nothing: what was done was done.
  const unfit = (await Promise.all(made.map((event) => unfitAfter(client, open, event)))).flat();
  const undo = () => {
    const now = nowMs();
    const strike = made.map((e) => e.id).reverse();
    const strikes = [...records].reverse().map((r) => strikeOf(r.id, now));
    return write(client, data, jobId, { events: eventsFor({ strike }, now, undefined), records: strikes });
  };
  return { event: last, unfit, remarks, undo };
}

/**
 * The one way into a job's log, and into the shop's with it, for the sheet, the cup, the map and repairs alike. A command is checked against the newest state, judged at the
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
      const now = nowMs();
      const records = command.shelf?.length ? (await loadShelf()).recordsOf(command.shelf, now) : [];
      const shop = client.getQueryData<ShopRecord>(SHOP);
      return write(client, data, jobId, {
        events: eventsFor(command, now, shop?.settings.who),
        records,
        onShown: command.onShown,
      });
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
