import {
  ClockBook,
  effectiveEvents,
  foldLog,
  lookupIn,
  SHIPPED_PRODUCTS,
  splitDays,
  zoneFacts,
  zoneLabel,
  type Job,
  type LogEvent,
  type PlainEvent,
  type Product,
} from '@/core';
import { againstRules } from '@/core/rules/after';
import { fail, ok, type Result } from '@/core/result';
// Not by the core's lazy doors: what two later files share would else come with the first page.
import { MAX_FILE_BYTES, writeJobFile, type FileProblem, type JobFile } from '@/core/formats/jobFile';
import { readJobText } from '@/core/formats/readText';
import { airOfJob, readingOfRow, readingsToAdd } from '@/core/formats/readingRow';
import { readShopFiles, writeShopFiles, type ShopFile } from '@/core/formats/shopFile';
import { isSummed, withSum } from '@/core/formats/sums';
import { packFiles, unpackFiles } from '@/core/formats/zip';
import { mergeCopies } from '@/core/strata/mergeLogs';
import type { Message } from '@/core';
import type { Pictures } from '@/core/formats/pictures';
import { libraryOf } from './library';
import type { PictureStore } from './pictures';
import { jobLog, type ShopRecord } from './records';
import type { LoadedJob, Repository } from './repository';

/** An entry that both this browser and a file have corrected. */
export interface CorrectedTwice {
  entry: LogEvent;
  /** When each was written, ms. */
  hereMs: number;
  thereMs: number;
  counts: 'here' | 'there';
}

/** What a job file holds, and what it would do here. */
export interface JobPreview {
  jobId: string;
  name: string;
  panels: number;
  events: number;
  products: Product[];
  exportedMs: number;
  /** Its sum is right; false: it has none, as files of an older app. */
  checked: boolean;
  /** Readings of its air, and how many of them this shop has nothing of; null: it has none. */
  air: { readings: number; fresh: number } | null;
  /** What is here of the same job. */
  here?: {
    name: string;
    events: number;
    /** Entries that only the file has, that both have, and that only this browser has. */
    fresh: number;
    common: number;
    own: number;
    /** Of those that both have, how many say something else in the file. */
    other: number;
    panels: { added: number; changed: number; gone: number };
    clashes: CorrectedTwice[];
  };
  /** Of the newest entries, what the house's rules would have stopped. */
  against: { event: PlainEvent; place: string; says: Message }[];
}

export interface ShopPreview {
  name: string;
  exportedMs: number;
  jobs: number;
  events: number;
  readings: number;
  /** Records of its shelf. */
  shelf: number;
  /** What it has that is not here. */
  brings: ShopParts;
  /** What is only here: taking its place would delete that. */
  onlyHere: ShopParts;
  /** How many jobs are here. */
  here: number;
  /** Files of jobs that were damaged on the way and are left out. */
  damaged: readonly string[];
  /** Its sums are right; false: it is of an older app, and has none. */
  checked: boolean;
}

/** Parts of a shop, counted. */
export interface ShopParts {
  /** Names of whole jobs, and entries of jobs that both have. */
  jobs: string[];
  entries: number;
  readings: number;
  shelf: number;
  products: number;
}

/** More clashes than that are a number. */
const MOST_CLASHES = 20;

/** What is done with files, over the shop's records: in a worker, or where there is none on the page. */
export function createExchange(repo: Repository, pictures: PictureStore) {
  let job: JobFile | undefined;
  let shopFile: ShopFile | undefined;

  /** A job as it is here; undefined where it is not, or cannot be read. */
  const jobHere = (s: ShopRecord, id: string): Promise<LoadedJob | null | undefined> =>
    s.jobIds.includes(id) ? repo.load(id).catch(() => undefined) : Promise.resolve(undefined);

  const picturesOf = (j: Job): Promise<Pictures> => pictures.get((j.photos ?? []).map((p) => p.id));
  /** Keeps the pictures of files that are not here yet. */
  const keepPictures = async (files: readonly JobFile[]): Promise<void> => {
    for (const f of files) {
      const had = await pictures.get(Object.keys(f.pictures ?? {}));
      const fresh = Object.entries(f.pictures ?? {}).filter(([id]) => had[id] === undefined);
      if (fresh.length > 0) await pictures.put(Object.fromEntries(fresh));
    }
  };

  return {
    /** Reads and checks a job file, and keeps it until it is put in. @param tell told how much is checked, 0 to 1 */
    async readJob(file: Blob, tell?: (share: number) => void): Promise<Result<JobPreview, FileProblem[]>> {
      job = undefined;
      const text = file.size > MAX_FILE_BYTES ? '' : await file.text();
      const read = readJobText(text, file.size, tell);
      if (!read.ok) return read;
      job = read.value;
      const s = await repo.shop();
      const room = await repo.roomLog();
      const here = await jobHere(s, job.job.id);
      const { air } = job;
      const known = new Set(here?.events.map((e) => e.id));
      return ok({
        jobId: job.job.id,
        name: job.job.name,
        panels: job.job.panels.length,
        events: job.events.length,
        products: job.products,
        exportedMs: job.exportedMs,
        checked: isSummed(text),
        air: air ? { readings: air.readings.length, fresh: readingsToAdd(air.readings, room.days).length } : null,
        ...(here && { here: whatMerges(here, job) }),
        // What is here was judged when it was logged.
        against: (await judged(repo, s, job)).filter((a) => !known.has(a.event.id)),
      });
    },

    /** Puts in what was read last. @returns the records that were written @throws where nothing was read, or storage refuses */
    async putJob(how: 'replace' | 'merge'): Promise<readonly string[]> {
      if (!job) throw new Error('Pick the file again');
      // Pictures first: a photo that is named has its picture.
      await keepPictures([job]);
      const written = how === 'merge' ? await repo.mergeJob(job, mergeCopies) : await repo.putJobs([job]);
      const id = job.job.id;
      job = undefined;
      return ['shop', jobLog(id), ...written.filter((k) => !k.startsWith(jobLog('')) && k !== 'shop')];
    },

    /** A job as a file, with the air of its time. */
    async writeJob(id: string, nowMs: number): Promise<string> {
      const s = await repo.shop();
      const loaded = await repo.load(id);
      if (!loaded) throw new Error('That job is not here any more');
      const [room, heats] = [await repo.roomLog(), await repo.heats()];
      const air = airOfJob(id, loaded.events, room.days, heats, nowMs);
      return withSum(
        writeJobFile(loaded.job, loaded.events, libraryOf(s.products).all, nowMs, air, await picturesOf(loaded.job)),
      );
    },

    /** The whole shop as a zip. @returns its bytes, how many changes had been made when it was begun, and the jobs that could not be read */
    async writeShop(nowMs: number): Promise<{ bytes: Uint8Array; changes: number; leftOut: string[] }> {
      // First: what is changed while it is written counts as changed since.
      const changes = await repo.changes();
      const s = await repo.shop();
      const { all } = libraryOf(s.products);
      const jobs: JobFile[] = [];
      const leftOut: string[] = [];
      for (const id of s.jobIds) {
        const loaded = await repo.load(id).catch(() => null);
        if (loaded)
          jobs.push(writeJobFile(loaded.job, loaded.events, all, nowMs, undefined, await picturesOf(loaded.job)));
        else leftOut.push(id);
      }
      const room = await repo.roomLog();
      const shelf = await repo.shelf();
      if (shelf.unreadable.length > 0) leftOut.push('shelf');
      const files = writeShopFiles({
        exportedMs: nowMs,
        shelf: shelf.records,
        settings: s.settings,
        products: s.products,
        jobs,
        readings: room.days.flatMap((d) => d.readings),
        heats: await repo.heats(),
        alarms: await repo.alarmsDone(),
        workClocks: await repo.workClocks(),
        forecast: await repo.forecast(),
      });
      return { bytes: packFiles(files), changes, leftOut };
    },

    /** Reads and checks the file of a whole shop, and keeps it until it is put in. */
    async readShop(file: Blob, tell?: (share: number) => void): Promise<Result<ShopPreview, FileProblem[]>> {
      shopFile = undefined;
      if (file.size > MAX_FILE_BYTES)
        return fail([
          { path: '', message: `The file is ${Math.round(file.size / 1e6)} MB; no shop is as large as that` },
        ]);
      const files = unpackFiles(new Uint8Array(await file.arrayBuffer()));
      if (!files.ok) return fail([{ path: '', message: files.error }]);
      const read = readShopFiles(files.value.files, tell, files.value.damaged);
      if (!read.ok) return read;
      shopFile = read.value.shop;
      const { damaged, checked } = read.value;
      const { settings, exportedMs, jobs, readings, shelf } = shopFile;
      const { jobIds } = await repo.shop();
      return ok({
        shelf: shelf.length,
        ...(await shopsCompared(repo, shopFile)),
        here: jobIds.length,
        name: settings.shopName,
        exportedMs,
        jobs: jobs.length,
        events: jobs.reduce((n, j) => n + j.events.length, 0),
        readings: readings.length,
        damaged,
        checked,
      });
    },

    /** Puts it in the place of everything that is here. */
    async putShop(): Promise<void> {
      if (!shopFile) throw new Error('Pick the file again');
      await keepPictures(shopFile.jobs);
      await repo.putShop(shopFile);
      shopFile = undefined;
    },

    /** Puts it together with what is here. */
    async mergeShop(): Promise<void> {
      if (!shopFile) throw new Error('Pick the file again');
      await keepPictures(shopFile.jobs);
      await repo.mergeShop(shopFile, mergeCopies);
      shopFile = undefined;
    },
  };
}
export type Exchange = ReturnType<typeof createExchange>;

const noParts = (): ShopParts => ({ jobs: [], entries: 0, readings: 0, shelf: 0, products: 0 });

/** How many of each are not among the others. */
const without = <T>(list: readonly T[], others: ReadonlySet<T>): number =>
  list.reduce((n, x) => (others.has(x) ? n : n + 1), 0);
const bothWays = <T>(there: readonly T[], here: readonly T[]): [number, number] => [
  without(there, new Set(here)),
  without(here, new Set(there)),
];

/** What a shop's file has and the shop here has not, and the other way round. */
async function shopsCompared(repo: Repository, file: ShopFile): Promise<{ brings: ShopParts; onlyHere: ShopParts }> {
  const [brings, onlyHere] = [noParts(), noParts()];
  const s = await repo.shop();
  const there = new Map(file.jobs.map((f) => [f.job.id, f]));
  for (const f of file.jobs) if (!s.jobIds.includes(f.job.id)) brings.jobs.push(f.job.name);
  for (const id of s.jobIds) {
    const own = await repo.load(id).catch(() => null);
    const other = there.get(id);
    if (!other) onlyHere.jobs.push(own?.job.name ?? 'A job that cannot be read');
    else if (own) {
      const [more, less] = bothWays(
        other.events.map((e) => e.id),
        own.events.map((e) => e.id),
      );
      brings.entries += more;
      onlyHere.entries += less;
    }
  }
  const room = await repo.roomLog();
  [brings.readings, onlyHere.readings] = bothWays(
    file.readings.map((r) => r.atMs),
    room.days.flatMap((d) => d.readings.map((r) => r.atMs)),
  );
  [brings.shelf, onlyHere.shelf] = bothWays(
    file.shelf.map((r) => r.id),
    (await repo.shelf()).records.map((r) => r.id),
  );
  [brings.products, onlyHere.products] = bothWays(
    file.products.map((p) => p.id),
    s.products.map((p) => p.id),
  );
  return { brings, onlyHere };
}

function whatMerges(here: LoadedJob, file: JobFile): NonNullable<JobPreview['here']> {
  const r = mergeCopies(here, file);
  return {
    name: here.job.name,
    events: here.events.length,
    fresh: r.fresh.length,
    common: r.common,
    own: r.own,
    other: r.other,
    panels: panelsChanged(here.job, r.job),
    clashes: r.clashes.slice(0, MOST_CLASHES).map((c) => ({
      entry: c.entry,
      hereMs: c.here.writtenMs,
      thereMs: c.there.writtenMs,
      counts: c.counts,
    })),
  };
}

/** Panels that are other ones afterwards; with their zones. */
function panelsChanged(before: Job, after: Job): { added: number; changed: number; gone: number } {
  const textOf = (job: Job, id: string) =>
    JSON.stringify([job.panels.find((p) => p.id === id), job.zones.filter((z) => z.panelId === id)]);
  const had = new Set(before.panels.map((p) => p.id));
  const has = new Set(after.panels.map((p) => p.id));
  return {
    added: after.panels.filter((p) => !had.has(p.id)).length,
    gone: before.panels.filter((p) => !has.has(p.id)).length,
    changed: after.panels.filter((p) => had.has(p.id) && textOf(before, p.id) !== textOf(after, p.id)).length,
  };
}

/** What of a file the house's rules would have stopped: its entries in its own air, where it brings some. */
async function judged(
  repo: Repository,
  s: ShopRecord,
  { job, events, products, air }: JobFile,
): Promise<JobPreview['against']> {
  const own = s.products;
  const lookup = lookupIn([...own, ...products.filter((p) => !own.some((o) => o.id === p.id)), ...SHIPPED_PRODUCTS]);
  const state = foldLog(events, lookup, zoneFacts(job));
  const book = new ClockBook();
  const room = await repo.roomLog();
  const { tempC, rh } = s.settings;
  const shop = {
    days: air ? splitDays(air.readings.map(readingOfRow)) : room.days,
    forecast: (await repo.forecast())?.points ?? [],
    heats: air?.heats ?? (await repo.heats()),
    assumed: { tempC, rh },
  };
  const bench = {
    job,
    state,
    products: lookup,
    method: s.settings.method,
    book,
    shop,
    room: book.room(shop, [state.air]),
  };
  if (effectiveEvents(state).length === 0) return [];
  return againstRules(bench).map(({ event, zoneId, verdict }) => ({
    event,
    place: zoneLabel(job, zoneId),
    says: verdict.findings[0]?.says ?? '',
  }));
}
