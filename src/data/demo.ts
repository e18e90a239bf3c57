import { HOUR_MS, MINUTE_MS, SCHOOLS, type ClimateReading } from '@/core';
import { keysOf } from '@/core/keysOf';
import type { JobFile } from '@/core/formats/jobFile';
import { shiftShelf, shiftTo } from '@/core/formats/shift';
import { PEOPLE, YEAR } from '../../demo/people';
import { DEFAULT_SETTINGS, type Seeding, type ShopRecord } from './records';
import { loadDevices } from './boundary';
import type { Repository } from './repository';

/** An untouched demo older than this is filled anew, so that its clocks are alive. */
const STALE_MS = HOUR_MS;
/** How often the demo's logger has written down the air. */
const LOGGER_EVERY_MIN = 15;

/** Held by every tab that shows the demo, together with the others. */
const SHOWN = 'demo-shown';

/** Says, for as long as the page is open, that the demo is shown here. */
export function showsDemo(): void {
  void navigator.locks?.request(SHOWN, { mode: 'shared' }, () => new Promise(() => undefined)).catch(() => undefined);
}

/** Whether another tab has the demo open: it is not filled anew under somebody's hands. */
async function isShownElsewhere(): Promise<boolean> {
  const held = (await navigator.locks?.query().catch(() => undefined))?.held ?? [];
  return held.some((l) => l.name === SHOWN);
}

/** Whether somebody did something in the demo: logged, drew, read the air. A job that cannot be read is left as it is, too. */
async function isTouched(repo: Repository, shop: ShopRecord, { atMs, seqs, nos }: Seeding): Promise<boolean> {
  if (shop.jobIds.length !== Object.keys(seqs).length) return true;
  try {
    const [room, shelf, ...jobs] = await Promise.all([
      repo.roomLog(),
      repo.shelf(),
      ...shop.jobIds.map((id) => repo.load(id)),
    ]);
    const readings = room.days.flatMap((d) => d.readings);
    return (
      shelf.records.some((r) => r.writtenMs > atMs) ||
      readings.some((r) => r.atMs > atMs && r.source !== 'logger') ||
      jobs.some((j) => j && (j.seq !== seqs[j.job.id] || (nos && j.no !== nos[j.job.id])))
    );
  } catch {
    return true;
  }
}

/**
 * Fills the demo shop with times that are relative to now. Anything that a user logged in it stays.
 * @param force also when it was touched: the user asked to start again
 */
export async function seedDemo(repo: Repository, now: number, force = false): Promise<void> {
  const shop = await repo.shop();
  if (shop.seeded && !force) {
    if (now - shop.seeded.atMs < STALE_MS && now >= shop.seeded.atMs) return;
    if (await isTouched(repo, shop, shop.seeded)) return;
    if (await isShownElsewhere()) return;
  }
  const [{ LOGGER_SINCE_MS, workshopForecast, workshopReadings }, stock, ...raw] = await Promise.all([
    loadDevices(),
    import('../../demo/shelf.json'),
    import('../../demo/seed/bread-van.json'),
    import('../../demo/seed/hatchback.json'),
    import('../../demo/seed/coupe.json'),
    import('../../demo/seed/scooter.json'),
  ]);
  // Shipped with the app and checked by its tests, so they are not validated again on every start.
  const files = raw.map((m) => shiftTo(m.default as unknown as JobFile, now, new Date(now).getTimezoneOffset()));
  const readings = workshopReadings(now - LOGGER_SINCE_MS, now, LOGGER_EVERY_MIN, now).map((p): ClimateReading => ({
    ...p,
    source: 'logger',
  }));
  if (force) await repo.wipe();
  const issuedMs = now - 20 * MINUTE_MS;
  await repo.putJobs(
    files,
    {
      // Its painters agreed on their ways long ago.
      settings: {
        ...DEFAULT_SETTINGS,
        ...(force ? {} : shop.settings),
        shopName: 'Marrow Lane workshop',
        people: (force ? undefined : shop.settings.people) ?? PEOPLE,
        compressors: (force ? undefined : shop.settings.compressors) ?? 1,
        season: (force ? undefined : shop.settings.season) ?? YEAR,
        lamps: (force ? undefined : shop.settings.lamps) ?? 1,
        schools: keysOf(SCHOOLS),
      },
      seeded: { atMs: now, seqs: Object.fromEntries(files.map((f) => [f.job.id, f.events.length])) },
    },
    { readings, forecast: { issuedMs, points: workshopForecast(issuedMs, now) } },
    shiftShelf(stock.default as unknown as Parameters<typeof shiftShelf>[0], now, new Date(now).getTimezoneOffset()),
  );
}
