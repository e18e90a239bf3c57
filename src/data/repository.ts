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
import { readingsToAdd, type JobAir } from '@/core/formats/readingRow';
import type { JobFile } from '@/core/formats/jobFile';
import type { ShopFile } from '@/core/formats/shopFile';
import type { ShelfRecord } from '@/core/log/shelf';
import type { JobCopy, MergedCopies } from '@/core/strata/mergeLogs';
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
  eventsFromRecord,
  eventsRecord,
  forecastFromRecord,
  headRecord,
  heatsFromRecord,
  isRedrawn,
  jobLog,
  jobOf,
  keys,
  logKeys,
  partsOf,
  shelfFromRecord,
  shelfRecord,
  shopFromRecord,
  workClocksFromRecord,
  SHOP_LOG,
  type Backup,
  type BodyRecord,
  type DrawingRecord,
  type Forecast,
  type HeadRecord,
  type RoomLog,
  type Settings,
  type ShopRecord,
} from './records';
import { yieldToPage, SLICE_MS } from './slices';
import { StorageProblem, type Commit, type KeyValue } from './storage';

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

/** The shelf's log as it is stored, or what of it is new to someone who has a part. */
export interface LoadedShelf {
  records: ShelfRecord[];
  seq: number;
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}

export type Repository = ReturnType<typeof openRepository>;

const EVENTS = { read: eventsFromRecord, write: eventsRecord };
const SHELF = { read: shelfFromRecord, write: shelfRecord };

/** So many days of the room's log are read at once. */
const DAYS_AT_ONCE = 100;
/** A day of the room's log that could not be read has what came after it beside it. */
const BESIDE = '+';

/** What one piece of work reads, writes and gives back. */
interface Change<T> extends Omit<Commit, 'expect'> {
  result: T;
  /** Once it is written. */
  onWritten?(): void;
}

/** Another tab was quicker as often as that: it is no longer chance. */
const MOST_TRIES = 20;

/**
 * The shop's records over a key-value store. What is read is kept by its number or its text, and parsed once.
 * @param name of the store, for the lock that spares two tabs work in vain
 */
export function openRepository(store: KeyValue, name: string) {
  /** Jobs without their logs, as they were last read or written. */
  const heads = new Map<string, { no: number; job: Job; drawings: Map<string, DrawingRecord> }>();
  /** Days of the room's log by the text that they were read from. */
  const days = new Map<string, { text: string; day: AirDay<ClimateReading> }>();
  /** Drafts that are on their way to the store: settled once they are there or could not be kept. */
  const draftWrites = new Map<string, Promise<void>>();

  /** A day of the room's log; the same object as long as its text is the same. Throws where it cannot be read. */
  function dayOfText(key: string, text: string): AirDay<ClimateReading> {
    const had = days.get(key);
    if (had?.text === text) return had.day;
    const day = dayFromRecord(text);
    days.set(key, { text, day });
    return day;
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

  /** What is read, from the store or from what one piece of work sees of it. */
  function readingFrom(from: Pick<KeyValue, 'getMany' | 'getRange' | 'getAllKeys'>) {
    const get = async (key: string) => (await from.getMany([key]))[key] ?? null;
    const logOf = (jobId: string) => logStore<LogEvent>(from, jobLog(jobId), EVENTS);
    const shelfLog = logStore<ShelfRecord>(from, SHOP_LOG, SHELF);

    /** Records of the shelf behind its log's end. */
    async function shelfRecords(records: readonly ShelfRecord[]): Promise<Record<string, string>> {
      if (records.length === 0) return {};
      return shelfLog.records((await shelfLog.head()) ?? { seq: 0, no: 0 }, records).records;
    }

    async function shop(): Promise<ShopRecord> {
      const text = await get(keys.shop);
      return text ? shopFromRecord(text) : { jobIds: [], seq: 0, settings: DEFAULT_SETTINGS, products: [] };
    }

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
      const found = fresh.length > 0 ? await from.getMany(fresh.map((p) => keys.drawing(jobId, p))) : {};
      for (const panelId of fresh) {
        const drawn = found[keys.drawing(jobId, panelId)];
        if (drawn) drawings.set(panelId, readRecord<DrawingRecord>('drawing', drawn));
      }
      const job = jobOf(body.job, drawings);
      heads.set(jobId, { no: head.no, job, drawings });
      return job;
    }

    /** Records of the days that these readings belong to, with them put in. */
    async function dayRecords(readings: readonly ClimateReading[], anew = false): Promise<Record<string, string>> {
      const of = new Map<string, ClimateReading[]>();
      for (const r of readings) {
        const key = keys.climate(r.atMs);
        const list = of.get(key);
        if (list) list.push(r);
        else of.set(key, [r]);
      }
      const had = anew ? {} : await from.getMany([...of.keys()].flatMap((k) => [k, k + BESIDE]));
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

    /** Records of the air that came with a job: readings of times of which nobody here knows, and heats that are not here. */
    async function airRecords({ readings, heats }: JobAir): Promise<Record<string, string>> {
      const names = [...new Set(readings.map(([atMs]) => keys.climate(atMs)))];
      const had = await from.getMany(names.flatMap((k) => [k, k + BESIDE]));
      const own = Object.keys(had)
        .sort()
        .flatMap((k) => (had[k] && isReadable(k, had[k]) ? [dayOfText(k, had[k])] : []));
      const text = await get(keys.heats);
      const planned = text ? heatsFromRecord(text) : [];
      const more = heats.filter((h) => !planned.some((p) => p.id === h.id));
      return {
        ...(await dayRecords(readingsToAdd(readings, own))),
        ...(more.length > 0 && { [keys.heats]: writeRecord({ heats: [...planned, ...more] }) }),
      };
    }

    return {
      get,
      getMany: from.getMany,
      getAllKeys: from.getAllKeys,
      logOf,
      shelfLog,
      shelfRecords,
      shop,
      jobOfHead,
      dayRecords,
      airRecords,
    };
  }
  type Reading = ReturnType<typeof readingFrom>;
  const now = readingFrom(store);

  /**
   * One piece of work that reads, and writes what follows from it: in one transaction, and only if all that it read is still so; else it is done
   * again on what is there now. So two tabs never overwrite each other, with or without a lock between them.
   */
  const transact = <T>(work: (r: Reading) => Promise<Change<T>>): Promise<T> =>
    withLock(`stratocoat/${name}`, async () => {
      for (let tries = 1; ; tries++) {
        const seen = new Map<string, string | null>();
        const reading = readingFrom({
          getAllKeys: store.getAllKeys,
          // Entries never change, and are only added behind a log's end: its head is what is looked at.
          getRange: store.getRange,
          getMany: async (names) => {
            const found = await store.getMany(names);
            for (const k of names) if (!seen.has(k)) seen.set(k, found[k] ?? null);
            return found;
          },
        });
        const { result, onWritten, set, remove } = await work(reading);
        const writes = Object.keys(set ?? {}).length + (remove?.length ?? 0) > 0;
        if (!writes || (await store.commit({ expect: seen, ...(set && { set }), ...(remove && { remove }) }))) {
          onWritten?.();
          return result;
        }
        if (tries >= MOST_TRIES) throw new StaleHead();
      }
    });

  const changeShop = (change: (s: ShopRecord) => ShopRecord) =>
    transact(async ({ shop }) => {
      const before = await shop();
      const after = { ...change(before), seq: before.seq + 1 };
      return { result: after, set: { [keys.shop]: writeRecord({ ...after }) } };
    });

  /** @param have the state that the caller has: its entries are not read again */
  async function load(jobId: string, have?: { seq: number }): Promise<LoadedJob | null> {
    const log = now.logOf(jobId);
    const head = await log.head();
    if (!head) return null;
    const after = have && have.seq <= head.seq ? have.seq : 0;
    const job = await now.jobOfHead(jobId, head);
    const { entries, unreadable } = await log.entries(head.seq, after);
    return { job, events: entries, seq: head.seq, no: head.no, unreadable };
  }

  /** The room's log: all of it, or what some of its records hold. */
  async function roomLog(names?: readonly string[]): Promise<RoomLog> {
    const asked = names ?? (await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE));
    const unreadable: string[] = [];
    const read: AirDay<ClimateReading>[] = [];
    const sorted = [...asked].sort();
    let found: Record<string, string | null> = {};
    let began = performance.now();
    for (const [i, key] of sorted.entries()) {
      // Years of readings come in parcels, between which the page is its own.
      if (i % DAYS_AT_ONCE === 0) {
        found = await store.getMany(sorted.slice(i, i + DAYS_AT_ONCE));
        if (i > 0) await yieldToPage();
        began = performance.now();
      } else if (performance.now() - began > SLICE_MS) {
        await yieldToPage();
        began = performance.now();
      }
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

  /** A record that is one value, which is changed as it is stored: neither a second tap nor another tab loses anything. */
  const changeRecord = <V>(key: string, read: (text: string | null) => V, change: (v: V) => V, field: string) =>
    transact(async ({ get }) => {
      const next = change(read(await get(key)));
      return { result: next, set: { [key]: writeRecord({ [field]: next }) } };
    });

  const alarmsOf = (text: string | null): Record<string, number> => (text ? alarmsFromRecord(text) : {});
  const clocksOf = (text: string | null): WorkClock[] => (text ? workClocksFromRecord(text) : []);
  const heatsOf = (text: string | null): HeatPlan[] => (text ? heatsFromRecord(text) : []);

  return {
    shop: now.shop,
    load,
    roomLog,
    forecast: async (): Promise<Forecast | null> => {
      const text = await now.get(keys.forecast);
      return text ? forecastFromRecord(text) : null;
    },
    heats: async (): Promise<HeatPlan[]> => heatsOf(await now.get(keys.heats)),

    /** Puts readings of the room into their days, all or none. @returns the keys of the records that were written */
    addReadings: (readings: readonly ClimateReading[]) =>
      transact(async ({ dayRecords }) => {
        const set = readings.length > 0 ? await dayRecords(readings) : {};
        return { result: Object.keys(set), set };
      }),
    /**
     * Takes readings out of their days. What stands in a day that cannot be read stays there.
     * @param times of the readings, ms @returns the keys of the records that were written or are gone
     */
    removeReadings: (times: readonly number[]) =>
      transact(async ({ getMany }) => {
        const gone = new Set(times);
        const asked = [...new Set(times.map((t) => keys.climate(t)))].flatMap((k) => [k, k + BESIDE]);
        const had = await getMany(asked);
        const set: Record<string, string> = {};
        const remove: string[] = [];
        for (const key of asked) {
          const text = had[key];
          if (!text || !isReadable(key, text)) continue;
          const day = dayOfText(key, text);
          const [left] = withoutReadings([day], gone);
          if (left === undefined) remove.push(key);
          else if (left !== day) set[key] = climateRecord(left.readings);
        }
        return { result: [...Object.keys(set), ...remove], set, remove };
      }),
    saveForecast: (forecast: Forecast) =>
      changeRecord<Forecast | null>(
        keys.forecast,
        () => null,
        () => forecast,
        'forecast',
      ),
    changeHeats: (change: (heats: readonly HeatPlan[]) => readonly HeatPlan[]) =>
      changeRecord(keys.heats, heatsOf, (h) => [...change(h)], 'heats'),

    /** Until when alarms have rung, and which were put away. */
    alarmsDone: async (): Promise<Record<string, number>> => alarmsOf(await now.get(keys.alarms)),
    changeAlarms: (change: (done: Readonly<Record<string, number>>) => Record<string, number>) =>
      changeRecord(keys.alarms, alarmsOf, change, 'done'),

    workClocks: async (): Promise<WorkClock[]> => clocksOf(await now.get(keys.workClocks)),
    /** Changes the running work clocks as they are stored. */
    changeWorkClocks: (change: (clocks: readonly WorkClock[]) => WorkClock[]) =>
      changeRecord(keys.workClocks, clocksOf, change, 'clocks'),

    /** The shop's own log, behind what the caller has of it. */
    shelf: async (after = 0): Promise<LoadedShelf> => {
      const seq = (await now.shelfLog.head())?.seq ?? 0;
      const { entries, unreadable } = await now.shelfLog.entries(seq, Math.min(after, seq));
      return { records: entries, seq, unreadable };
    },
    /**
     * Adds records behind the shelf's end.
     * @param seq the state that the caller has seen; throws {@link StaleHead} if the log has grown since
     */
    appendShelf: (seq: number, records: readonly ShelfRecord[]) =>
      transact(async ({ shelfLog, shelfRecords }) => {
        if (((await shelfLog.head())?.seq ?? 0) !== seq) throw new StaleHead();
        return { result: seq + records.length, set: await shelfRecords(records) };
      }),
    /** Puts another copy of the shelf's log together with the one that is here. @returns how many records were new */
    mergeShelf: (records: readonly ShelfRecord[]) =>
      transact(async ({ shelfLog, shelfRecords }) => {
        const seq = (await shelfLog.head())?.seq ?? 0;
        const { entries } = await now.shelfLog.entries(seq);
        const known = new Set(entries.map((r) => r.id));
        const fresh = records.filter((r) => !known.has(r.id));
        return { result: fresh.length, set: await shelfRecords(fresh) };
      }),

    /**
     * Adds events behind the log's end.
     * @param seq the state that the caller has seen; throws {@link StaleHead} if the log has grown since
     * @param shelf what goes with them in the shop's log, and the state of that log which the caller has seen: both are written, or neither
     */
    append: (
      jobId: string,
      seq: number,
      events: readonly LogEvent[],
      shelf?: { seq: number; records: readonly ShelfRecord[] },
    ) =>
      transact(async ({ logOf, shelfLog, shelfRecords }) => {
        const log = logOf(jobId);
        const head = await log.head();
        if (!head || head.seq !== seq) throw new StaleHead();
        if (shelf && ((await shelfLog.head())?.seq ?? 0) !== shelf.seq) throw new StaleHead();
        const next = log.records(head, events);
        const shelfEntries = await shelfRecords(shelf?.records ?? []);
        const { job } = head;
        if (!job) return { result: next.head, set: { ...next.records, ...shelfEntries } };
        // A head of version 4 held the whole job: it becomes small with the first write.
        const no = head.no + 1;
        const { records, drawings } = jobRecords(job, no, new Map());
        return {
          result: { ...next.head, no },
          set: { ...next.records, ...records, ...shelfEntries, [log.headKey]: headRecord({ ...next.head, no }) },
          onWritten: () => heads.set(jobId, { no, job, drawings }),
        };
      }),

    /** Changes what a job is about (names, panels, zones, drawings) and may append events that belong to the change. */
    changeJob: (jobId: string, change: (job: Job) => Job, events: readonly LogEvent[] = []) =>
      transact(async ({ logOf, jobOfHead }) => {
        const log = logOf(jobId);
        const head = await log.head();
        if (!head) throw new StaleHead();
        const job = change(await jobOfHead(jobId, head));
        const no = head.no + 1;
        const { records, drawings } = jobRecords(job, no, heads.get(jobId)?.drawings ?? new Map());
        const next = log.records({ seq: head.seq, no }, events);
        return {
          result: { job, ...next.head },
          set: { ...next.records, ...records },
          onWritten: () => heads.set(jobId, { no, job, drawings }),
        };
      }),

    /**
     * Puts whole jobs in, all or none, replacing jobs of the same id, with the products that they bring. A product
     * that the shop already has of its own is kept.
     */
    putJobs: (
      files: readonly Pick<JobFile, 'job' | 'events' | 'products' | 'air'>[],
      more: Partial<Pick<ShopRecord, 'settings' | 'seeded'>> = {},
      /** Replaces all that is known of the room. */
      room?: { readings: readonly ClimateReading[]; forecast: Forecast },
      /** Takes the place of the shelf's log. */
      shelf?: readonly ShelfRecord[],
    ) =>
      transact(async ({ shop, logOf, getAllKeys, dayRecords, airRecords }) => {
        const s = await shop();
        const set: Record<string, string> = {};
        const products = new Map(s.products.map((p) => [p.id, p]));
        const remove: string[] = [];
        const nos: Record<string, number> = {};
        const put: (() => void)[] = [];
        const stored = await getAllKeys();
        for (const f of files) {
          const log = logOf(f.job.id);
          const old = await log.head().catch(() => null);
          const no = (old?.no ?? 0) + 1;
          nos[f.job.id] = no;
          const { records, drawings } = jobRecords(f.job, no, new Map());
          Object.assign(set, log.records({ seq: 0, no }, f.events).records, records);
          remove.push(...stored.filter((k) => k.startsWith(`${jobLog(f.job.id)}/`)));
          put.push(() => heads.set(f.job.id, { no, job: f.job, drawings }));
          for (const p of f.products) if (p.basis === 'sheet' && !products.has(p.id)) products.set(p.id, p);
          if (f.air && !room) Object.assign(set, await airRecords(f.air));
        }
        const jobIds = [...new Set([...s.jobIds, ...files.map((f) => f.job.id)])];
        if (shelf) {
          remove.push(...stored.filter((k) => k.startsWith(`${SHOP_LOG}/`)));
          Object.assign(set, now.shelfLog.records({ seq: 0, no: 0 }, shelf).records);
        }
        const next: ShopRecord = {
          ...s,
          ...more,
          ...(more.seeded && { seeded: { ...more.seeded, nos } }),
          jobIds,
          products: [...products.values()],
          seq: s.seq + 1,
        };
        set[keys.shop] = writeRecord({ ...next });
        if (room) {
          remove.push(...stored.filter((k) => k.startsWith(CLIMATE)), keys.heats, keys.alarms);
          Object.assign(set, await dayRecords(room.readings, true), {
            [keys.forecast]: writeRecord({ forecast: room.forecast }),
          });
        }
        return {
          result: Object.keys(set),
          set,
          remove,
          onWritten: () => {
            if (room) days.clear();
            for (const f of put) f();
          },
        };
      }),

    /**
     * Puts a copy of a job together with the one that is here: entries that only the copy has go behind the log's end, parts that were changed
     * last count, and its air and products come along.
     * @param merge puts two copies together: loaded with what reads files @returns the keys of the records that were written
     */
    mergeJob: (
      file: Pick<JobFile, 'job' | 'events' | 'products' | 'air'>,
      merge: (here: JobCopy, there: JobCopy) => MergedCopies,
    ) =>
      transact(async ({ shop, logOf, jobOfHead, airRecords }) => {
        const jobId = file.job.id;
        const log = logOf(jobId);
        const head = await log.head();
        if (!head) throw new StaleHead();
        const here = await jobOfHead(jobId, head);
        // Entries never change: what the head counts is all that has to be so still when it is written.
        const { entries } = await now.logOf(jobId).entries(head.seq);
        const { job, fresh } = merge({ job: here, events: entries }, file);
        const no = head.no + 1;
        const { records, drawings } = jobRecords(
          job,
          no,
          head.job ? new Map() : (heads.get(jobId)?.drawings ?? new Map()),
        );
        const s = await shop();
        const products = file.products.filter((p) => p.basis === 'sheet' && !s.products.some((o) => o.id === p.id));
        const set = {
          ...log.records({ seq: head.seq, no }, fresh).records,
          ...records,
          ...(products.length > 0 && {
            [keys.shop]: writeRecord({ ...s, products: [...s.products, ...products], seq: s.seq + 1 }),
          }),
          ...(file.air && (await airRecords(file.air))),
        };
        return { result: Object.keys(set), set, onWritten: () => heads.set(jobId, { no, job, drawings }) };
      }),

    /** Puts a whole shop in the place of what is here, all or none. */
    putShop: (file: ShopFile) =>
      transact(async ({ getAllKeys, dayRecords, shop, getMany }) => {
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
        const entries = jobs.reduce((n, f) => n + f.events.length, 0);
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
        set[keys.backup] = writeRecord({ atMs: file.exportedMs, entries } satisfies Backup);
        return {
          result: undefined,
          set,
          remove: await getAllKeys(),
          onWritten: () => {
            heads.clear();
            days.clear();
          },
        };
      }),

    /** When the shop was last written to a file, and how many entries it had. */
    backup: async (): Promise<Backup | null> => {
      const text = await now.get(keys.backup);
      return text ? readRecord<Backup>('backup', text) : null;
    },
    saveBackup: (backup: Backup) => store.commit({ set: { [keys.backup]: writeRecord({ ...backup }) } }),

    /** Takes a job away, with all that belongs to it. Where there is no room even for that, its records go first, and make it. */
    removeJob: async (jobId: string) => {
      const gone = async (getAllKeys: () => Promise<string[]>) =>
        (await getAllKeys()).filter((k) => k.startsWith(`${jobLog(jobId)}/`));
      const away = () =>
        transact(async ({ shop, getAllKeys }) => {
          const s = await shop();
          const next = { ...s, jobIds: s.jobIds.filter((j) => j !== jobId), seq: s.seq + 1 };
          return {
            result: undefined,
            set: { [keys.shop]: writeRecord(next) },
            remove: await gone(getAllKeys),
            onWritten: () => heads.delete(jobId),
          };
        });
      try {
        await away();
      } catch (e) {
        if (!(e instanceof StorageProblem) || e.kind !== 'full') throw e;
        await store.commit({ remove: await gone(store.getAllKeys) });
        heads.delete(jobId);
        // The room that this has made comes later: a list that still names the job is put right at the next start.
        await away().catch((again: unknown) => {
          if (!(again instanceof StorageProblem) || again.kind !== 'full') throw again;
        });
      }
    },

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
          ...(jobIds.length < s.jobIds.length && {
            set: { [keys.shop]: writeRecord({ ...s, jobIds, seq: s.seq + 1 }) },
          }),
        };
      }),

    saveSettings: (patch: Partial<Settings>) => changeShop((s) => ({ ...s, settings: { ...s.settings, ...patch } })),
    saveProduct: (p: Product) =>
      changeShop((s) => ({ ...s, products: [p, ...s.products.filter((x) => x.id !== p.id)] })),
    removeProduct: (id: string) => changeShop((s) => ({ ...s, products: s.products.filter((x) => x.id !== id) })),

    /** Something half done that should outlive a killed browser, as the last save of it left it. */
    draft: async (which: string): Promise<unknown> => {
      await draftWrites.get(which);
      const text = await now.get(keys.draft(which));
      try {
        return text ? (readRecord('draft', text).draft ?? null) : null;
      } catch {
        return null;
      }
    },
    /** One after the other: a form that is opened again at once must not find what was just forgotten. */
    saveDraft: async (which: string, draft: unknown): Promise<void> => {
      const write = (draftWrites.get(which) ?? Promise.resolve()).then(() =>
        store.commit(
          draft === null ? { remove: [keys.draft(which)] } : { set: { [keys.draft(which)]: writeRecord({ draft }) } },
        ),
      );
      const settled = write.then(
        () => undefined,
        () => undefined,
      );
      draftWrites.set(which, settled);
      void settled.then(() => {
        if (draftWrites.get(which) === settled) draftWrites.delete(which);
      });
      await write;
    },

    /** Everything away. */
    wipe: () =>
      transact(async ({ getAllKeys }) => ({
        result: undefined,
        remove: await getAllKeys(),
        onWritten: () => {
          heads.clear();
          days.clear();
        },
      })),
  };
}
