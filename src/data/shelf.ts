import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Refusal, type Message, type ProductLookup } from '@/core';
import type { PlainShelfRecord, ShelfRecord } from '@/core/log/shelf';
import { cupUsesOf, type CupUse } from '@/core/stock/books';
import { checkRecord, remarksOn } from '@/core/stock/check';
import { appendToShelf, foldShelf, type Shelf } from '@/core/stock/shelf';
import { loadFormats } from './boundary';
import { nowMs } from './clock';
import { useData, type Data } from './DataProvider';
import { newId } from './id';
import { openJobs, useJobs } from './jobs';
import { askToKeep } from './keeping';
import { libraryOf } from './library';
import { SHELF, SHOP } from './queryKeys';
import { SHOP_LOG, type ShopRecord } from './records';
import { strikeOf } from './shelfStrike';
import { retryOnConflict, APPENDS } from './retryOnConflict';
import type { OpenJob } from './openJob';

/** The shelf at hand: its log folded, and how far it is read. Loaded by the pages of stock only. */
export interface OpenShelf {
  shelf: Shelf;
  seq: number;
  unreadable: readonly string[];
}

/** More records at once than these are folded with all others. */
const AT_ONCE = 50;

async function fetchShelf({ repo, writes }: Data): Promise<OpenShelf> {
  const known = writes.stored<OpenShelf>(SHELF);
  let loaded = await repo.shelf(known?.seq);
  // A log that is shorter than it was is another log: a whole shop was put in.
  const had = known && loaded.seq >= known.seq ? known : undefined;
  if (known && !had) loaded = await repo.shelf();
  const { records, seq } = loaded;
  const shelf =
    had && records.length < AT_ONCE
      ? records.reduce(appendToShelf, had.shelf)
      : foldShelf([...(had?.shelf.records ?? []), ...records]);
  return writes.fetched(SHELF, { shelf, seq, unreadable: [...(had?.unreadable ?? []), ...loaded.unreadable] });
}

/** What is on the shelf. */
export function useShelf(): OpenShelf | undefined {
  const data = useData();
  return useQuery({ queryKey: SHELF, queryFn: () => fetchShelf(data) }).data;
}

/** What all jobs took out of cups; the same list as long as no log has changed. */
export function useCupUses(): readonly CupUse[] {
  const { jobs } = useJobs();
  return useMemo(() => jobs.flatMap(usesOf), [jobs]);
}
const known = new WeakMap<OpenJob['state'], CupUse[]>();
function usesOf({ job, state }: OpenJob): CupUse[] {
  let uses = known.get(state);
  if (!uses) known.set(state, (uses = cupUsesOf(job.id, state)));
  return uses;
}

type Written = 'id' | 'writtenMs' | 'atMs';
type WithoutWritten<R> = R extends unknown ? Omit<R, Written> : never;
/** A record as somebody makes it: what happened, and when if not just now. */
export type ShelfEntry = WithoutWritten<PlainShelfRecord> & { atMs?: number };

export type ShelfCommand =
  { log: readonly ShelfEntry[] } | { strike: readonly string[] } | { correct: string; by: ShelfEntry };

export interface ShelfLogged {
  records: readonly ShelfRecord[];
  /** What is worth saying of them. */
  remarks: readonly Message[];
  undo(): Promise<ShelfLogged>;
}

/** Records for entries, of this moment. */
export function recordsOf(entries: readonly ShelfEntry[], now: number): ShelfRecord[] {
  return entries.map((e) => ({ atMs: now, ...e, id: newId(now), writtenMs: now }) as ShelfRecord);
}

function recordsFor(command: ShelfCommand, now: number): ShelfRecord[] {
  if ('log' in command) return recordsOf(command.log, now);
  if ('strike' in command) return command.strike.map((id) => strikeOf(id, now));
  const [by] = recordsOf([command.by], now);
  return [
    { id: newId(now), kind: 'replaced', targetId: command.correct, atMs: now, writtenMs: now, by } as ShelfRecord,
  ];
}

/**
 * Checks records one after the other, each on what the ones before it make of the shelf.
 * @returns what is worth saying of them; throws a {@link Refusal} with the reason where one cannot be
 */
async function checkRecords(
  records: readonly ShelfRecord[],
  shelf: Shelf,
  uses: readonly CupUse[],
  products: ProductLookup,
  currency: string,
): Promise<Message[]> {
  const { parseShelfRecord } = await loadFormats();
  const remarks: Message[] = [];
  const usedMl = (id: string) => uses.reduce((s, u) => s + (u.batchId === id ? u.usedMl : 0), 0);
  let grown = shelf;
  for (const r of records) {
    const parsed = parseShelfRecord(r);
    if (!parsed.ok) throw new Refusal(parsed.error[0]?.message ?? 'That cannot be kept');
    const checked = checkRecord(r, { shelf: grown, products, nowMs: nowMs(), usedMl });
    if (!checked.ok) throw new Refusal(checked.error[0]?.message ?? 'That cannot be kept');
    if (r.kind !== 'voided' && r.kind !== 'replaced')
      remarks.push(...remarksOn(r, { shelf: grown, products }, currency));
    grown = appendToShelf(grown, r);
  }
  return remarks;
}

export const rereadShelf = (client: QueryClient, data: Data): Promise<OpenShelf> =>
  client.fetchQuery({ queryKey: SHELF, queryFn: () => fetchShelf(data), staleTime: 0 });

/** Records that may be written, on the shelf that they were checked on. */
export interface ShelfWriting {
  /** The state of the shop's log that they were checked on. */
  seq: number;
  records: readonly ShelfRecord[];
  /** What is worth saying of them. */
  remarks: readonly Message[];
  /** Shows them, once they are written. */
  kept(): void;
}

/** Checks records on the newest shelf that is known. What the very entry that they go with takes out of a cup is known once that is logged. */
export async function checkOnShelf(
  client: QueryClient,
  data: Data,
  records: readonly ShelfRecord[],
): Promise<ShelfWriting> {
  const { writes } = data;
  const open = client.getQueryData<OpenShelf>(SHELF) ?? (await rereadShelf(client, data));
  const shop = client.getQueryData<ShopRecord>(SHOP);
  const { lookup } = libraryOf(shop?.products ?? []);
  const uses = openJobs(client, shop?.jobIds ?? []).flatMap(usesOf);
  const remarks = await checkRecords(records, open.shelf, uses, lookup, shop?.settings.currency ?? '');
  return {
    seq: writes.stored<OpenShelf>(SHELF)?.seq ?? open.seq,
    records,
    remarks,
    kept: () =>
      writes.update<OpenShelf>(SHELF, (o) => ({
        ...o,
        shelf: records.reduce(appendToShelf, o.shelf),
        seq: o.seq + records.length,
      })),
  };
}

async function run(client: QueryClient, data: Data, command: ShelfCommand): Promise<ShelfLogged> {
  const { repo, writes, setTrouble, tellOthers } = data;
  const records = recordsFor(command, nowMs());
  const attempt = async () => {
    const { seq, remarks } = await checkOnShelf(client, data, records);
    const grown = (o: OpenShelf): OpenShelf => ({ ...o, shelf: records.reduce(appendToShelf, o.shelf) });
    await writes.commit<OpenShelf, number>({
      key: SHELF,
      patch: grown,
      write: () => repo.appendShelf(seq, records),
      settle: (o, seq) => ({ ...grown(o), seq }),
    });
    return remarks;
  };
  const remarks = await retryOnConflict(data, attempt, () => rereadShelf(client, data));
  tellOthers(SHOP_LOG);
  setTrouble(null);
  if (data.mode === 'own') askToKeep();
  return { records, remarks, undo: () => run(client, data, { strike: records.map((r) => r.id).reverse() }) };
}

/** The one way into the shop's log by itself; what goes with an entry of a job goes with that, see `LogCommand`. */
export function useShelfCommand() {
  const data = useData();
  const client = useQueryClient();
  return useMutation<ShelfLogged, Error, ShelfCommand>({
    scope: APPENDS,
    mutationFn: (command) => run(client, data, command),
  });
}
