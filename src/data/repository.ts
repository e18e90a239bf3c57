import { addReadings, type ClimateReading, type Job, type LogEvent, type Product } from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import { exclusively } from './lock';
import {
  CLIMATE,
  climateFromRecord,
  climateRecord,
  dayOf,
  DEFAULT_SETTINGS,
  eventFromRecord,
  eventRecord,
  keys,
  RECORD_VERSION,
  type Climate,
  type Forecast,
  type HeadRecord,
  type HeatPlan,
  type Settings,
  type ShopRecord,
} from './records';
import type { KeyValue } from './storage';

export interface LoadedJob {
  job: Job;
  events: LogEvent[];
  seq: number;
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}

/** The write came from a state that another tab has since moved on from. Nothing was written. */
export class StaleHead extends Error {
  constructor() {
    super('The job has changed in another tab');
    this.name = 'StaleHead';
  }
}

export type Repository = ReturnType<typeof openRepository>;

/** Reading a whole log key by key keeps IndexedDB busy; in parcels it does not hold up the page. */
const PARCEL = 2000;

/**
 * The shop's records over a key-value store. An append is one `setMany` of the events and the head together, so a crash
 * leaves the log before or after it.
 * @param name of the store, for the lock that keeps two tabs from writing at once
 */
export function openRepository(store: KeyValue, name: string) {
  const locked = <T>(work: () => Promise<T>) => exclusively(`stratocoat/${name}`, work);
  const get = async (key: string) => (await store.getMany([key]))[key] ?? null;

  async function shop(): Promise<ShopRecord> {
    const text = await get(keys.shop);
    if (!text) return { v: RECORD_VERSION, jobIds: [], seq: 0, settings: DEFAULT_SETTINGS, products: [] };
    const r = JSON.parse(text) as ShopRecord;
    return { ...r, v: RECORD_VERSION, settings: { ...DEFAULT_SETTINGS, ...r.settings } };
  }

  async function head(jobId: string): Promise<HeadRecord | null> {
    const text = await get(keys.head(jobId));
    return text ? (JSON.parse(text) as HeadRecord) : null;
  }

  const changeShop = (change: (s: ShopRecord) => ShopRecord) =>
    locked(async () => {
      const before = await shop();
      const after = { ...change(before), seq: before.seq + 1 };
      await store.setMany({ [keys.shop]: JSON.stringify(after) });
      return after;
    });

  async function load(jobId: string): Promise<LoadedJob | null> {
    const h = await head(jobId);
    if (!h) return null;
    const events: LogEvent[] = [];
    const unreadable: string[] = [];
    for (let from = 1; from <= h.seq; from += PARCEL) {
      const names = Array.from({ length: Math.min(PARCEL, h.seq - from + 1) }, (_, i) => keys.event(jobId, from + i));
      const found = await store.getMany(names);
      for (const n of names) {
        try {
          const text = found[n];
          if (!text) throw new Error('missing');
          events.push(eventFromRecord(text));
        } catch {
          unreadable.push(n);
        }
      }
    }
    return { job: h.job, events, seq: h.seq, unreadable };
  }

  async function climate(): Promise<Climate> {
    const names = (await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE)).sort();
    const found = await store.getMany([...names, keys.forecast, keys.heats]);
    const unreadable: string[] = [];
    const read = <T>(key: string, parse: (text: string) => T, none: T): T => {
      const text = found[key];
      if (!text) return none;
      try {
        return parse(text);
      } catch {
        unreadable.push(key);
        return none;
      }
    };
    return {
      readings: names.flatMap((n) => read<ClimateReading[]>(n, climateFromRecord, [])),
      forecast: read<Forecast | null>(keys.forecast, (t) => JSON.parse(t) as Forecast, null),
      heats: read<HeatPlan[]>(keys.heats, (t) => JSON.parse(t) as HeatPlan[], []),
      unreadable,
    };
  }

  /** Records of the days that these readings belong to, with them put in. */
  async function climateEntries(readings: readonly ClimateReading[]): Promise<Record<string, string>> {
    const byDay = new Map<number, ClimateReading[]>();
    for (const r of readings) {
      const list = byDay.get(dayOf(r.atMs));
      if (list) list.push(r);
      else byDay.set(dayOf(r.atMs), [r]);
    }
    const lists = [...byDay.values()];
    const had = await store.getMany(lists.map((l) => keys.climate(l[0]!.atMs)));
    return Object.fromEntries(
      lists.map((l) => {
        const key = keys.climate(l[0]!.atMs);
        const text = had[key];
        try {
          return [key, climateRecord(addReadings(text ? climateFromRecord(text) : [], l).log)];
        } catch {
          // A day that cannot be read is left as it is; what is new stands beside it.
          return [`${key}+`, climateRecord(l)];
        }
      }),
    );
  }

  return {
    shop,
    load,
    climate,

    /** Puts readings of the room into their days, all or none. */
    addReadings: (readings: readonly ClimateReading[]) =>
      locked(async () => {
        if (readings.length > 0) await store.setMany(await climateEntries(readings));
      }),
    saveForecast: (f: Forecast) => locked(() => store.setMany({ [keys.forecast]: JSON.stringify(f) })),
    /** Changes the planned heats as they are stored: neither a second tap nor another tab loses one. */
    changeHeats: (change: (heats: readonly HeatPlan[]) => readonly HeatPlan[]) =>
      locked(async () => {
        const text = await get(keys.heats);
        const heats = change(text ? (JSON.parse(text) as HeatPlan[]) : []);
        await store.setMany({ [keys.heats]: JSON.stringify(heats) });
      }),

    /** Until when alarms have rung, and which were put away. */
    alarmsDone: async (): Promise<Record<string, number>> => {
      try {
        return JSON.parse((await get(keys.alarms)) ?? '{}') as Record<string, number>;
      } catch {
        return {};
      }
    },
    saveAlarmsDone: (done: Record<string, number>) =>
      locked(() => store.setMany({ [keys.alarms]: JSON.stringify(done) })),

    /**
     * Adds events behind the log's end.
     * @param seq the state that the caller has seen; throws {@link StaleHead} if the log has grown since
     */
    append: (jobId: string, seq: number, events: readonly LogEvent[]) =>
      locked(async () => {
        const h = await head(jobId);
        if (!h || h.seq !== seq) throw new StaleHead();
        const entries: Record<string, string> = {};
        events.forEach((e, i) => (entries[keys.event(jobId, seq + 1 + i)] = eventRecord(e)));
        entries[keys.head(jobId)] = JSON.stringify({
          v: RECORD_VERSION,
          job: h.job,
          seq: seq + events.length,
        } satisfies HeadRecord);
        await store.setMany(entries);
        return seq + events.length;
      }),

    /** Changes a job's head (names, panels, zones) and may append events that belong to the change. */
    changeJob: (jobId: string, change: (job: Job) => Job, events: readonly LogEvent[] = []) =>
      locked(async () => {
        const h = await head(jobId);
        if (!h) throw new StaleHead();
        const entries: Record<string, string> = {};
        events.forEach((e, i) => (entries[keys.event(jobId, h.seq + 1 + i)] = eventRecord(e)));
        entries[keys.head(jobId)] = JSON.stringify({
          v: RECORD_VERSION,
          job: change(h.job),
          seq: h.seq + events.length,
        } satisfies HeadRecord);
        await store.setMany(entries);
      }),

    /**
     * Puts whole jobs in, all or none, replacing jobs of the same id, with the products that they bring. A product
     * that the shop already has of its own is kept.
     */
    putJobs: (
      files: readonly Pick<JobFile, 'job' | 'events' | 'products'>[],
      more: Partial<Pick<ShopRecord, 'settings' | 'seeded'>> = {},
      /** Replaces all that is known of the room. */
      room?: Pick<Climate, 'readings' | 'forecast'>,
    ) =>
      locked(async () => {
        const s = await shop();
        const entries: Record<string, string> = {};
        const products = new Map(s.products.map((p) => [p.id, p]));
        const gone: string[] = [];
        for (const f of files) {
          const old = await head(f.job.id);
          for (let n = f.events.length + 1; n <= (old?.seq ?? 0); n++) gone.push(keys.event(f.job.id, n));
          f.events.forEach((e, i) => (entries[keys.event(f.job.id, i + 1)] = eventRecord(e)));
          entries[keys.head(f.job.id)] = JSON.stringify({
            v: RECORD_VERSION,
            job: f.job,
            seq: f.events.length,
          } satisfies HeadRecord);
          for (const p of f.products) if (p.basis === 'sheet' && !products.has(p.id)) products.set(p.id, p);
        }
        const jobIds = [...new Set([...s.jobIds, ...files.map((f) => f.job.id)])];
        entries[keys.shop] = JSON.stringify({
          ...s,
          ...more,
          jobIds,
          products: [...products.values()],
          seq: s.seq + 1,
        } satisfies ShopRecord);
        if (room) {
          gone.push(...(await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE)), keys.heats, keys.alarms);
          await store.removeMany(gone.splice(0));
          Object.assign(entries, await climateEntries(room.readings), {
            [keys.forecast]: JSON.stringify(room.forecast),
          });
        }
        await store.setMany(entries);
        // Beyond the new head nothing is read, so a crash here leaves only dead weight.
        if (gone.length > 0) await store.removeMany(gone);
      }),

    removeJob: (jobId: string) =>
      locked(async () => {
        const s = await shop();
        const h = await head(jobId);
        await store.setMany({
          [keys.shop]: JSON.stringify({ ...s, jobIds: s.jobIds.filter((j) => j !== jobId), seq: s.seq + 1 }),
        });
        await store.removeMany([
          keys.head(jobId),
          ...Array.from({ length: h?.seq ?? 0 }, (_, i) => keys.event(jobId, i + 1)),
        ]);
      }),

    saveSettings: (patch: Partial<Settings>) => changeShop((s) => ({ ...s, settings: { ...s.settings, ...patch } })),
    saveProduct: (p: Product) =>
      changeShop((s) => ({ ...s, products: [p, ...s.products.filter((x) => x.id !== p.id)] })),
    removeProduct: (id: string) => changeShop((s) => ({ ...s, products: s.products.filter((x) => x.id !== id) })),

    /** Something half done that should outlive a killed browser. */
    draft: async (which: string): Promise<unknown> => {
      const text = await get(keys.draft(which));
      try {
        return text ? JSON.parse(text) : null;
      } catch {
        return null;
      }
    },
    saveDraft: (which: string, value: unknown) =>
      value === null
        ? store.removeMany([keys.draft(which)])
        : store.setMany({ [keys.draft(which)]: JSON.stringify(value) }),

    /** Everything away. */
    wipe: () => locked(async () => store.removeMany(await store.getAllKeys())),
  };
}
