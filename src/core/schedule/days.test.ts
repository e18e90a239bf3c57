/** @jest-environment node */
import fc from 'fast-check';
import { foldLog, lookupIn, SHIPPED_PRODUCTS } from '..';
import { seeded } from '../fair/truth';
import type { Agreed, Person } from '../log/days';
import type { Job } from '../log/job';
import { mergeJob, stampJob } from '../log/mergeJob';
import { DAY_MS, HOUR_MS } from '../units/time';
import { PEOPLE, NOW, restoration } from './days.testing';
import { causeOf, decidingChain } from './reasons';
import { dayEnd, planDays, putOnDay } from './planDays';
import { workName } from './say';
import { drawNetwork, finishSpread } from './spread';
import { layOut } from './layOut';
import { planNetwork } from './solve';
import { prepare } from './times';
import { badDayShare } from './badDays';
import { finerJob, fitsInto, howPlansWent, inDanger, hoursOf, tookOf, whatIf, WHAT_IFS, type DaysNetwork } from '.';

const alone: Person[] = [PEOPLE[0]!];
const plan = (d: DaysNetwork) => planNetwork(d.network, d.kept);
const at = (id: string, d: DaysNetwork) => d.network.activities.find((a) => a.id === id)!;

describe('hours', () => {
  const evenings = { week: [{ day: 2, fromMin: 18 * 60, toMin: 21 * 60 }], extra: [], off: [] };
  it('of the week, in minutes from now on: a Tuesday at eight to the next Tuesday evening', () => {
    const tuesday = new Date(2030, 4, 7, 8).getTime();
    const [first, second] = hoursOf(evenings, tuesday, 8);
    expect(first).toEqual([10 * 60, 13 * 60]);
    expect(second).toEqual([7 * 1440 + 10 * 60, 7 * 1440 + 13 * 60]);
  });
  it('certain days besides, and days away, cut out of the middle', () => {
    const tuesday = new Date(2030, 4, 7, 8).getTime();
    const off = [{ fromMs: tuesday + 11 * HOUR_MS, untilMs: tuesday + 12 * HOUR_MS }];
    const extra = [{ fromMs: tuesday + DAY_MS, untilMs: tuesday + DAY_MS + HOUR_MS }];
    expect(hoursOf({ ...evenings, off, extra }, tuesday, 3)).toEqual([
      [600, 660],
      [720, 780],
      [1440, 1500],
    ]);
  });
  it('what has begun counts from now on', () => {
    const later = new Date(2030, 4, 7, 19, 30).getTime();
    expect(hoursOf(evenings, later, 1)).toEqual([[0, 90]]);
  });
});

/** What a plan of days breaks, checked from what the parts say: nobody in two places, nothing outside of hours, orders and rests kept. */
function broken(d: DaysNetwork): string[] {
  const s = plan(d);
  const given = new Set(s.breaches.map((b) => b.id));
  const out: string[] = [];
  for (const l of d.network.lags) {
    const [end, start] = [s.ends.get(l.first), s.starts.get(l.then)];
    if (end === undefined || start === undefined) continue;
    if (start < end + l.minMin - 1e-6) out.push(`${l.then} too soon after ${l.first}`);
    if (l.maxMin !== undefined && !given.has(l.then) && start > end + l.maxMin + 1e-6)
      out.push(`${l.then} past its window`);
  }
  for (const r of d.network.resources.filter((x) => x.id.startsWith('person/'))) {
    const his = [...s.by].filter(([, by]) => by === r.id).map(([id]) => id);
    for (const a of his) {
      const [from, to] = [s.starts.get(a)!, s.ends.get(a)!];
      const open = (r.open ?? []).some(([f, t]) => from >= f - 1e-6 && from < t);
      if (!open) out.push(`${a} begins while ${r.id} is not there`);
      if (!at(a, d).pauses && !(r.open ?? []).some(([f, t]) => from >= f - 1e-6 && to <= t + 1e-6))
        out.push(`${a} goes on without ${r.id}`);
      for (const b of his)
        if (a !== b && from < s.ends.get(b)! - 1e-6 && to > s.starts.get(b)! + 1e-6)
          out.push(`${r.id} at ${a} and ${b}`);
    }
  }
  // What is shared is never used by more at once than there is of it: at each beginning, what is under way or still held then.
  const many = d.network.resources.filter((r) => r.capacity !== undefined && !r.id.startsWith('person/'));
  for (const r of many)
    for (const a of d.network.activities.filter((x) => x.uses?.[r.id])) {
      const start = s.starts.get(a.id);
      if (start === undefined) continue;
      const used = d.network.activities.reduce((n, b) => {
        const [from, to] = [s.starts.get(b.id), s.ends.get(b.id)];
        const isUnderWay =
          from !== undefined && to !== undefined && from <= start && to + (b.holds?.[r.id] ?? 0) > start + 1e-6;
        return isUnderWay ? n + (b.uses?.[r.id] ?? 0) : n;
      }, 0);
      if (used > r.capacity! + 1e-6) out.push(`${used} of ${r.capacity} ${r.id} at ${a.id}`);
    }
  return out;
}

describe('a plan of days from the ways of a job', () => {
  // `PLANS=1000` for the long run.
  it('breaks no rest, no window, nobody’s hours, and takes no more than there is: drawn jobs and people', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 14 }), fc.integer({ min: 0, max: 1 << 20 }), (panels, seed) => {
        const random = seeded(seed + 1);
        const people = PEOPLE.slice(0, 1 + Math.floor(random() * 2)).map((p) => ({
          ...p,
          week: p.week.filter(() => random() < 0.8),
        }));
        const some = people.some((p) => p.week.length > 0) ? people : alone;
        expect(
          broken(
            restoration(panels, some, {
              ...(random() < 0.5 && { stands: 1 + Math.floor(random() * 5) }),
              ...(random() < 0.5 && { compressors: 1, places: 2 }),
              ...(random() < 0.5 && { lamps: 1 }),
            }),
          ),
        ).toEqual([]);
      }),
      { numRuns: Number(process.env.PLANS ?? 12) },
    );
  });
  it('one compressor: what is blasted waits for what is sprayed, whoever does it', () => {
    const two: Person[] = [PEOPLE[0]!, { ...PEOPLE[0]!, id: 'c', name: 'C' }];
    const free = restoration(10, two, { places: 2 });
    const one = restoration(10, two, { places: 2, compressors: 1 });
    const sharing = one.network.activities.filter((a) => a.uses?.compressor);
    expect(sharing.length).toBeGreaterThan(2);
    expect(free.network.activities.some((a) => a.uses?.compressor)).toBe(false);
    expect(broken(one)).toEqual([]);
    const s = plan(one);
    const spans = sharing.map((a) => [s.starts.get(a.id)!, s.ends.get(a.id)!] as const).sort((x, y) => x[0] - y[0]);
    spans.forEach(([from], i) => expect(from).toBeGreaterThanOrEqual((spans[i - 1]?.[1] ?? 0) - 1e-6));
  });
  it('what is written down with minutes takes somebody’s hours; what has none takes nothing', () => {
    const toDo = { id: 't', text: 'Sort the bolts', zoneIds: ['z1'], atMs: NOW, minutes: 90 };
    const d = restoration(2, alone, { toDos: [toDo] });
    const s = plan(d);
    expect(s.ends.get('todo/t')! - s.starts.get('todo/t')!).toBeGreaterThanOrEqual(90);
    expect(s.by.get('todo/t')).toBe('person/a');
    expect(workName(d.works.get('todo/t')!)).toBe('Sort the bolts');
    expect(d.works.get('todo/t')!.panelIds).toEqual(['p1']);
    expect(broken(d)).toEqual([]);
  });
  it('what is on order a week later: the end is later by a week at most, and no sooner', () => {
    const d = restoration(3, PEOPLE, {
      agreed: [{ id: 'back', kind: 'back', panelIds: ['p1'], atMs: NOW + 20 * DAY_MS }],
    });
    const late = whatIf(d, 'late', NOW)!;
    const [is, would] = [plan(d).doneMin, planNetwork(late).doneMin];
    expect(would - is).toBeGreaterThan(4 * 1440);
    expect(would - is).toBeLessThanOrEqual(8 * 1440);
    expect(whatIf(restoration(3), 'late', NOW)).toBeUndefined();
  });
  it('a level finer everywhere; of what is for show there is none', () => {
    const job = { level: 'tidy', zones: [{ finish: { system: 'baseClear', level: 'driver' } }, {}] } as unknown as Job;
    expect(finerJob(job)).toMatchObject({ level: 'driver', zones: [{ finish: { level: 'show' } }, {}] });
    expect(finerJob({ level: 'show', zones: [{}] } as unknown as Job)).toBeUndefined();
    expect(finerJob({ zones: [] } as unknown as Job)?.level).toBe('show');
  });
  it('what needs an eye for it is not given to a helper', () => {
    const d = restoration(8);
    const s = plan(d);
    for (const [id, by] of s.by)
      if (by === 'person/b')
        expect(d.works.get(id)!.block!.steps.map((x) => x.kind)).not.toEqual(expect.arrayContaining(['coat']));
    expect([...s.by.values()]).toContain('person/b');
  });
  it('nobody who sprays: what is to be sprayed is named as without a time, and the rest is planned', () => {
    const helper = [{ ...PEOPLE[1]!, helper: true }];
    const s = plan(restoration(2, helper));
    expect(s.breaches.length).toBeGreaterThan(0);
    expect(new Set(s.breaches.map((b) => b.kind))).toEqual(new Set(['unplaced']));
    expect(s.starts.size).toBeGreaterThan(0);
  });
  it('somebody comes and blasts: what is before it is done by then, and what is after it comes after', () => {
    const visit: Agreed = {
      id: 'v',
      kind: 'visit',
      panelIds: ['p1'],
      atMs: NOW + 3 * DAY_MS,
      untilMs: NOW + 3 * DAY_MS + 6 * HOUR_MS,
      act: 'strip',
    };
    const d = restoration(3, PEOPLE, { agreed: [visit] });
    const s = plan(d);
    expect(s.starts.get('visit/v')).toBe(3 * 1440);
    const next = d.network.lags.filter((l) => l.first === 'visit/v').map((l) => l.then);
    expect(next).toHaveLength(1);
    for (const id of next) expect(s.starts.get(id)!).toBeGreaterThanOrEqual(3 * 1440 + 360);
  });
  it('a date that cannot be kept is named with how late; one that can is kept', () => {
    const due = (days: number): Agreed[] => [{ id: 'd', kind: 'due', panelIds: [], atMs: NOW + days * DAY_MS }];
    const late = plan(restoration(3, PEOPLE, { agreed: due(1) }));
    expect(late.breaches.map((b) => b.kind)).toEqual(late.breaches.map(() => 'due'));
    expect(late.breaches.length).toBeGreaterThan(0);
    expect(plan(restoration(3, PEOPLE, { agreed: due(60) })).breaches).toEqual([]);
  });
  it('what was put on a day begins on it; a part that is not here is not begun before', () => {
    const free = restoration(4);
    const [id, w] = [...free.works].find(([, x]) => x.block?.place === 'spray')!;
    const on: Agreed = {
      id: 'o',
      kind: 'on',
      panelIds: [...w.panelIds],
      zoneIds: [...w.zoneIds],
      work: w.block!.work,
      atMs: NOW + 7 * DAY_MS - 8 * HOUR_MS,
      untilMs: NOW + 8 * DAY_MS - 8 * HOUR_MS,
    };
    const put = restoration(4, PEOPLE, { agreed: [on] });
    const s = plan(put);
    expect(Math.floor((s.starts.get(id)! + 480) / 1440)).toBe(7);
    expect(causeOf(put.network, s, id).kind).toBe('from');
    const back = restoration(2, PEOPLE, {
      agreed: [{ id: 'b', kind: 'back', panelIds: ['p0'], atMs: NOW + 5 * DAY_MS }],
    });
    const t = plan(back);
    for (const [k, x] of back.works)
      if (x.panelIds.includes('p0')) expect(t.starts.get(k)!).toBeGreaterThanOrEqual(5 * 1440);
  });
  it('two phones put one piece on different days: put together, the later word counts on both, and off again takes both away', () => {
    const free = restoration(3);
    const w = [...free.works.values()].find((x) => x.block?.place === 'spray')!;
    const put = (day: number, id: string): Agreed[] =>
      putOnDay([], w.block!, { dayMs: NOW + day * DAY_MS - 8 * HOUR_MS }, id);
    const base = { id: 'job', name: 'J', about: '', createdMs: NOW, panels: [], zones: [] } as unknown as Job;
    const one = stampJob(base, { ...base, agreed: put(9, 'b-later') }, NOW + 2);
    const two = stampJob(base, { ...base, agreed: put(5, 'a-sooner') }, NOW + 1);
    for (const both of [mergeJob(one, two, new Set()), mergeJob(two, one, new Set())]) {
      expect(both.agreed).toHaveLength(2);
      const s = plan(restoration(3, PEOPLE, { agreed: both.agreed! }));
      expect(Math.floor((s.starts.get(w.id)! + 480) / 1440)).toBe(9);
      expect(putOnDay(both.agreed!, w.block!, undefined, 'c')).toEqual([]);
    }
  });
  it('put on a day, on another one, and on any again: one agreement at most, and only of that work', () => {
    const b = { work: 'sand|||#1', zoneIds: ['z0', 'z1'], panelIds: ['p0'] };
    const day = new Date(2030, 2, 31).getTime();
    const other = putOnDay([], { ...b, work: 'polish|||#1' }, { dayMs: day }, 'o');
    const once = putOnDay(other, b, { dayMs: day }, 'a');
    expect(once.map((a) => a.id)).toEqual(['o', 'a']);
    expect(once[1]!.untilMs).toBe(new Date(2030, 3, 1).getTime());
    const again = putOnDay(once, { ...b, zoneIds: ['z1'] }, { dayMs: day, fromMs: day + HOUR_MS }, 'b');
    expect(again.map((a) => [a.id, a.atMs - day])).toEqual([
      ['o', 0],
      ['b', HOUR_MS],
    ]);
    expect(putOnDay(again, b, undefined, 'c')).toEqual(other);
  });
  it('who sprays in an evening is at nothing else then, and nothing else is sprayed there', () => {
    const from = NOW + DAY_MS + 2 * HOUR_MS;
    const until = from + 4 * HOUR_MS;
    const evening = {
      id: 'e',
      fromMs: from,
      untilMs: until,
      zoneIds: ['z5'],
      stands: 0,
      turning: 0,
      helper: false,
      ready: [],
    };
    const d = restoration(8, PEOPLE, { evenings: [evening] });
    const s = plan(d);
    const [a, b] = [s.starts.get('evening/e')!, s.ends.get('evening/e')!];
    expect([a, b]).toEqual([26 * 60, 30 * 60]);
    for (const [id, w] of d.works) {
      const [f, t] = [s.starts.get(id)!, s.ends.get(id)!];
      if (id === 'evening/e' || f >= b || t <= a) continue;
      expect(w.block?.place).not.toBe('spray');
      // What may be left is left over it, and not begun in it.
      if (s.by.get(id) === 'person/a') expect([f < a, at(id, d).pauses]).toEqual([true, true]);
    }
  });
  it('what is in danger is told once for all that is late for the same: dates by job, windows together', () => {
    const d = restoration(4, alone, {
      agreed: [{ id: 'due', kind: 'due', panelIds: [], atMs: NOW + HOUR_MS }],
    });
    const s = plan(d);
    const late = s.breaches.filter((b) => b.kind === 'due');
    expect(late.length).toBeGreaterThan(1);
    const told = inDanger({ ...d, held: [{ jobId: 'job', panelIds: ['p0'], why: 'away' }] }, s);
    expect(told.filter((x) => x.why === 'due')).toEqual([
      {
        why: 'due',
        jobId: 'job',
        workIds: late.map((b) => b.id),
        byMin: Math.max(...late.map((b) => b.byMin)),
        panelIds: [],
      },
    ]);
    expect(told.filter((x) => x.why === 'window').length).toBeLessThanOrEqual(1);
    expect(told[told.length - 1]).toMatchObject({ why: 'away', panelIds: ['p0'] });
    const ids = told.flatMap((x) => x.workIds);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.sort()).toEqual(s.breaches.map((b) => b.id).sort());
  });
  it('two links that contradict each other hold nothing up', () => {
    const act = (panelId: string) => ({ panelId, kind: 'coated' as const });
    const links = [
      { id: '1', kind: 'before' as const, first: act('p0'), then: act('p2'), why: '' },
      { id: '2', kind: 'before' as const, first: act('p2'), then: act('p0'), why: '' },
    ];
    const d = restoration(3, PEOPLE, { links });
    expect(plan(d).breaches).toEqual([]);
  });
  it('a plan that was kept is gone by: nothing of it moves while nothing has happened', () => {
    const d = restoration(10);
    const s = plan(d);
    const again = planNetwork(d.network, { starts: s.starts, by: s.by, costMin: 60 });
    expect(again.moved).toEqual([]);
  });
  it('what decides the end is a chain without a gap: each link begins after the one before it', () => {
    const d = restoration(9);
    const s = plan(d);
    const chain = decidingChain(d.network, s);
    expect(s.ends.get(chain[chain.length - 1]!.id)).toBe(s.doneMin);
    chain.slice(1).forEach((c, i) => {
      const first = c.cause.kind === 'lag' || c.cause.kind === 'busy' ? c.cause.first : undefined;
      expect(first).toBe(chain[i]!.id);
    });
  });
  it('more hours, heat, another place or a helper never make it later by much, a cold spell never sooner by much', () => {
    const d = restoration(8);
    const { doneMin } = plan(d);
    for (const what of WHAT_IFS) {
      const n = whatIf(d, what, NOW);
      if (!n) continue;
      const other = planNetwork(n).doneMin;
      // The search finds what it finds: half a day of work either way.
      if (what === 'cold') expect(other).toBeGreaterThan(doneMin - 720);
      else expect(other).toBeLessThan(doneMin + 720);
    }
  });
  it('beyond a forecast usual days count: before they come nothing is sprayed, where none comes it is named, and heat opens it', () => {
    const spring = NOW + 20 * DAY_MS;
    const days = Array.from(
      { length: 200 },
      (_, i) => [spring + i * DAY_MS, spring + i * DAY_MS + 10 * HOUR_MS] as const,
    );
    const d = restoration(2, alone, { usual: () => days });
    const s = plan(d);
    const sprayed = [...d.works].filter(
      ([, w]) => w.block?.product !== undefined && at(w.id, d).uses?.[`air/${w.block.product}`],
    );
    expect(sprayed.length).toBeGreaterThan(0);
    for (const [id] of sprayed) expect(NOW + s.starts.get(id)! * 60_000).toBeGreaterThanOrEqual(spring);
    const heated = whatIf(d, 'heat', NOW)!;
    expect(planNetwork(heated).doneMin).toBeLessThan(s.doneMin - 10 * 1440);
    // No day of the year at all.
    const never = restoration(2, alone, { usual: () => [] });
    const none = plan(never);
    expect(new Set(none.breaches.map((b) => b.kind))).toEqual(new Set(['unplaced']));
    const danger = inDanger(never, none).filter((x) => x.why === 'air');
    // One line for each product, not for each coat.
    const products = danger.map((x) => never.works.get(x.workIds[0]!)?.block?.product);
    expect(new Set(products).size).toBe(products.length);
    expect(products.length).toBeGreaterThan(0);
    // What comes after is counted together, and every piece is told once.
    const told = inDanger(never, none).flatMap((x) => x.workIds);
    expect([...told].sort()).toEqual(none.breaches.map((b) => b.id).sort());
    expect(inDanger(never, none).filter((x) => x.why === 'after')).toHaveLength(1);
    expect(planNetwork(whatIf(never, 'heat', NOW)!).breaches).toEqual([]);
  });
  it('two hours: what fits is allowed now, in its order, and together not longer than that', () => {
    const d = restoration(6);
    const s = plan(d);
    const list = fitsInto(d, s, 120);
    expect(list.length).toBeGreaterThan(0);
    expect(list.reduce((sum, f) => sum + f.minutes, 0)).toBeLessThanOrEqual(120);
    for (const f of list) expect(workName(f.work)).not.toBe('');
    // Of what rests after it nothing that follows is named.
    const rests = new Set(d.network.lags.filter((l) => l.minMin > 120).map((l) => l.then));
    for (const f of list) expect(rests.has(f.work.id)).toBe(false);
  });
  it('days hold all that begins on them, and end at midnight', () => {
    const d = restoration(5);
    const s = plan(d);
    const days = planDays(d, s, NOW, new Set());
    expect(days.flatMap((x) => x.rows).length).toBe(s.starts.size);
    for (const day of days)
      for (const r of day.rows) {
        expect(r.startMs).toBeGreaterThanOrEqual(day.dayMs);
        expect(r.startMs).toBeLessThan(dayEnd(day.dayMs));
      }
  });
});

describe('days on which nothing can be sprayed', () => {
  const monday = new Date(2030, 4, 6).getTime();
  const end = new Date(2030, 4, 10).getTime();
  it('by hand: of four days one is damp but for two hours: half a day more over two days more', () => {
    const damp = { fromMs: monday + DAY_MS, toMs: monday + 2 * DAY_MS - 6 * HOUR_MS, unfit: 'damp' as const };
    const spans = [
      { fromMs: monday, toMs: damp.fromMs },
      damp,
      // From six in the evening on: two hours up to eight.
      { fromMs: damp.toMs, toMs: end },
    ];
    expect(badDayShare(spans, monday, end)).toBeCloseTo(1.5 / 6, 9);
  });
  it('no whole day ahead: a quarter, for want of anything better', () => {
    expect(badDayShare([], monday, monday + HOUR_MS)).toBeCloseTo(0.25, 9);
  });
});

describe('what was planned, and how it went', () => {
  const kept = (id: string, work: string, startMs: number) => ({
    id,
    work,
    zoneIds: ['z'],
    startMs,
    minutes: 60,
    keptMs: NOW,
  });
  const log = [1, 2, 3, 4].map((n) => ({
    id: `s${n}`,
    kind: 'sanded' as const,
    grit: 180,
    tool: 'block' as const,
    wet: false,
    removedUm: 0,
    atMs: NOW + n * DAY_MS,
    writtenMs: NOW + n * DAY_MS,
    zoneIds: ['z'],
    workMin: 60,
  }));
  const found = {
    id: 'f',
    kind: 'found' as const,
    atMs: NOW - DAY_MS,
    writtenMs: NOW - DAY_MS,
    zoneIds: ['z'],
    substrate: 'steel' as const,
    thicknessUm: 900,
    layers: [],
  };
  const state = foldLog([found, ...log], lookupIn(SHIPPED_PRODUCTS));
  it('work is found by its act, and begun so long before its entry as it took', () => {
    const took = tookOf(
      { kept: [kept('a', 'sand||180|||#1', NOW + DAY_MS - 3 * HOUR_MS), kept('b', 'coat|x||||#1', NOW)] } as never,
      state,
    );
    expect(took.map((t) => [t.kept.id, t.event.id, t.atMs])).toEqual([['a', 's1', NOW + DAY_MS - HOUR_MS]]);
    expect(howPlansWent(took)).toBeUndefined();
    expect(howPlansWent([...took, ...took, ...took, ...took])).toEqual({ count: 4, lateH: 2 });
  });
});

describe('when it is done, with its spread', () => {
  const unsure = { paceSpread: 1.3, pieceSpread: 1.35, badDays: [0.2], knownMin: 3 * 1440 };
  it('nine in ten of restorations that were drawn by another hand end within its band', () => {
    const d = restoration(10);
    const s = plan(d);
    const kindsOf = (id: string) => d.works.get(id)?.block?.steps.map((x) => x.kind) ?? [];
    const band = finishSpread(d.network, s, { ...unsure, kindsOf }, 500);
    expect(band.earlyMin).toBeLessThan(band.likelyMin);
    expect(band.likelyMin).toBeLessThan(band.lateMin);
    let within = 0;
    const truth = seeded(9001);
    const order = [...d.network.activities.keys()].sort(
      (x, y) => s.starts.get(d.network.activities[x]!.id)! - s.starts.get(d.network.activities[y]!.id)!,
    );
    for (let n = 0; n < 400; n++) {
      const p = prepare(drawNetwork(d.network, { ...unsure, kindsOf }, truth));
      const from = Float64Array.from(p.network.activities, (a) => a.fixedMin ?? a.fromMin ?? 0);
      const { doneMin } = layOut(p, order, from, undefined, new Set(), { tries: 2 });
      if (doneMin >= band.earlyMin && doneMin <= band.lateMin) within++;
    }
    expect(within / 4).toBeGreaterThanOrEqual(85);
    expect(within / 4).toBeLessThanOrEqual(95);
  });
  it('surer hands and no bad days make a narrower band', () => {
    const d = restoration(6);
    const s = plan(d);
    const kindsOf = () => [];
    const width = (u: typeof unsure) => {
      const b = finishSpread(d.network, s, { ...u, kindsOf }, 120);
      return b.lateMin - b.earlyMin;
    };
    expect(width({ ...unsure, paceSpread: 1.05, pieceSpread: 1.05, badDays: [0.01] })).toBeLessThan(
      width({ ...unsure, paceSpread: 1.5 }),
    );
  });
});
