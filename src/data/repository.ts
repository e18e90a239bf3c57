import {
  addReadings,
  withoutReadings,
  type AirDay,
  type ClimateReading,
  type HeatPlan,
  type Job,
  type LogEvent,
  type Product,
  type WorkClock,
} from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import { readRecord, writeRecord } from '@/core/formats/migrate';
import { NewerFormat } from '@/core/formats/version';
import { withLock } from './lock';
import { logStore, StaleHead } from './logStore';
import {
  CLIMATE,
  alarmsFromRecord,
  climateRecord,
  dayFromRecord,
  DEFAULT_SETTINGS,
  eventFromRecord,
  eventRecord,
  forecastFromRecord,
  headRecord,
  heatsFromRecord,
  isRedrawn,
  jobLog,
  jobOf,
  keys,
  partsOf,
  shopFromRecord,
  workClocksFromRecord,
  SHOP_LOG,
  type BodyRecord,
  type DrawingRecord,
  type Forecast,
  type HeadRecord,
  type RoomLog,
  type Settings,
  type ShopRecord,
} from './records';
import type { KeyValue } from './storage';

export { StaleHead } from './logStore';

/** A job as it is stored, or what of it is new to someone who has a part. */
export interface LoadedJob {
  job: Job;
  /** Entries behind those that the caller has. */
  events: LogEvent[];
  seq: number;
  no: number;
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}

export type Repository = ReturnType<typeof openRepository>;

const EVENTS = { read: eventFromRecord, write: eventRecord };
/** The shop's log has no kinds of entry yet. */
const NO_ENTRIES = {
  read: (): never => {
    throw new Error('Not known');
  },
  write: (e: never): string => e,
};

/** A day of the room's log that could not be read has what came after it beside it. */
const BESIDE = '+';

/**
 * The shop's records over a key-value store. What is read is kept by its number or its text, and parsed once.
 * @param name of the store, for the lock that keeps two tabs from writing at once
 */
export function openRepository(store: KeyValue, name: string) {
  const locked = <T>(work: () => Promise<T>) => withLock(`stratocoat/${name}`, work);
  const get = async (key: string) => (await store.getMany([key]))[key] ?? null;
  const logOf = (jobId: string) => logStore<LogEvent>(store, jobLog(jobId), EVENTS);

  /** Jobs without their logs, as they were last read or written. */
  const heads = new Map<string, { no: number; job: Job; drawings: Map<string, DrawingRecord> }>();
  /** Days of the room's log by the text that they were read from. */
  const days = new Map<string, { text: string; day: AirDay<ClimateReading> }>();

  async function shop(): Promise<ShopRecord> {
    const text = await get(keys.shop);
    return text ? shopFromRecord(text) : { jobIds: [], seq: 0, settings: DEFAULT_SETTINGS, products: [] };
  }

  const changeShop = (change: (s: ShopRecord) => ShopRecord) =>
    locked(async () => {
      const before = await shop();
      const after = { ...change(before), seq: before.seq + 1 };
      await store.setMany({ [keys.shop]: writeRecord({ ...after }) });
      return after;
    });

  /** The job of a head: as it is known, or read anew, of its drawings only those that have another number. */
  async function jobOfHead(jobId: string, head: HeadRecord): Promise<Job> {
    const had = heads.get(jobId);
    if (head.job) {
      heads.set(jobId, { no: head.no, job: head.job, drawings: new Map() });
      return head.job;
    }
    if (had && had.no === head.no) return had.job;
    const text = await get(keys.body(jobId));
    if (!text) throw new Error('The body of the job is missing');
    const body = readRecord<BodyRecord>('body', text);
    const drawings = new Map<string, DrawingRecord>();
    const fresh: string[] = [];
    for (const [panelId, no] of Object.entries(body.drawings)) {
      const known = had?.drawings.get(panelId);
      if (known?.no === no) drawings.set(panelId, known);
      else fresh.push(panelId);
    }
    const found = fresh.length > 0 ? await store.getMany(fresh.map((p) => keys.drawing(jobId, p))) : {};
    for (const panelId of fresh) {
      const drawn = found[keys.drawing(jobId, panelId)];
      if (drawn) drawings.set(panelId, readRecord<DrawingRecord>('drawing', drawn));
    }
    const job = jobOf(body.job, drawings);
    heads.set(jobId, { no: head.no, job, drawings });
    return job;
  }

  /** Records of a job under a new number: its body, and those of its drawings that are other ones. */
  function jobRecords(job: Job, no: number, before: Map<string, DrawingRecord>) {
    const { body, drawings } = partsOf(job);
    const records: Record<string, string> = {};
    const next = new Map<string, DrawingRecord>();
    for (const [panelId, drawn] of drawings) {
      const had = before.get(panelId);
      if (had && !isRedrawn(had, drawn)) next.set(panelId, had);
      else {
        const record = { ...drawn, no };
        next.set(panelId, record);
        records[keys.drawing(job.id, panelId)] = writeRecord({ ...record });
      }
    }
    const numbers = Object.fromEntries([...next].map(([p, d]) => [p, d.no]));
    records[keys.body(job.id)] = writeRecord({ job: body, drawings: numbers } satisfies BodyRecord);
    return { records, drawings: next };
  }

  /** @param have the state that the caller has: its entries are not read again */
  async function load(jobId: string, have?: { seq: number }): Promise<LoadedJob | null> {
    const log = logOf(jobId);
    const head = await log.head();
    if (!head) return null;
    const after = have && have.seq <= head.seq ? have.seq : 0;
    const job = await jobOfHead(jobId, head);
    const { entries, unreadable } = await log.entries(head.seq, after);
    return { job, events: entries, seq: head.seq, no: head.no, unreadable };
  }

  /** A day of the room's log; the same object as long as its text is the same. Throws where it cannot be read. */
  function dayOfText(key: string, text: string): AirDay<ClimateReading> {
    const had = days.get(key);
    if (had?.text === text) return had.day;
    const day = dayFromRecord(text);
    days.set(key, { text, day });
    return day;
  }

  /** The room's log: all of it, or what some of its records hold. */
  async function roomLog(names?: readonly string[]): Promise<RoomLog> {
    const asked = names ?? (await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE));
    const found = await store.getMany([...asked]);
    const unreadable: string[] = [];
    const read: AirDay<ClimateReading>[] = [];
    for (const key of [...asked].sort()) {
      const text = found[key];
      if (!text) continue;
      try {
        const day = dayOfText(key, text);
        const last = read[read.length - 1];
        // What stands beside a day that can be read again belongs to it.
        if (last?.day === day.day) read.splice(-1, 1, ...addReadings<ClimateReading>([last], day.readings).days);
        else read.push(day);
      } catch (e) {
        if (e instanceof NewerFormat) throw e;
        unreadable.push(key);
      }
    }
    return { days: read, unreadable };
  }

  /** Records of the days that these readings belong to, with them put in. */
  async function dayRecords(readings: readonly ClimateReading[]): Promise<Record<string, string>> {
    const of = new Map<string, ClimateReading[]>();
    for (const r of readings) {
      const key = keys.climate(r.atMs);
      const list = of.get(key);
      if (list) list.push(r);
      else of.set(key, [r]);
    }
    const had = await store.getMany([...of.keys()].flatMap((k) => [k, k + BESIDE]));
    const out: Record<string, string> = {};
    for (const [key, list] of of) {
      // A day that cannot be read is left as it is; what is new stands beside it, with what came before.
      const at = [key, key + BESIDE].find((k) => isReadable(k, had[k]));
      if (!at) throw new Error('A day of readings cannot be read, nor what stands beside it');
      const text = had[at];
      const day = text ? [dayOfText(at, text)] : [];
      out[at] = climateRecord(addReadings<ClimateReading>(day, list).days[0]!.readings);
    }
    return out;
  }

  function isReadable(key: string, text: string | null | undefined): boolean {
    try {
      if (text) dayOfText(key, text);
      return true;
    } catch (e) {
      if (e instanceof NewerFormat) throw e;
      return false;
    }
  }

  return {
    shop,
    load,
    roomLog,
    forecast: async (): Promise<Forecast | null> => {
      const text = await get(keys.forecast);
      return text ? forecastFromRecord(text) : null;
    },
    heats: async (): Promise<HeatPlan[]> => {
      const text = await get(keys.heats);
      return text ? heatsFromRecord(text) : [];
    },

    /** Puts readings of the room into their days, all or none. @returns the keys of the records that were written */
    addReadings: (readings: readonly ClimateReading[]) =>
      locked(async () => {
        const records = readings.length > 0 ? await dayRecords(readings) : {};
        if (readings.length > 0) await store.setMany(records);
        return Object.keys(records);
      }),
    /**
     * Takes readings out of their days. What stands in a day that cannot be read stays there.
     * @param times of the readings, ms @returns the keys of the records that were written or are gone
     */
    removeReadings: (times: readonly number[]) =>
      locked(async () => {
        const gone = new Set(times);
        const asked = [...new Set(times.map((t) => keys.climate(t)))].flatMap((k) => [k, k + BESIDE]);
        const had = await store.getMany(asked);
        const written: Record<string, string> = {};
        const emptied: string[] = [];
        for (const key of asked) {
          const text = had[key];
          if (!text || !isReadable(key, text)) continue;
          const day = dayOfText(key, text);
          const [left] = withoutReadings([day], gone);
          if (left === undefined) emptied.push(key);
          else if (left !== day) written[key] = climateRecord(left.readings);
        }
        if (Object.keys(written).length > 0) await store.setMany(written);
        if (emptied.length > 0) await store.removeMany(emptied);
        return [...Object.keys(written), ...emptied];
      }),
    saveForecast: (forecast: Forecast) => locked(() => store.setMany({ [keys.forecast]: writeRecord({ forecast }) })),
    /** Changes the planned heats as they are stored: neither a second tap nor another tab loses one. */
    changeHeats: (change: (heats: readonly HeatPlan[]) => readonly HeatPlan[]) =>
      locked(async () => {
        const text = await get(keys.heats);
        await store.setMany({ [keys.heats]: writeRecord({ heats: change(text ? heatsFromRecord(text) : []) }) });
      }),

    /** Until when alarms have rung, and which were put away. */
    alarmsDone: async (): Promise<Record<string, number>> => {
      const text = await get(keys.alarms);
      return text ? alarmsFromRecord(text) : {};
    },
    /** Changes that as it is stored: what another tab put away stays away. */
    changeAlarms: (change: (done: Readonly<Record<string, number>>) => Record<string, number>) =>
      locked(async () => {
        const text = await get(keys.alarms);
        const done = change(text ? alarmsFromRecord(text) : {});
        await store.setMany({ [keys.alarms]: writeRecord({ done }) });
        return done;
      }),

    workClocks: async (): Promise<WorkClock[]> => {
      const text = await get(keys.workClocks);
      return text ? workClocksFromRecord(text) : [];
    },
    /** Changes the running work clocks as they are stored. */
    changeWorkClocks: (change: (clocks: readonly WorkClock[]) => WorkClock[]) =>
      locked(async () => {
        const text = await get(keys.workClocks);
        const clocks = change(text ? workClocksFromRecord(text) : []);
        await store.setMany({ [keys.workClocks]: writeRecord({ clocks }) });
        return clocks;
      }),

    /** The shop's own log. */
    shopLog: () => logStore<never>(store, SHOP_LOG, NO_ENTRIES),

    /**
     * Adds events behind the log's end.
     * @param seq the state that the caller has seen; throws {@link StaleHead} if the log has grown since
     */
    append: (jobId: string, seq: number, events: readonly LogEvent[]) =>
      locked(async () => {
        const log = logOf(jobId);
        const head = await log.head();
        if (!head || head.seq !== seq) throw new StaleHead();
        const next = log.records(head, events);
        if (!head.job) {
          await store.setMany(next.records);
          return next.head;
        }
        // A head of version 4 held the whole job: it becomes small with the first write.
        const no = head.no + 1;
        const { records, drawings } = jobRecords(head.job, no, new Map());
        await store.setMany({ ...next.records, ...records, [log.headKey]: headRecord({ ...next.head, no }) });
        heads.set(jobId, { no, job: head.job, drawings });
        return { ...next.head, no };
      }),

    /** Changes what a job is about (names, panels, zones, drawings) and may append events that belong to the change. */
    changeJob: (jobId: string, change: (job: Job) => Job, events: readonly LogEvent[] = []) =>
      locked(async () => {
        const log = logOf(jobId);
        const head = await log.head();
        if (!head) throw new StaleHead();
        const job = change(await jobOfHead(jobId, head));
        const no = head.no + 1;
        const { records, drawings } = jobRecords(job, no, heads.get(jobId)?.drawings ?? new Map());
        const next = log.records({ seq: head.seq, no }, events);
        await store.setMany({ ...next.records, ...records });
        heads.set(jobId, { no, job, drawings });
        return { job, ...next.head };
      }),

    /**
     * Puts whole jobs in, all or none, replacing jobs of the same id, with the products that they bring. A product
     * that the shop already has of its own is kept.
     */
    putJobs: (
      files: readonly Pick<JobFile, 'job' | 'events' | 'products'>[],
      more: Partial<Pick<ShopRecord, 'settings' | 'seeded'>> = {},
      /** Replaces all that is known of the room. */
      room?: { readings: readonly ClimateReading[]; forecast: Forecast },
    ) =>
      locked(async () => {
        const s = await shop();
        const entries: Record<string, string> = {};
        const products = new Map(s.products.map((p) => [p.id, p]));
        const left: string[] = [];
        const nos: Record<string, number> = {};
        const put: (() => void)[] = [];
        for (const f of files) {
          const log = logOf(f.job.id);
          const old = await log.head().catch(() => null);
          const no = (old?.no ?? 0) + 1;
          nos[f.job.id] = no;
          left.push(...log.eventKeys(f.events.length + 1, old?.seq ?? 0));
          const { records, drawings } = jobRecords(f.job, no, new Map());
          Object.assign(entries, log.records({ seq: 0, no }, f.events).records, records);
          put.push(() => heads.set(f.job.id, { no, job: f.job, drawings }));
          for (const p of f.products) if (p.basis === 'sheet' && !products.has(p.id)) products.set(p.id, p);
        }
        const jobIds = [...new Set([...s.jobIds, ...files.map((f) => f.job.id)])];
        const next: ShopRecord = {
          ...s,
          ...more,
          ...(more.seeded && { seeded: { ...more.seeded, nos } }),
          jobIds,
          products: [...products.values()],
          seq: s.seq + 1,
        };
        entries[keys.shop] = writeRecord({ ...next });
        if (room) {
          const old = (await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE));
          await store.removeMany([...old, keys.heats, keys.alarms]);
          days.clear();
          Object.assign(entries, await dayRecords(room.readings), {
            [keys.forecast]: writeRecord({ forecast: room.forecast }),
          });
        }
        await store.setMany(entries);
        put.forEach((f) => f());
        // Beyond the new head nothing is read, so a crash here leaves only dead weight.
        if (left.length > 0) await store.removeMany(left);
      }),

    removeJob: (jobId: string) =>
      locked(async () => {
        const s = await shop();
        await store.setMany({
          [keys.shop]: writeRecord({ ...s, jobIds: s.jobIds.filter((j) => j !== jobId), seq: s.seq + 1 }),
        });
        heads.delete(jobId);
        await store.removeMany((await store.getAllKeys()).filter((k) => k.startsWith(`${jobLog(jobId)}/`)));
      }),

    saveSettings: (patch: Partial<Settings>) => changeShop((s) => ({ ...s, settings: { ...s.settings, ...patch } })),
    saveProduct: (p: Product) =>
      changeShop((s) => ({ ...s, products: [p, ...s.products.filter((x) => x.id !== p.id)] })),
    removeProduct: (id: string) => changeShop((s) => ({ ...s, products: s.products.filter((x) => x.id !== id) })),

    /** Something half done that should outlive a killed browser. */
    draft: async (which: string): Promise<unknown> => {
      const text = await get(keys.draft(which));
      try {
        return text ? (readRecord('draft', text).draft ?? null) : null;
      } catch {
        return null;
      }
    },
    saveDraft: (which: string, draft: unknown) =>
      draft === null
        ? store.removeMany([keys.draft(which)])
        : store.setMany({ [keys.draft(which)]: writeRecord({ draft }) }),

    /** Everything away. */
    wipe: () =>
      locked(async () => {
        heads.clear();
        days.clear();
        await store.removeMany(await store.getAllKeys());
      }),
  };
}
