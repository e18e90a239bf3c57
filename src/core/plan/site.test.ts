import { proposeLinks } from './proposeLinks';
import { foldLog } from '../strata/fold';
import type { LogEvent } from '../log/event';
import type { AccessLink, Bag, BagItem, Job } from '../log/job';
import { clearPapers, levelCoats, primerPapers } from '../library/level';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import { jobConstraints, faultsOn, isDone, findCycle, taskWords } from '../rules/access';
import { budgetOf, hoursSpent } from './budget';
import { dueRepairs } from './due';
import { levelSum, LEVELS } from './level';
import { checkBag, itemProblems, partsSum } from './parts';

const DAY = 86_400_000;
const item = (more: Partial<BagItem> = {}): BagItem => ({
  id: 'i',
  name: 'Trim clip',
  count: 8,
  oneTime: true,
  mustReturn: false,
  back: 0,
  ...more,
});
const bag = (items: BagItem[], more: Partial<Bag> = {}): Bag => ({
  id: 'b',
  name: 'Bag 1',
  panelId: 'door',
  where: 'Shelf',
  items,
  ...more,
});

describe('bags', () => {
  it('say what to order, what is due and what must go back', () => {
    const job: Job = {
      ...JOB,
      bags: [
        bag([
          item(),
          item({ id: 'j', name: 'Drain plug', count: 3, oneTime: false, mustReturn: true, back: 1 }),
          item({ id: 'k', name: 'Seal', count: 1, dueMs: T0 - DAY }),
          item({ id: 'l', name: 'Lamp', count: 1, oneTime: false, dueMs: T0 + 5 * DAY }),
          item({ id: 'm', name: 'Screw', count: 4, oneTime: false, back: 4, dueMs: T0 + 9 * DAY }),
        ]),
      ],
    };
    const s = partsSum(job, T0);
    expect([s.bags, s.pieces, s.back]).toEqual([1, 17, 5]);
    expect(s.toOrder.map((x) => x.item.id)).toEqual(['i']);
    expect(s.onOrder.map((x) => [x.item.id, x.late])).toEqual([
      ['k', true],
      ['l', false],
    ]);
    expect(s.mustReturn).toMatchObject([{ missing: 2 }]);
    // What is back holds nothing up any more.
    expect(s.heldUntilMs).toBe(T0 + 5 * DAY);
  });
  it('a bag without a part, and counts that cannot be, are said at their place', () => {
    const r = checkBag(JOB, bag([item({ count: -2 })], { panelId: 'gone', name: ' ' }));
    expect(!r.ok && r.error.map((e) => e.path)).toEqual(['name', 'panelId', 'count', 'back']);
    expect(itemProblems(item({ count: 1.5 }))[0]!.path).toBe('count');
    expect(itemProblems(item({ back: 9 }))[0]!.path).toBe('back');
    expect(checkBag({ ...JOB, bags: [bag([])] }, bag([], { id: 'other', name: 'bag 1' })).ok).toBe(false);
    expect(checkBag(JOB, bag([])).ok).toBe(true);
  });
});

const link = (kind: AccessLink['kind'], a: [string, string], b: [string, string]): AccessLink => ({
  id: `${a.join()}-${b.join()}`,
  kind,
  first: { panelId: a[0], kind: a[1] as 'coated' },
  then: { panelId: b[0], kind: b[1] as 'fitted' },
  why: 'no hand gets in later',
});

describe('the access order', () => {
  const job = { ...JOB, links: [link('before', ['door', 'coated'], ['bonnet', 'fitted'])] };
  const coat = ev({ kind: 'coated', productId: 'epoxy-primer', coats: 1, filmUm: 40, application: 'lowPressureGun' });
  it('names what a step would close off, until it is done', () => {
    const bare = foldLog([foundBare()], products);
    expect(jobConstraints(job, bare, ['bonnet'], 'fitted').unfinished).toEqual([
      'coat the left door (no hand gets in later)',
    ]);
    expect(jobConstraints(job, bare, ['bonnet'], 'coated').unfinished).toEqual([]);
    const done = foldLog([foundBare(), coat], products);
    expect(jobConstraints(job, done, ['bonnet'], 'fitted').unfinished).toEqual([]);
    expect(isDone(job, done, job.links[0]!.first)).toBe(true);
  });
  it('never is about what is done already', () => {
    const never = { ...JOB, links: [link('never', ['door', 'coated'], ['door', 'sanded'])] };
    expect(jobConstraints(never, foldLog([foundBare()], products), ['lower'], 'sanded').never).toEqual([]);
    expect(jobConstraints(never, foldLog([foundBare(), coat], products), ['lower'], 'sanded').never).toHaveLength(1);
  });
  it('sees bare metal on every zone of the panel, and primer on it', () => {
    const s = foldLog([foundBare(['lower', 'upper']), coat], products);
    expect(jobConstraints(JOB, s, ['lower'], 'fitted').bareFaces).toEqual(['upper (mild steel)']);
  });
  it('is met by the right coat on the right zone, for as long as that lies there', () => {
    const sealed = ev({
      ...coat,
      id: 'ze9',
      atMs: T0 + 300_000,
      productId: 'seam-sealer',
      zoneIds: ['upper'],
    } as never);
    const wants = (first: object) => ({
      ...JOB,
      links: [
        {
          ...link('before', ['door', 'coated'], ['bonnet', 'fitted']),
          first: { panelId: 'door', kind: 'coated' as const, ...first },
        },
      ],
    });
    const isMet = (first: object, ...log: Parameters<typeof foldLog>[0]) =>
      jobConstraints(wants(first), foldLog(log, products), ['bonnet'], 'fitted').unfinished.length === 0;
    const found = foundBare(['lower', 'upper']);
    expect(isMet({}, found, coat)).toBe(true);
    expect(isMet({ with: 'sealer' }, found, coat)).toBe(false);
    expect(isMet({ with: 'sealer', zoneId: 'upper' }, found, sealed)).toBe(true);
    expect(isMet({ with: 'sealer', zoneId: 'lower' }, found, sealed)).toBe(false);
    const bare = ev({ kind: 'stripped', to: 'substrate', method: 'sander', atMin: 900, zoneIds: ['upper'] });
    expect(isMet({ with: 'sealer', zoneId: 'upper' }, found, sealed, bare)).toBe(false);
  });
  it('a link about colour says nothing of primer', () => {
    const job = {
      ...JOB,
      links: [
        {
          ...link('before', ['bonnet', 'fitted'], ['door', 'coated']),
          then: { panelId: 'door', kind: 'coated' as const, with: 'colour' as const },
        },
      ],
    };
    const bare = foldLog([foundBare()], products);
    expect(jobConstraints(job, bare, ['lower'], 'coated', 'baseSolvent').unfinished).toHaveLength(1);
    expect(jobConstraints(job, bare, ['lower'], 'coated', 'epoxy').unfinished).toEqual([]);
  });
  it('of two parts that are joined, both faces are asked before either is closed', () => {
    const joined = { ...JOB, links: [link('joins', ['door', 'repaired'], ['bonnet', 'fitted'])] };
    const s = foldLog([foundBare(['bonnet'])], products);
    expect(jobConstraints(joined, s, ['lower'], 'fitted').bareFaces).toEqual([expect.stringContaining('bonnet')]);
    expect(jobConstraints(JOB, s, ['lower'], 'fitted').bareFaces).toEqual([]);
    const through = ev({
      ...coat,
      id: 'ze10',
      atMs: T0 + 300_000,
      productId: 'weld-through',
      zoneIds: ['bonnet'],
    } as never);
    expect(jobConstraints(joined, s, ['lower'], 'repaired').noWeldThrough).toHaveLength(1);
    const primed = foldLog([foundBare(['bonnet']), through], products);
    expect(jobConstraints(joined, primed, ['lower'], 'repaired').noWeldThrough).toEqual([]);
  });
  it('usual links come from what is there, each once, and go when they are met', () => {
    const door = {
      ...JOB,
      panels: JOB.panels.map((p) => (p.id === 'door' ? { ...p, part: 'front-door' } : p)),
      zones: JOB.zones.map((z) => (z.id === 'upper' ? { ...z, face: 'inner' as const } : z)),
    };
    const bare = foldLog([foundBare(['lower', 'upper'])], products);
    const usual = proposeLinks(door, bare);
    expect(usual.map((l) => [l.first.kind, l.first.zoneId, l.then.with])).toEqual([
      ['coated', 'upper', undefined],
      ['fitted', undefined, 'colour'],
    ]);
    expect(findCycle(usual.map((l, i) => ({ ...l, id: String(i) })))).toBeUndefined();
    const kept = { ...door, links: usual.map((l, i) => ({ ...l, id: String(i) })) };
    expect(proposeLinks(kept, bare)).toEqual([]);
    const primed = foldLog(
      [foundBare(['lower', 'upper']), ev({ ...coat, id: 'ze11', atMs: T0 + 300_000, zoneIds: ['upper'] } as never)],
      products,
    );
    expect(proposeLinks(door, primed)).toHaveLength(1);
  });
  it('a ring is found, a fork is not one', () => {
    const a = link('before', ['door', 'coated'], ['bonnet', 'fitted']);
    const b = link('before', ['bonnet', 'fitted'], ['door', 'fitted']);
    const c = link('before', ['door', 'fitted'], ['door', 'coated']);
    expect(findCycle([a, b])).toBeUndefined();
    expect(findCycle([a, b, c])).toBe(c);
    expect(findCycle([a, b, { ...c, kind: 'never' }])).toBeUndefined();
  });
  it('says an act in words', () =>
    expect(taskWords(JOB, { panelId: 'door', kind: 'blasted' })).toBe('blast the left door'));
});

it('a mark from before a cut is one fault, and dealt with where either zone says so', () => {
  const mark = ev({ kind: 'marked', id: 'm', atMin: -50, fault: 'dent', grade: 2, treatment: 'fill' });
  const cuts = [{ zoneId: 'upper', from: 'lower', atMs: T0 }];
  const open = foldLog([foundBare(), mark], products, { cuts });
  expect(faultsOn(JOB, open, 'door')).toHaveLength(1);
  const mend = ev({ kind: 'repaired', atMin: 5, zoneIds: ['upper'], method: 'Skim', faultIds: ['m'] });
  const done = faultsOn(JOB, foldLog([foundBare(), mark, mend], products, { cuts }), 'door');
  expect(done.map((x) => x.fault.doneMs)).toEqual([T0 + 5 * 60_000]);
});

describe('temporary repairs', () => {
  it('made and decided ones have their date; one that is made is told once', () => {
    const decided = {
      id: 'd',
      panelId: 'bonnet',
      atMs: Date.UTC(2030, 0, 31, 12),
      way: 'temporary' as const,
      months: 1,
      repairCheaper: 0.8,
      repairCost: 100,
      replaceCost: 300,
    };
    const state = foldLog(
      [
        foundBare(['lower', 'upper']),
        ev({ kind: 'repaired', zoneIds: ['lower', 'upper'], method: 'Plate', temporaryMonths: 12 }),
      ],
      products,
    );
    const due = dueRepairs({ ...JOB, decisions: [decided, { ...decided, id: 'e', panelId: 'door' }] }, state);
    expect(due.map((d) => [d.panelId, d.basis])).toEqual([
      ['bonnet', 'decided'],
      ['door', 'done'],
    ]);
    // The end of January and a month is the end of February.
    expect(new Date(due[0]!.dueMs).getUTCDate()).toBe(28);
    expect(due[1]!.zoneIds).toEqual(['lower', 'upper']);
  });
  it('paint that is only for now is due by its date, zones of a panel together; protection is looked at again after its months', () => {
    const untilMs = T0 + 90 * 86_400_000;
    const job = { ...JOB, finish: { system: 'forNow' as const, untilMs } };
    expect(dueRepairs(job, foldLog([], products)).map((d) => [d.panelId, d.basis, d.zoneIds.length, d.dueMs])).toEqual(
      [...new Set(JOB.zones.map((z) => z.panelId))].map((p) => [
        p,
        'finish',
        JOB.zones.filter((z) => z.panelId === p).length,
        untilMs,
      ]),
    );
    expect(dueRepairs({ ...job, finish: { system: 'primer', untilMs } }, foldLog([], products))).toEqual([]);
    const wax = ev({ kind: 'coated', atMin: 5, productId: 'cavity-wax', coats: 1, filmUm: 50, application: 'aerosol' });
    const [look] = dueRepairs(JOB, foldLog([foundBare(), wax], products));
    expect(look).toMatchObject({ basis: 'protection', zoneIds: ['lower'] });
    expect((look!.dueMs - T0) / 86_400_000).toBeCloseTo(730, -1);
  });
  it('one whose place was taken is due no more, on the zones where that was done, nor is the decision for it', () => {
    const plate = ev({ kind: 'repaired', zoneIds: ['lower', 'upper'], method: 'Plate', temporaryMonths: 12 });
    const patch = (zoneIds: string[], more = {}) =>
      ev({ kind: 'repaired', atMin: 50, zoneIds, method: 'Patch welded in', ...more });
    const decided = {
      id: 'd',
      panelId: 'door',
      atMs: T0,
      way: 'temporary' as const,
      months: 12,
      repairCheaper: 0.8,
      repairCost: 100,
      replaceCost: 300,
    };
    const due = (...more: LogEvent[]) =>
      dueRepairs({ ...JOB, decisions: [decided] }, foldLog([foundBare(['lower', 'upper']), plate, ...more], products));
    // A repair of something else on the same zone ends nothing.
    expect(due(patch(['lower']))[0]!.zoneIds).toEqual(['lower', 'upper']);
    expect(due(patch(['lower'], { ends: true }))[0]!.zoneIds).toEqual(['upper']);
    expect(due(patch(['lower', 'upper'], { ends: true }))).toEqual([]);
    // One temporary repair may take the place of another: that one is due then.
    const again = due(patch(['lower', 'upper'], { ends: true, temporaryMonths: 3 }));
    expect(again.map((d) => d.what)).toEqual(['Patch welded in']);
  });
});

describe('levels', () => {
  const sums = (['tidy', 'driver', 'show'] as const).map((l) => levelSum(JOB, l, 50, SHIPPED_PRODUCTS));
  it('each asks for more than the last: hours, material, days, flatness', () => {
    for (const k of ['hours', 'materials', 'money', 'days'] as const)
      expect(sums.map((s) => s[k])).toEqual([...sums.map((s) => s[k])].sort((a, b) => a - b));
    expect(LEVELS.show.wavinessMm).toBeLessThan(LEVELS.driver.wavinessMm);
  });
  it('money is hours at the rate, and material', () => {
    for (const s of sums) expect(s.money).toBeCloseTo(s.hours * 50 + s.materials, 9);
    expect(sums[0]!.areaM2).toBeCloseTo(2.1, 9);
    // 2.1 m²: strip 0.7, one skim and shaping 1.4, seven coats at 0.15, blocking 0.6.
    expect(sums[0]!.hours).toBeCloseTo(2.1 * (0.7 + 1.4 + 7 * 0.15 + 0.6), 9);
  });
  it('the agreed one sets papers and coats of what is logged and mixed next', () => {
    expect(primerPapers('tidy')).toEqual([400]);
    expect(primerPapers('show')).toEqual([400, 600, 800]);
    expect(clearPapers('show').at(-1)).toBe(LEVELS.show.clearGrit);
    expect([levelCoats('show', 'highBuild'), levelCoats('driver', 'clear'), levelCoats('tidy', 'epoxy')]).toEqual([
      4,
      2,
      undefined,
    ]);
    expect(levelCoats(undefined, 'clear')).toBeUndefined();
  });
  it('an inner face counts only as far as the level goes there', () => {
    const both = { ...JOB, zones: JOB.zones.map((z) => (z.id === 'upper' ? { ...z, face: 'inner' as const } : z)) };
    expect(levelSum(both, 'tidy', 50, SHIPPED_PRODUCTS).areaM2).toBeCloseTo(1.5, 9);
    expect(levelSum(both, 'show', 50, SHIPPED_PRODUCTS).areaM2).toBeCloseTo(2.1, 9);
  });
});

describe('an agreed budget of hours', () => {
  const day = (atMin: number, more: object) => ev({ atMin, zoneIds: ['lower'], ...more } as Parameters<typeof ev>[0]);
  it('by hand: 0.3 m² sanded is 4 + 36·0.3, two coats 8 + 9·0.6, a wipe 3 + 5·0.3 minutes', () => {
    const log = [
      foundBare(['lower']),
      day(0, { kind: 'sanded', grit: 120, tool: 'block', wet: false, removedUm: 1 }),
      day(30, { kind: 'cleaned', productId: 'cleaner-metal' }),
      day(60, { kind: 'coated', productId: 'epoxy-primer', coats: 2, filmUm: 50, application: 'lowPressureGun' }),
    ];
    const minutes = 4 + 36 * 0.3 + 3 + 5 * 0.3 + 8 + 9 * 0.6;
    const state = foldLog(log, products);
    expect(hoursSpent(JOB, state)).toBeCloseTo(minutes / 60, 9);
    expect(budgetOf({ ...JOB, budgetH: 1 }, state)!.leftH).toBeCloseTo(1 - minutes / 60, 9);
    expect(budgetOf(JOB, state)).toBeUndefined();
  });
  it('what is struck out took no time', () => {
    const sanding = day(0, { kind: 'sanded', grit: 120, tool: 'block', wet: false, removedUm: 1, id: 's' });
    const log = [foundBare(['lower']), sanding, ev({ kind: 'voided', atMin: 5, zoneIds: [], targetId: 's' })];
    expect(hoursSpent(JOB, foldLog(log, products))).toBe(0);
  });
});

it('a fault that was put off is due on its day, one that stays is not', () => {
  const log = [
    foundBare(['lower']),
    ev({ kind: 'marked', id: 'm', atMin: 0, fault: 'dent', grade: 1, treatment: 'fill' }),
    ev({ kind: 'marked', id: 'k', atMin: 0, fault: 'scratch', grade: 1, treatment: 'fill' }),
    ev({ kind: 'left', atMin: 1, faultIds: ['m'], byMs: T0 + 30 * DAY }),
    ev({ kind: 'left', atMin: 1, faultIds: ['k'] }),
  ];
  expect(dueRepairs(JOB, foldLog(log, products))).toEqual([
    { panelId: 'door', zoneIds: ['lower'], what: 'Dent', dueMs: T0 + 30 * DAY, basis: 'putOff' },
  ]);
});
