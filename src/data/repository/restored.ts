import { format } from 'date-fns/format';
import { writeRecord } from '@/core/formats/migrate';
import { countText } from '@/core';
import { RESTORED, type CopyReport } from '../database';
import { CLIMATE, DEFAULT_SETTINGS, jobLog, keys, logKeys, SHOP_LOG, type ShopRecord } from '../records';
import { jobsIn } from './jobs';
import { shelfIn } from './shelf';
import type { Base } from './transact';

/** What came back when the browser had thrown the shop's store away. */
export interface Restored {
  /** How many records came back, and how many changes had been written in all. */
  records: number;
  changes: number;
  /** There was no second copy to fill it from. */
  isAllLost: boolean;
  /** What should have come back and did not, in words; empty: all of it came back. */
  missing: string[];
}

/** Numbers as ranges: 3, 5 to 9. */
function ranges(numbers: readonly number[]): string {
  const sorted = [...new Set(numbers)].sort((a, b) => a - b);
  const out: string[] = [];
  for (let i = 0; i < sorted.length; i++) {
    const from = sorted[i];
    while (sorted[i + 1] === (sorted[i] ?? 0) + 1) i++;
    out.push(from === sorted[i] ? `${from}` : `${from} to ${sorted[i]}`);
  }
  return out.join(', ');
}
const entriesText = (numbers: readonly number[]): string =>
  `${numbers.length === 1 ? 'entry' : 'entries'} ${ranges(numbers)}`;

/** Records that are worth a word when they are gone, but for logs and jobs. */
const WORDS: Record<string, string> = {
  [keys.shop]: 'settings, products or the list of jobs',
  [keys.heats]: 'planned heating',
  [keys.forecast]: 'the forecast',
  [keys.workClocks]: 'running work clocks',
  [keys.sharing]: 'with which phones jobs are shared',
};

/** A store that came back out of its second copy: what did, and what is missing. */
export function restoredIn(base: Base) {
  const { store, now, transact } = base;
  const { load } = jobsIn(base);
  const { shelf } = shelfIn(base);

  async function reportOf(): Promise<CopyReport | null> {
    const text = await now.get(RESTORED);
    return text ? (JSON.parse(text) as CopyReport) : null;
  }

  /** What a record that is missing was about; undefined where nobody misses it, or where it is counted with its log. */
  function wordsFor(key: string, names: ReadonlyMap<string, string>): string | undefined {
    if (key.startsWith(CLIMATE)) return `readings of ${format(new Date(key.slice(CLIMATE.length, 18)), 'd MMM yyyy')}`;
    if (!key.startsWith(jobLog(''))) return WORDS[key];
    const [id = '', what] = key.slice(jobLog('').length).split('/');
    const name = names.get(id);
    if (what === 'event' || what === 'head') return name === undefined ? 'a job that is not here' : undefined;
    return `${name ?? 'a job that is not here'}: ${what === 'drawing' ? 'a drawing' : 'names, panels and zones'}`;
  }

  return {
    /** Null where nothing came back, or somebody has seen it. */
    restored: async (): Promise<Restored | null> => {
      const report = await reportOf();
      if (!report) return null;
      const { records, changes, isAllLost, lost, lostParts, isListLost } = report;
      const missing: string[] = [];
      if (lost.length + lostParts.length === 0 && !isListLost) return { records, changes, isAllLost, missing };
      const lostKeys = lost.flatMap((l) => l.keys ?? []);
      /** Numbers of entries that a log should have and has not. */
      const gaps = (log: string, unreadable: readonly string[], seq: number): number[] => {
        const { event, numberOf } = logKeys(log);
        const first = event(0).slice(0, -7);
        const beyond = lostKeys.filter((k) => k.startsWith(first) && numberOf(k) > seq);
        return [...unreadable, ...beyond].map(numberOf);
      };
      const names = new Map<string, string>();
      for (const id of (await now.shop()).jobIds) {
        const job = await load(id).catch(() => null);
        names.set(id, job?.job.name ?? 'A job that cannot be read');
        if (!job) missing.push('A job that cannot be read');
        const numbers = job ? gaps(jobLog(id), job.unreadable, job.seq) : [];
        if (numbers.length > 0) missing.push(`${names.get(id)}: ${entriesText(numbers)}`);
      }
      const { unreadable, seq } = await shelf();
      const ofShelf = gaps(SHOP_LOG, unreadable, seq);
      if (ofShelf.length > 0) missing.push(`the shelf: ${entriesText(ofShelf)}`);
      missing.push(...lostKeys.flatMap((k) => wordsFor(k, names) ?? []));
      for (const { first, last, records: n } of lostParts) {
        const [from, to] = [wordsFor(first, names), wordsFor(last, names)];
        // Of entries alone each is named above.
        if (from ?? to) missing.push(`${countText(n, 'record')}, from ${from ?? 'entries'} to ${to ?? 'entries'}`);
      }
      const unknown = lost.filter((l) => !l.keys).length;
      if (unknown > 0) missing.push(`${countText(unknown, 'change')} of which nothing more is known`);
      if (isListLost) missing.push('perhaps more: the list of what should be there is damaged');
      return { records, changes, isAllLost, missing: [...new Set(missing)] };
    },
    /** Somebody has seen it. */
    seenRestored: () => store.commit({ remove: [RESTORED] }),
    /** A shop whose own record did not come back has the jobs of which there is a body. */
    mendRestored: async (): Promise<void> => {
      if (!(await reportOf())) return;
      await transact(async ({ get, getAllKeys }) => {
        if ((await get(keys.shop)) !== null) return { result: undefined };
        const bodies = /^job\/([^/]+)\/body$/;
        const jobIds = (await getAllKeys()).flatMap((k) => bodies.exec(k)?.[1] ?? []);
        if (jobIds.length === 0) return { result: undefined };
        const shop: ShopRecord = { jobIds, seq: 1, settings: DEFAULT_SETTINGS, products: [] };
        return { result: undefined, set: { [keys.shop]: writeRecord({ ...shop }) } };
      });
    },
  };
}
