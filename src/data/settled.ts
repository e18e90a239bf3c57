import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { ClockBook, type Product } from '@/core';
import type { Settled } from '@/core/cure/settled';
import { isSame } from '@/core/lastWriter';
import { hashText } from '@/core/units/hash';
import type { OpenJob } from './openJob';

/** The page's clocks: one book for all jobs and views. */
export const book = new ClockBook();

/**
 * What of each job stands still, kept beside its log in a store of its own, so that a shop of thousands of panels need not work all of them out at every
 * start. It is thrown away as soon as the log, the library or the app is another one, and is in no file and no copy: it can always be made again.
 */
interface SettledRecord {
  app: string;
  seq: number;
  no: number;
  products: string;
  zones: (readonly [string, Settled])[];
}

/** Names this build: what another one worked out may be worked out otherwise. Undefined where that cannot be told, as in tests. */
const appName = (): string | undefined =>
  typeof document === 'undefined'
    ? undefined
    : (document.querySelector<HTMLScriptElement>('script[src*="/entry-"]')?.getAttribute('src') ?? undefined);

const boxes = new Map<string, ReturnType<typeof createAsyncStorage>>();
function boxOf(store: string) {
  const name = `${store}-settled`;
  let box = boxes.get(name);
  if (!box) boxes.set(name, (box = createAsyncStorage(name)));
  return box;
}
const keyOf = (jobId: string): string => `job/${jobId}`;
const namesOf = (own: readonly Product[]): string => hashText(JSON.stringify(own));

/** Reads what stood still on jobs. @returns texts by job; nothing where it cannot be read: it is made again */
async function readSettled(store: string, jobIds: readonly string[]): Promise<ReadonlyMap<string, string>> {
  if (appName() === undefined || typeof indexedDB === 'undefined') return new Map();
  try {
    const found = await boxOf(store).getMany(jobIds.map(keyOf));
    return new Map(jobIds.flatMap((id) => (found[keyOf(id)] ? [[id, found[keyOf(id)] ?? '']] : [])));
  } catch {
    return new Map();
  }
}

const texts = new Map<string, Promise<ReadonlyMap<string, string>>>();
/** What stood still on all jobs of a store when the page was opened: read once, whichever job asks first. */
export function settledTexts(store: string, jobIds: readonly string[]): Promise<ReadonlyMap<string, string>> {
  let read = texts.get(store);
  if (!read) texts.set(store, (read = readSettled(store, jobIds)));
  return read;
}

/** Gives the clocks what stood still on a job, where it was worked out from the same log, library and app. */
export function adoptSettled(text: string | undefined, open: OpenJob, own: readonly Product[]): void {
  if (text === undefined) return;
  try {
    const r = JSON.parse(text) as SettledRecord;
    if (r.app === appName() && r.seq === open.seq && r.no === open.no && r.products === namesOf(own))
      book.adopt(open, r.zones);
  } catch {
    // Half of it: it is made again.
  }
}

/** Zones of a job that stand still by what is known: their strata were made before, and need not be made to show them. */
export const settledZones = (open: OpenJob): ReadonlySet<string> => new Set(book.settledOf(open).map(([id]) => id));

/** What was kept of jobs that the shop does not have any more goes too. */
export async function forgetSettled(store: string, jobIds: readonly string[]): Promise<void> {
  if (appName() === undefined || typeof indexedDB === 'undefined') return;
  const has = new Set(jobIds.map(keyOf));
  const box = boxOf(store);
  const gone = (await box.getAllKeys().catch(() => [])).filter((k) => !has.has(k));
  if (gone.length > 0) await box.removeMany(gone).catch(() => undefined);
}

const written = new Map<string, string>();

/** Keeps what stands still on a job by now, unless it is kept already. */
export async function writeSettled(store: string, open: OpenJob, own: readonly Product[]): Promise<void> {
  const app = appName();
  if (app === undefined || open.saving !== undefined || typeof indexedDB === 'undefined') return;
  const zones = book.settledOf(open).filter(([, s]) => isSame(JSON.parse(JSON.stringify(s)), s));
  const { seq, no, job } = open;
  const state = `${store}|${seq}|${no}|${zones.map(([id, s]) => `${id}=${s.key}`).join()}`;
  if (written.get(job.id) === state) return;
  written.set(job.id, state);
  const text = JSON.stringify({ app, seq, no, products: namesOf(own), zones } satisfies SettledRecord);
  await boxOf(store)
    .setMany({ [keyOf(job.id)]: text })
    .catch(() => undefined);
}
