import type { ClimateReading, Forecast, Job, LogEvent, Product } from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import { writeRecord } from '@/core/formats/migrate';
import { readingRow } from '@/core/formats/readingRow';
import type { ShopFile } from '@/core/formats/shopFile';
import { NewerFormat } from '@/core/formats/version';
import { mergeProducts } from '@/core/library/mergeProduct';
import { isSame, mergeMoments } from '@/core/lastWriter';
import type { ShelfRecord } from '@/core/log/shelf';
import type { JobCopy, MergedCopies } from '@/core/strata/mergeLogs';
import { StaleHead } from '../logStore';
import {
  alarmsFromRecord,
  CLIMATE,
  eventsRecord,
  forecastFromRecord,
  headRecord,
  jobLog,
  keys,
  SHOP_LOG,
  type DrawingRecord,
  type ShopRecord,
} from '../records';
import { StorageProblem } from '../storage';
import { jobRecords, type Reading } from './reading';
import type { Base } from './transact';

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
/** Puts two copies of a job together. */
type Merge = (here: JobCopy, there: JobCopy) => MergedCopies;
/** Products with figures of somebody's own: the shipped ones are everywhere. */
const ownProducts = (products: readonly Product[]): Product[] => products.filter((p) => p.basis === 'sheet');

/** Jobs with their logs. */
export function jobsIn(base: Base) {
  const { store, known, now, transact } = base;
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

  /** What a copy makes of the job that is here; undefined where there is none. */
  async function mergedJob(r: Reading, file: Pick<JobFile, 'job' | 'events'>, merge: Merge) {
    const jobId = file.job.id;
    const log = r.logOf(jobId);
    const head = await log.head();
    if (!head) return undefined;
    // Where the job's own record was lost its entries are there all the same, and the copy says what they are about.
    const here = await r.jobOfHead(jobId, head).catch((e: unknown) => {
      if (e instanceof NewerFormat) throw e;
      return file.job;
    });
    // Entries never change: what the head counts is all that has to be so still when it is written.
    const { entries, unreadable } = await now.logOf(jobId).entries(head.seq);
    const { job, fresh } = merge({ job: here, events: entries }, file);
    // Where entries were lost, what comes back takes their places.
    const texts = await r.getMany(unreadable);
    const holes = unreadable.filter((k) => texts[k] === null).slice(0, fresh.length);
    const back = Object.fromEntries(holes.map((k, i) => [k, eventsRecord(fresh.slice(i, i + 1))]));
    const no = head.no + 1;
    const before = head.job ? new Map<string, DrawingRecord>() : (known.heads.get(jobId)?.drawings ?? new Map());
    const { records, drawings } = jobRecords(job, no, before);
    return {
      set: { ...log.records({ seq: head.seq, no }, fresh.slice(holes.length)).records, ...back, ...records },
      fresh: fresh.length,
      onWritten: () => void known.heads.set(jobId, { no, job, drawings }),
    };
  }

  /** Records of a job that is not here. */
  function newJob(r: Reading, { job, events }: Pick<JobFile, 'job' | 'events'>) {
    const { records, drawings } = jobRecords(job, 1, new Map());
    return {
      set: { ...r.logOf(job.id).records({ seq: 0, no: 1 }, events).records, ...records },
      fresh: events.length,
      onWritten: () => void known.heads.set(job.id, { no: 1, job, drawings }),
    };
  }

  return {
    load,
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
        const counts = events.length + (shelf?.records.length ?? 0);
        if (!job) return { result: next.head, set: { ...next.records, ...shelfEntries }, counts };
        // A head of version 4 held the whole job: it becomes small with the first write.
        const no = head.no + 1;
        const { records, drawings } = jobRecords(job, no, new Map());
        return {
          result: { ...next.head, no },
          set: { ...next.records, ...records, ...shelfEntries, [log.headKey]: headRecord({ ...next.head, no }) },
          counts,
          onWritten: () => known.heads.set(jobId, { no, job, drawings }),
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
        const { records, drawings } = jobRecords(job, no, known.heads.get(jobId)?.drawings ?? new Map());
        const next = log.records({ seq: head.seq, no }, events);
        return {
          result: { job, ...next.head },
          set: { ...next.records, ...records },
          counts: 1 + events.length,
          onWritten: () => known.heads.set(jobId, { no, job, drawings }),
        };
      }),
    /**
     * Puts whole jobs in, all or none, replacing jobs of the same id, with the products that they bring. Of a product that the shop has of its own
     * too, each field is as it was changed last.
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
        const nos = new Map<string, number>();
        const put: (() => void)[] = [];
        const stored = await getAllKeys();
        for (const f of files) {
          const log = logOf(f.job.id);
          const old = await log.head().catch(() => null);
          const no = (old?.no ?? 0) + 1;
          nos.set(f.job.id, no);
          const { records, drawings } = jobRecords(f.job, no, new Map());
          Object.assign(set, log.records({ seq: 0, no }, f.events).records, records);
          remove.push(...stored.filter((k) => k.startsWith(`${jobLog(f.job.id)}/`)));
          put.push(() => known.heads.set(f.job.id, { no, job: f.job, drawings }));
          for (const p of mergeProducts([...products.values()], ownProducts(f.products))) products.set(p.id, p);
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
          ...(more.seeded && { seeded: { ...more.seeded, nos: Object.fromEntries(nos) } }),
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
          counts: files.reduce((n, f) => n + 1 + f.events.length, 0),
          onWritten: () => {
            if (room) known.days.clear();
            for (const f of put) f();
          },
        };
      }),
    /**
     * Puts a copy of a job together with the one that is here: entries that only the copy has go behind the log's end, parts that were changed
     * last count, and its air and products come along.
     * @param merge puts two copies together: loaded with what reads files @returns the keys of the records that were written
     */
    mergeJob: (file: Pick<JobFile, 'job' | 'events' | 'products' | 'air'>, merge: Merge) =>
      transact(async (r) => {
        const merged = await mergedJob(r, file, merge);
        if (!merged) throw new StaleHead();
        const s = await r.shop();
        const products = mergeProducts(s.products, ownProducts(file.products));
        const set = {
          ...merged.set,
          ...(!isSame(products, s.products) && { [keys.shop]: writeRecord({ ...s, products, seq: s.seq + 1 }) }),
          ...(file.air && (await r.airRecords(file.air))),
        };
        return { result: Object.keys(set), set, counts: 1 + merged.fresh, onWritten: merged.onWritten };
      }),
    /**
     * Puts a whole shop together with the one that is here, all or none: jobs entry by entry and part by part, its shelf, its readings, its
     * products. Settings and running work clocks stay as they are here.
     */
    mergeShop: (file: ShopFile, merge: Merge) =>
      transact(async (r) => {
        const s = await r.shop();
        const set: Record<string, string> = {};
        const written: (() => void)[] = [];
        let fresh = 0;
        for (const f of file.jobs) {
          const merged = (await mergedJob(r, f, merge)) ?? newJob(r, f);
          Object.assign(set, merged.set);
          fresh += 1 + merged.fresh;
          written.push(merged.onWritten);
        }
        const jobIds = [...new Set([...s.jobIds, ...file.jobs.map((f) => f.job.id)])];
        const theirs = [...file.products, ...file.jobs.flatMap((f) => ownProducts(f.products))];
        const products = mergeProducts(s.products, theirs);
        const seq = (await r.shelfLog.head())?.seq ?? 0;
        const known = new Set((await now.shelfLog.entries(seq)).entries.map((e) => e.id));
        const shelf = file.shelf.filter((e) => !known.has(e.id));
        const alarms = await r.get(keys.alarms);
        const forecast = await r.get(keys.forecast);
        const own = forecast ? forecastFromRecord(forecast) : null;
        Object.assign(set, await r.shelfRecords(shelf), {
          [keys.shop]: writeRecord({ ...s, jobIds, products, seq: s.seq + 1 }),
          [keys.alarms]: writeRecord({ done: mergeMoments(alarms ? alarmsFromRecord(alarms) : {}, file.alarms) }),
          ...(await r.airRecords({ readings: file.readings.map(readingRow), heats: file.heats })),
        });
        if (file.forecast && file.forecast.issuedMs > (own?.issuedMs ?? 0))
          set[keys.forecast] = writeRecord({ forecast: file.forecast });
        return {
          result: undefined,
          set,
          counts: fresh + shelf.length,
          onWritten: () => {
            for (const w of written) w();
          },
        };
      }),
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
            onWritten: () => known.heads.delete(jobId),
          };
        });
      try {
        await away();
      } catch (e) {
        if (!(e instanceof StorageProblem) || e.kind !== 'full') throw e;
        await store.commit({ remove: await gone(store.getAllKeys) });
        known.heads.delete(jobId);
        // The room that this has made comes later: a list that still names the job is put right at the next start.
        await away().catch((again: unknown) => {
          if (!(again instanceof StorageProblem) || again.kind !== 'full') throw again;
        });
      }
    },
  };
}
