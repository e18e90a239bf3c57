import { addReadings, type AirDay, type ClimateReading, type Job, type LogEvent } from '@/core';
import { readRecord, writeRecord } from '@/core/formats/migrate';
import { readingsToAdd, type JobAir } from '@/core/formats/readingRow';
import { NewerFormat } from '@/core/formats/version';
import { isSame, laterOf } from '@/core/lastWriter';
import type { ShelfRecord } from '@/core/log/shelf';
import { logStore } from '../logStore';
import {
  climateRecord,
  dayFromRecord,
  DEFAULT_SETTINGS,
  eventsFromRecord,
  eventsRecord,
  heatsFromRecord,
  isRedrawn,
  jobLog,
  jobOf,
  keys,
  partsOf,
  shelfFromRecord,
  shelfRecord,
  shopFromRecord,
  SHOP_LOG,
  type BodyRecord,
  type DrawingRecord,
  type HeadRecord,
  type ShopRecord,
} from '../records';
import type { KeyValue } from '../storage';

const EVENTS = { read: eventsFromRecord, write: eventsRecord };
const SHELF = { read: shelfFromRecord, write: shelfRecord };
/** A day of the room's log that could not be read has what came after it beside it. */
export const BESIDE = '+';

/** Days of the room's log by the text that they were read from: each text is parsed once. */
export function openDays() {
  const days = new Map<string, { text: string; day: AirDay<ClimateReading> }>();
  /** The same object as long as its text is the same. Throws where it cannot be read. */
  function read(key: string, text: string): AirDay<ClimateReading> {
    const had = days.get(key);
    if (had?.text === text) return had.day;
    const day = dayFromRecord(text);
    days.set(key, { text, day });
    return day;
  }
  return {
    read,
    isReadable(key: string, text: string | null | undefined): boolean {
      try {
        if (text) read(key, text);
        return true;
      } catch (e) {
        if (e instanceof NewerFormat) throw e;
        return false;
      }
    },
    clear: () => days.clear(),
  };
}

/** What was read is kept by its number or its text, and parsed once. */
export interface Known {
  /** Jobs without their logs, as they were last read or written. */
  heads: Map<string, { no: number; job: Job; drawings: Map<string, DrawingRecord> }>;
  days: ReturnType<typeof openDays>;
}

/** Records of a job under a new number: its body, and those of its drawings that are other ones. */
export function jobRecords(job: Job, no: number, before: Map<string, DrawingRecord>) {
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
export function readingFrom(from: Pick<KeyValue, 'getMany' | 'getRange' | 'getAllKeys'>, known: Known) {
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
    const had = known.heads.get(jobId);
    if (head.job) {
      known.heads.set(jobId, { no: head.no, job: head.job, drawings: new Map() });
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
    known.heads.set(jobId, { no: head.no, job, drawings });
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
      const at = [key, key + BESIDE].find((k) => known.days.isReadable(k, had[k]));
      if (!at) throw new Error('A day of readings cannot be read, nor what stands beside it');
      const text = had[at];
      const day = text ? [known.days.read(at, text)] : [];
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
      .flatMap((k) => (had[k] && known.days.isReadable(k, had[k]) ? [known.days.read(k, had[k])] : []));
    const text = await get(keys.heats);
    const planned = text ? heatsFromRecord(text) : [];
    const all = new Map(planned.map((h) => [h.id, h]));
    for (const h of heats) {
      const had = all.get(h.id);
      all.set(h.id, had && laterOf(0, had, 0, h) === 'a' ? had : h);
    }
    const merged = [...all.values()];
    return {
      ...(await dayRecords(readingsToAdd(readings, own))),
      ...(!isSame(merged, planned) && { [keys.heats]: writeRecord({ heats: merged }) }),
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

export type Reading = ReturnType<typeof readingFrom>;
