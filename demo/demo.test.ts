import { readFileSync } from 'node:fs';
import path from 'node:path';
import {
  ClockBook,
  CLOSING_SOON_MS,
  emptyJob,
  FAMILIES,
  appendEvent,
  foldLog,
  splitDays,
  lookupIn,
  SHIPPED_PRODUCTS,
  type LogEvent,
  type ShopAir,
  type ZoneStatus,
} from '../src/core';
import type { ShelfRecord } from '../src/core/log/shelf';
import { parseShelfRecord } from '../src/core/log/shelfSchema';
import {
  appendToShelf,
  balanceOf,
  booksOf,
  bothSides,
  checkRecord,
  containerState,
  cupUsesOf,
  EMPTY_SHELF,
  foldShelf,
} from '../src/core/stock';
import { putBack } from '../src/core/assembly/putBack';
import { knownFromLog } from '../src/core/defects/fromLog';
import { whyDefect } from '../src/core/defects/why';
import { LOGGER_SINCE_MS, workshopForecast, workshopReadings } from '../src/core/devices';
import { checkEvent, readJobText, shiftTo, type JobFile } from '../src/core/formats';

const products = lookupIn(SHIPPED_PRODUCTS);
const load = (name: string): JobFile => {
  const r = readJobText(readFileSync(path.join(__dirname, `${name}.json`), 'utf8'));
  if (!r.ok) throw new Error(JSON.stringify(r.error.slice(0, 3)));
  return r.value;
};
const logger = (now: number) =>
  workshopReadings(now - LOGGER_SINCE_MS, now, 15, now).map((r) => ({ ...r, source: 'logger' as const }));
const files = [load('bread-van'), load('hatchback')];

describe('the demo shelf', () => {
  const stock = JSON.parse(readFileSync(path.join(__dirname, 'shelf.json'), 'utf8')) as {
    exportedMs: number;
    records: ShelfRecord[];
  };
  const shelf = foldShelf(stock.records);
  const uses = files.flatMap((f) => cupUsesOf(f.job.id, foldLog(f.events, products)));

  it('has 40 containers and more, none emptied below nothing, some low, past or soon past', () => {
    const all = [...shelf.containers.values()];
    expect(all.length).toBeGreaterThanOrEqual(40);
    expect(all.every((c) => c.amount >= 0)).toBe(true);
    const states = new Set(all.map((c) => containerState(c, stock.exportedMs)));
    expect([...states]).toEqual(expect.arrayContaining(['fine', 'low']));
  });
  it('every record could have been written as it stands', () => {
    let grown = EMPTY_SHELF;
    for (const r of stock.records) {
      expect(parseShelfRecord(r).ok).toBe(true);
      expect(checkRecord(r, { shelf: grown, products, nowMs: stock.exportedMs })).toEqual({ ok: true, value: r });
      grown = appendToShelf(grown, r);
    }
  });
  it('has a batch behind every coat, one over-pour and one second batch; every gram is somewhere', () => {
    for (const f of files)
      for (const e of f.events) {
        if (e.kind !== 'coated' && e.kind !== 'filled' && e.kind !== 'treated') continue;
        const p = products(e.productId);
        if (p && FAMILIES[p.family].mixed) expect(shelf.batches.has(e.batch?.batchId ?? '')).toBe(true);
      }
    const over = [...shelf.batches.values()].filter((b) =>
      b.pours.some((p) => p.massG > (p.plannedG ?? p.massG) * 1.1),
    );
    expect(over).toHaveLength(1);
    const slate = new Set([...shelf.batches.values()].filter((b) => b.colour === 'Slate shimmer').map((b) => b.no));
    expect(slate.size).toBeGreaterThan(1);
    const { inG, outG } = bothSides(booksOf(shelf, uses, products));
    expect(Math.abs(inG - outG)).toBeLessThan(0.01);
    for (const b of shelf.batches.values()) {
      const used = uses.reduce((s, u) => s + (u.batchId === b.id ? u.usedMl : 0), 0);
      expect(balanceOf(b, shelf, products, used).leftG).toBeGreaterThan(-1);
    }
  });
});

describe('the demo shop', () => {
  it('has at least 14 panels and 200 events over six weeks', () => {
    expect(files.flatMap((f) => f.job.panels).length).toBeGreaterThanOrEqual(14);
    const events = files.flatMap((f) => f.events);
    expect(events.length).toBeGreaterThanOrEqual(200);
    const times = events.map((e) => e.atMs);
    expect((Math.max(...times) - Math.min(...times)) / 86_400_000).toBeGreaterThan(40);
  });

  it.each(files.map((f) => [f.job.name, f] as const))('%s: every entry could have been logged as it stands', (_, f) => {
    let state = emptyJob();
    for (const e of [...f.events].sort((a: LogEvent, b: LogEvent) => a.writtenMs - b.writtenMs)) {
      const r = checkEvent(e, { job: f.job, state, products, nowMs: f.exportedMs });
      expect(r).toEqual({ ok: true, value: e });
      state = appendEvent(state, e, products);
    }
  });

  // Opened at any hour, the clocks that matter must be alive.
  it.each([0, 5.3, 11.1, 17.9])('shows every state when it is opened %d hours later', (later) => {
    const all: ZoneStatus[] = files.flatMap((f) => {
      const now = f.exportedMs + later * 3_600_000 + 77 * 86_400_000;
      const moved = shiftTo(f, now, 0);
      const state = foldLog(moved.events, products);
      // As the app has it: the logger's readings, what entries add, the forecast, and each panel's own lag.
      const book = new ClockBook();
      const air: ShopAir = {
        days: splitDays(logger(now)),
        forecast: workshopForecast(now, now),
        heats: [],
        assumed: { tempC: 20, rh: 0.5 },
      };
      const open = { job: moved.job, state, products };
      const statuses = book.statuses(open, air, book.room(air, [state.air]), now);
      return moved.job.zones.map((z) => statuses.get(z.id)!);
    });
    const stages = new Set(all.map((s) => s.stage));
    for (const s of [
      'bare',
      'converted',
      'filled',
      'curing',
      'toSand',
      'toBlock',
      'readyForColour',
      'baseOn',
      'toPolish',
      'finished',
      'asFound',
      'primed',
      'pastWindow',
    ] as const)
      expect([...stages]).toContain(s);
    expect(all.some((s) => s.top?.family === 'clear' && s.stage === 'curing')).toBe(true);
    expect(all.some((s) => s.temporaryUntilMs !== undefined)).toBe(true);
    const now = files[0]!.exportedMs + later * 3_600_000 + 77 * 86_400_000;
    expect(all.some((s) => s.closesMs !== undefined && s.closesMs - now < CLOSING_SOON_MS)).toBe(true);
  });
});

describe('after paint', () => {
  const coupe = load('coupe');
  const scooter = load('scooter');
  it('what the app puts into its shop is what the files have, without the products that ship with it, and pictures by themselves', () => {
    const pictures = JSON.parse(readFileSync(path.join(__dirname, 'seed', 'pictures.json'), 'utf8')) as object;
    let all = {};
    for (const name of ['bread-van', 'hatchback', 'coupe', 'scooter']) {
      const seed = JSON.parse(readFileSync(path.join(__dirname, 'seed', `${name}.json`), 'utf8')) as object;
      const whole = JSON.parse(readFileSync(path.join(__dirname, `${name}.json`), 'utf8')) as JobFile;
      const { pictures: own, ...rest } = whole;
      all = { ...all, ...own };
      expect(seed).toEqual({ ...rest, products: [] });
      for (const p of whole.products) expect(p.basis).not.toBe('sheet');
    }
    expect(all).toEqual(pictures);
    expect(Object.keys(all)).toHaveLength(4);
  });
  it('has a run whose cause the log bears out, and a roof that was polished by film', () => {
    const state = foldLog(coupe.events, products);
    const wing = state.zones.get('c-left-all')!;
    const [run] = wing.strata!.defects!;
    expect(run).toMatchObject({ kind: 'run', cause: 'shortFlash' });
    const known = knownFromLog({ defect: run!, events: wing.events, strata: wing.strata!, products });
    expect(whyDefect('run', known).causes[0]!.cause).toBe('shortFlash');
    const roof = state.zones.get('c-roof-all')!.strata!;
    expect(roof.defects![0]!.doneMs).toBeDefined();
    expect(roof.lookFromMs).toBeDefined();
    expect(roof.layers.at(-1)!.filmUm).toBeGreaterThan(35);
  });
  it('has a vehicle that is one plug short of finished', () => {
    const state = foldLog(scooter.events, products);
    const none = { get: () => undefined };
    const { open, parts } = putBack(scooter.job, state, () => undefined, none, scooter.exportedMs);
    expect(parts).toEqual([]);
    expect(open.map((o) => o.says)).toContain('1 × drain plug, in floor and drains');
    expect(open.every((o) => o.kind === 'missing' || o.kind === 'check')).toBe(true);
  });
});
