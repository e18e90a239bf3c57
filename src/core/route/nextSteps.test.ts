import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { LogEvent } from '../log/event';
import { SUBSTRATE } from '../strata/types';
import { openSpots } from '../strata/spots';
import { foldLog } from '../strata/fold';
import { LOGGABLE } from '../log/event';
import { zoneStatus } from '../cure/status';
import { anyLog, coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { DEFAULT_METHOD } from '../library/method';
import { nextSteps } from './nextSteps';
import { stepOf } from '../rules/steps';

const DAY = 1440;
const next = (events: LogEvent[], nowMs = T0, air = { tempC: 20, rh: 0.45 }) => {
  const state = foldLog(events, products);
  const zone = state.zones.get('lower')!;
  const status = zoneStatus(zone, clockShop(constantAir(air.tempC, air.rh)), nowMs, products);
  return nextSteps(
    {
      strata: zone.strata!,
      status,
      air,
      method: DEFAULT_METHOD,
      products,
      nowMs,
      within: { job: JOB, state, zoneId: 'lower' },
    },
    state,
    SHIPPED_PRODUCTS,
  );
};
const labels = (events: LogEvent[]) => next(events).map((s) => s.label);
const bare = foundBare(['lower'], -50 * DAY);

describe('what comes next', () => {
  it('on bare metal: clean it, and what may go on then', () => {
    const all = labels([foundBare(['lower'], -60)]);
    expect(all[0]).toMatch(/^Clean: /);
    expect(all).toEqual(expect.arrayContaining(['Epoxy primer', 'Light filler']));
  });
  it('on primer: another coat, guide coat, blocking', () =>
    expect(labels([bare, coated('highbuild-2k', -3 * DAY)])).toEqual(
      expect.arrayContaining([
        'Another coat of high-build primer',
        'Guide coat',
        expect.stringMatching(/^Block, P\d+$/),
      ]),
    ));
  it('on clear: denib, polish, and what waits for it to be hard', () =>
    expect(labels([bare, coated('clear-ms', -60, 2)])).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Denib/), 'Polish', 'Tape over it', 'Refit', 'Wax']),
    ));
  it('a marked fault comes into question once, whatever its count', () => {
    const mark = (id: string) => ev({ kind: 'marked', id, atMin: -9, fault: 'dent', grade: 1, treatment: 'fill' });
    expect(next([bare, mark('a'), mark('b')]).filter((s) => s.step.kind === 'repair')).toHaveLength(1);
  });
  it('what may be done stands before what has to wait, and that by when it clears', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        const steps = next([foundBare(['lower'], -2000), ...events], T0 + 60 * 60_000);
        const stopped = steps.map((s) => (s.verdict.level === 'stop' ? 1 : 0));
        expect([...stopped].sort()).toEqual(stopped);
        const waits = steps.filter((s) => s.verdict.level === 'stop').map((s) => s.verdict.clearsMs ?? Infinity);
        expect([...waits].sort((a, b) => a - b)).toEqual(waits);
        // No product twice, nothing that the sheet cannot log.
        const ids = steps.flatMap((s) => (s.step.kind === 'coat' ? [s.step.product.id] : []));
        expect(new Set(ids).size).toBe(ids.length);
        for (const s of steps) if (s.logs) expect(LOGGABLE).toContain(s.logs);
      }),
      { endOnFailure: true },
    );
  });
});

/** Work as it goes on: coats, skims and sanding one after the other, the last one a while ago. */
const worked = fc
  .tuple(
    fc.array(
      fc.record({
        act: fc.constantFrom(
          'epoxy-primer',
          'highbuild-2k',
          'etch-primer',
          'base-solvent',
          'base-water',
          'clear-ms',
          'single-stage',
          'seam-sealer',
          'fill',
          'sand',
          'clean',
        ),
        gapMin: fc.integer({ min: 1, max: 900 }),
        grit: fc.constantFrom(80, 180, 320, 400, 600),
      }),
      { minLength: 1, maxLength: 5 },
    ),
    fc.integer({ min: 1, max: 240 }),
  )
  .map(([acts, sinceMin]) => {
    let at = 0;
    const events = acts.map((a): LogEvent => {
      at += a.gapMin;
      if (a.act === 'sand')
        return ev({ kind: 'sanded', atMin: at, grit: a.grit, tool: 'block', wet: false, removedUm: 4 });
      if (a.act === 'clean') return ev({ kind: 'cleaned', atMin: at, productId: 'cleaner-metal' });
      if (a.act === 'fill') return ev({ kind: 'filled', atMin: at, productId: 'light-filler', filmUm: 900 });
      return coated(a.act, at);
    });
    return { log: [bare, ...events], nowMin: at + sinceMin };
  });

describe('from when a step is allowed', () => {
  const stops = (v: ReturnType<typeof next>[number]['verdict']) =>
    v.findings.filter((f) => f.level === 'stop').map((f) => f.ruleId);
  const air = fc.record({ tempC: fc.integer({ min: 11, max: 33 }), rh: fc.integer({ min: 30, max: 65 }) });
  it('lies ahead, and then the reasons are gone, whatever the work and the air', () => {
    let waits = 0;
    fc.assert(
      fc.property(worked, air, ({ log, nowMin }, { tempC, rh }) => {
        const room = { tempC, rh: rh / 100 };
        const now = T0 + nowMin * 60_000;
        for (const s of next(log, now, room)) {
          const { clearsMs } = s.verdict;
          if (clearsMs === undefined) continue;
          waits++;
          expect(clearsMs).toBeGreaterThan(now);
          const then = next(log, clearsMs + 60_000, room).find((x) => x.label === s.label);
          // What hinders then is something else, such as a window that closed, not what was waited for.
          const still = then ? stops(then.verdict).filter((r) => stops(s.verdict).includes(r)) : [];
          expect({ step: s.label, still }).toEqual({ step: s.label, still: [] });
        }
      }),
      {
        endOnFailure: true,
        numRuns: 150,
        // Filler that is soft on the field, and primer that is soft on a spot for longer.
        examples: [
          [
            {
              log: [
                bare,
                ev({ kind: 'filled', atMin: 347, productId: 'light-filler', filmUm: 900 }),
                coated('base-water', 617),
                coated('highbuild-2k', 1505),
                ev({ kind: 'filled', atMin: 1595, productId: 'light-filler', filmUm: 900 }),
              ],
              nowMin: 1603,
            },
            { tempC: 17, rh: 51 },
          ],
        ],
      },
    );
    expect(waits).toBeGreaterThan(100);
  });
  it('a minute before it is still too soon', () => {
    fc.assert(
      fc.property(worked, air, ({ log, nowMin }, { tempC, rh }) => {
        const room = { tempC, rh: rh / 100 };
        const now = T0 + nowMin * 60_000;
        for (const s of next(log, now, room)) {
          const { clearsMs } = s.verdict;
          if (clearsMs === undefined || clearsMs - 120_000 <= now) continue;
          const then = next(log, clearsMs - 120_000, room).find((x) => x.label === s.label);
          if (then) expect({ step: s.label, level: then.verdict.level }).toEqual({ step: s.label, level: 'stop' });
        }
      }),
      { endOnFailure: true, numRuns: 100 },
    );
  });
  const liesBare = (log: LogEvent[]): boolean => {
    const s = foldLog(log, products).zones.get('lower')!.strata!;
    return [s, ...openSpots(s)].some((x) => x.surface.exposes === SUBSTRATE);
  };
  it('waiting by itself forbids nothing but what time spoils: windows, bare metal, what was cleaned', () => {
    const spoiled = new Set<string>();
    fc.assert(
      fc.property(worked, fc.integer({ min: 1, max: 4000 }), ({ log, nowMin }, wait) => {
        const now = T0 + nowMin * 60_000;
        const later = next(log, now + wait * 60_000);
        for (const s of next(log, now)) {
          const then = later.find((x) => x.label === s.label);
          if (s.verdict.level !== 'stop' && then)
            // Bare steel rusts meanwhile, and then it is another surface to the table.
            for (const r of stops(then.verdict)) if (!(r === 'over.table' && liesBare(log))) spoiled.add(r);
        }
      }),
      { numRuns: 150 },
    );
    for (const r of spoiled) expect(r).toMatch(/^over\.(windowClosed|key|flashRust|staleMetal)$/);
  });
});

describe('an entry on the sheet as a step', () => {
  const epoxy = products('epoxy-primer')!;
  it.each([
    ['coated', { filmUm: 40 }, epoxy, { kind: 'coat', product: epoxy, filmUm: 40 }],
    ['treated', {}, epoxy, { kind: 'coat', product: epoxy, filmUm: undefined }],
    ['sanded', { grit: 180, removedUm: 4 }, undefined, { kind: 'sand', grit: 180, removedUm: 4 }],
    ['sanded', {}, undefined, { kind: 'sand', grit: 400, removedUm: undefined }],
    ['stripped', { method: 'chemical' }, undefined, { kind: 'strip', method: 'chemical' }],
    ['stripped', { method: 'wireWheel' }, undefined, { kind: 'strip', method: 'wireWheel' }],
    ['repaired', { method: 'Cut out and patch' }, undefined, { kind: 'repair', treatment: 'patch' }],
    ['repaired', { method: 'Something of my own' }, undefined, { kind: 'repair' }],
    ['fitted', { where: 'on' }, undefined, { kind: 'fit' }],
    [
      'blasted',
      { media: 'Garnet', wet: true },
      undefined,
      { kind: 'blast', media: 'Garnet', barG: undefined, wet: true, inhibitor: false },
    ],
  ] as const)('%s %j', (kind, payload, product, step) => expect(stepOf(kind, payload, product)).toEqual(step));
  it('is none without a product, or for what needs no verdict', () => {
    expect(stepOf('coated', {}, undefined)).toBeUndefined();
    expect(stepOf('measured', { measure: 'air' }, undefined)).toBeUndefined();
  });
});
