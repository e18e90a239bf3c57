import type { Product, WorkClock } from '@/core';
import { readRecord, writeRecord } from '@/core/formats/migrate';
import type { ShopFile } from '@/core/formats/shopFile';
import {
  alarmsFromRecord,
  DEFAULT_SETTINGS,
  jobLog,
  keys,
  logKeys,
  withProduct,
  workClocksFromRecord,
  SHOP_LOG,
  type Backup,
  type Settings,
  type ShopRecord,
} from '../records';
import { CHANGES } from '../database';
import { jobRecords } from './reading';
import { type Base, changeRecord, changeShop } from './transact';

const alarmsOf = (text: string | null): Record<string, number> => (text ? alarmsFromRecord(text) : {});
const clocksOf = (text: string | null): WorkClock[] => (text ? workClocksFromRecord(text) : []);

/** The shop itself: settings, products, alarms, clocks, the last file, and all of it at once. */
export function shopIn(base: Base) {
  const { store, known, now, transact } = base;
  return {
    shop: now.shop,
    /** Until when alarms have rung, and which were put away. */
    alarmsDone: async (): Promise<Record<string, number>> => alarmsOf(await now.get(keys.alarms)),
    changeAlarms: (change: (done: Readonly<Record<string, number>>) => Record<string, number>) =>
      changeRecord(base, keys.alarms, alarmsOf, change, 'done', 0),
    workClocks: async (): Promise<WorkClock[]> => clocksOf(await now.get(keys.workClocks)),
    /** Changes the running work clocks as they are stored. */
    changeWorkClocks: (change: (clocks: readonly WorkClock[]) => WorkClock[]) =>
      changeRecord(base, keys.workClocks, clocksOf, change, 'clocks'),
    /** Puts a whole shop in the place of what is here, all or none. */
    putShop: (file: ShopFile) =>
      transact(async ({ getAllKeys, dayRecords, shop, getMany, get }) => {
        const before = await shop().catch(() => undefined);
        // What another tab logs meanwhile must not stay behind in a log that takes the place of its own.
        await getMany([...(before?.jobIds ?? []).map(keys.head), logKeys(SHOP_LOG).head]);
        const set: Record<string, string> = {};
        for (const f of file.jobs) {
          const { records } = jobRecords(f.job, 1, new Map());
          Object.assign(set, now.logOf(f.job.id).records({ seq: 0, no: 1 }, f.events).records, records);
        }
        Object.assign(set, await dayRecords(file.readings, true));
        if (file.shelf.length > 0) Object.assign(set, now.shelfLog.records({ seq: 0, no: 0 }, file.shelf).records);
        const { settings, products, heats, alarms, workClocks, forecast, jobs } = file;
        set[keys.shop] = writeRecord({
          jobIds: jobs.map((f) => f.job.id),
          seq: (before?.seq ?? 0) + 1,
          settings,
          products,
        } satisfies ShopRecord);
        set[keys.heats] = writeRecord({ heats });
        set[keys.alarms] = writeRecord({ done: alarms });
        set[keys.workClocks] = writeRecord({ clocks: workClocks });
        if (forecast) set[keys.forecast] = writeRecord({ forecast });
        const changes = Number((await get(CHANGES)) ?? 0);
        set[keys.backup] = writeRecord({ atMs: file.exportedMs, changes } satisfies Backup);
        return {
          result: undefined,
          set,
          counts: 0,
          // Jobs that are shared go on being so: what the file lacks comes back from the other phones.
          remove: (await getAllKeys()).filter((k) => k !== keys.sharing),
          onWritten: () => {
            known.heads.clear();
            known.days.clear();
          },
        };
      }),
    /** Takes away everything that is here. */
    emptyShop: () =>
      transact(async ({ getAllKeys, shop, getMany }) => {
        const before = await shop().catch(() => undefined);
        await getMany([...(before?.jobIds ?? []).map(keys.head), logKeys(SHOP_LOG).head]);
        return {
          result: undefined,
          set: {
            [keys.shop]: writeRecord({
              jobIds: [],
              seq: (before?.seq ?? 0) + 1,
              settings: DEFAULT_SETTINGS,
              products: [],
            } satisfies ShopRecord),
          },
          counts: 0,
          remove: await getAllKeys(),
          onWritten: () => {
            known.heads.clear();
            known.days.clear();
          },
        };
      }),
    /** How many changes were made in all, see {@link CHANGES}. */
    changes: async (): Promise<number> => Number((await now.get(CHANGES)) ?? 0),
    /** A shop of before changes were counted begins with its entries, less those of its last file. */
    beginCounting: async (): Promise<void> => {
      if ((await now.get(CHANGES)) !== null) return;
      const { jobIds } = await now.shop();
      const heads = await Promise.all(
        jobIds.map((id) =>
          now
            .logOf(id)
            .head()
            .catch(() => null),
        ),
      );
      const text = await now.get(keys.backup);
      const { entries = 0 } = text ? readRecord<Backup>('backup', text) : {};
      const counts = Math.max(1, heads.reduce((n, h) => n + (h?.seq ?? 0), 0) - entries);
      await store.commit({ counts, expect: new Map([[CHANGES, null]]) });
    },
    /** When the shop was last written to a file, and how many changes it had. */
    backup: async (): Promise<Backup | null> => {
      const text = await now.get(keys.backup);
      return text ? readRecord<Backup>('backup', text) : null;
    },
    saveBackup: (backup: Backup) => store.commit({ set: { [keys.backup]: writeRecord({ ...backup }) } }),
    /**
     * What a browser that was killed, or a store that was full, has left behind: records of jobs that the shop does not have, entries beyond
     * a log's end, and jobs in the list of which nothing is there.
     * @returns how many records were taken away
     */
    clearLeftOvers: () =>
      transact(async ({ shop, getAllKeys, logOf, shelfLog, get }) => {
        const s = await shop();
        // Jobs of a shop whose own record is not there are no left-overs.
        if ((await get(keys.shop)) === null) return { result: 0 };
        const of = new Map<string, string[]>(s.jobIds.map((id) => [id, []]));
        const remove: string[] = [];
        const shelfKeys = logKeys(SHOP_LOG);
        const shelfEnd = shelfKeys.event((await shelfLog.head().catch(() => ({ seq: Infinity })))?.seq ?? 0);
        for (const key of await getAllKeys()) {
          if (key.startsWith(`${SHOP_LOG}/event/`) && key > shelfEnd) remove.push(key);
          if (!key.startsWith(jobLog(''))) continue;
          (of.get(key.slice(jobLog('').length).split('/')[0] ?? '') ?? remove).push(key);
        }
        // A job that has records but no head cannot be read, which is said; one of which nothing at all is there is none.
        const jobIds = s.jobIds.filter((id) => (of.get(id) ?? []).length > 0);
        for (const id of jobIds) {
          const head = await logOf(id)
            .head()
            .catch(() => null);
          if (!head) continue;
          const last = keys.event(id, head.seq);
          remove.push(...(of.get(id) ?? []).filter((k) => k.startsWith(keys.events(id)) && k > last));
        }
        return {
          result: remove.length,
          remove,
          counts: 0,
          ...(jobIds.length < s.jobIds.length && {
            set: { [keys.shop]: writeRecord({ ...s, jobIds, seq: s.seq + 1 }) },
          }),
        };
      }),
    saveSettings: (patch: Partial<Settings>) =>
      changeShop(base, (s) => ({ ...s, settings: { ...s.settings, ...patch } })),
    saveProduct: (p: Product, nowMs: number) => changeShop(base, (s) => withProduct(s, p, nowMs)),
    removeProduct: (id: string) => changeShop(base, (s) => ({ ...s, products: s.products.filter((x) => x.id !== id) })),
    /** Everything away. */
    wipe: () =>
      transact(async ({ getAllKeys }) => ({
        result: undefined,
        remove: await getAllKeys(),
        onWritten: () => {
          known.heads.clear();
          known.days.clear();
        },
      })),
  };
}
