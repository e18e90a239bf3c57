import fc from 'fast-check';
import type { LogEvent } from '../log/event';
import { zonesOf, type Job } from '../log/job';
import { LISTS, stampJob } from '../log/mergeJob';
import { anyLog, coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { foldLog } from './fold';
import { mergeCopies, type JobCopy } from './mergeLogs';

const merged = (a: JobCopy, b: JobCopy): JobCopy => {
  const { job, events } = mergeCopies(a, b);
  return { job, events };
};
/** A copy, whatever the order in which its entries arrived. */
const plain = ({ job, events }: JobCopy) => ({ job, events: [...events].sort((a, b) => (a.id < b.id ? -1 : 1)) });

type Act = (job: Job, n: number) => Job;
const BASE: Job = {
  ...JOB,
  bags: [{ id: 'clips', name: 'Clips', panelId: 'door', where: 'Shelf', items: [] }],
  links: [
    {
      id: 'l',
      kind: 'before',
      first: { panelId: 'door', kind: 'coated' },
      then: { panelId: 'bonnet', kind: 'fitted' },
      why: '',
    },
  ],
};
const without =
  (panelId: string): Act =>
  (j) => ({
    ...j,
    panels: j.panels.filter((p) => p.id !== panelId),
    zones: j.zones.filter((z) => z.panelId !== panelId),
    bags: (j.bags ?? []).filter((b) => b.panelId !== panelId),
    links: (j.links ?? []).filter((l) => l.first.panelId !== panelId && l.then.panelId !== panelId),
  });
const ACTS: Record<string, Act> = {
  renameJob: (j, n) => ({ ...j, name: `Job ${n}` }),
  level: (j, n) => ({ ...j, level: n % 2 ? 'show' : 'tidy' }),
  noLevel: ({ level: _, ...j }) => j,
  renamePanel: (j, n) => ({ ...j, panels: j.panels.map((p, i) => (i === n % 2 ? { ...p, name: `Panel ${n}` } : p)) }),
  area: (j, n) => ({ ...j, zones: j.zones.map((z, i) => (i === n % 3 ? { ...z, areaCm2: 1000 + n } : z)) }),
  renameZone: (j, n) => ({ ...j, zones: j.zones.map((z, i) => (i === n % 3 ? { ...z, name: `Zone ${n}` } : z)) }),
  takeDoor: without('door'),
  takeBonnet: without('bonnet'),
  addPanel: (j, n) =>
    j.panels.some((p) => p.id === `new${n}`)
      ? j
      : {
          ...j,
          panels: [...j.panels, { id: `new${n}`, name: `New ${n}`, substrate: 'steel', thicknessUm: 800 }],
          zones: [...j.zones, { id: `new${n}-all`, panelId: `new${n}`, name: 'All', areaCm2: 500 }],
        },
  agree: (j, n) => ({
    ...j,
    agreed: [...(j.agreed ?? []).filter((a) => a.id !== 'due'), { id: 'due', kind: 'due', panelIds: [], atMs: T0 + n }],
  }),
  noDate: (j) => ({ ...j, agreed: (j.agreed ?? []).filter((a) => a.id !== 'due') }),
  bag: (j, n) => ({ ...j, bags: (j.bags ?? []).map((b) => ({ ...b, where: `Box ${n}` })) }),
};
const anyAct = fc.record({
  act: fc.constantFrom(...Object.keys(ACTS)),
  n: fc.nat({ max: 6 }),
  atMin: fc.integer({ min: 0, max: 20 }),
});
/** What a device does with its copy: changes of the job, entries and corrections, by a clock of its own. */
const anyDevice = fc.record({ acts: fc.array(anyAct, { maxLength: 6 }), log: anyLog });

const START: LogEvent[] = [
  { ...foundBare(['lower', 'upper']), id: 'found' },
  { ...coated('epoxy-primer', 0), id: 'coat' },
];
/** The copy that a device has made of the job. @param no of the device, in its entries' ids */
function copyOf(
  { acts, log }: { acts: { act: string; n: number; atMin: number }[]; log: LogEvent[] },
  no: number,
): JobCopy {
  const job = acts.reduce(
    // Ids of what is added are a device's own, as they are where they are made.
    (j, { act, n, atMin }) => stampJob(j, ACTS[act]!(j, act === 'addPanel' ? n + 10 * no : n), T0 + atMin * 60_000),
    BASE,
  );
  const own = (id: string) => (id === 'r0' ? 'coat' : `${no}${id}`);
  const events = log
    .filter((e) => e.id !== 'r0')
    .map((e): LogEvent =>
      e.kind === 'voided' || e.kind === 'replaced'
        ? { ...e, id: own(e.id), targetId: own(e.targetId) }
        : { ...e, id: own(e.id) },
    );
  return { job, events: [...START, ...events] };
}

describe('copies of one job that are put together', () => {
  it('two end with the same job, whichever reads the other, and however often', () =>
    fc.assert(
      fc.property(anyDevice, anyDevice, (x, y) => {
        const [a, b] = [copyOf(x, 1), copyOf(y, 2)];
        const ab = merged(a, b);
        expect(plain(merged(b, a))).toEqual(plain(ab));
        expect(plain(merged(ab, b))).toEqual(plain(ab));
        expect(plain(merged(ab, ab))).toEqual(plain(ab));
        expect(foldLog(merged(b, a).events, products).zones).toEqual(foldLog(ab.events, products).zones);
      }),
      { numRuns: 300 },
    ));

  it('three end alike in whatever order their files go round', () =>
    fc.assert(
      fc.property(anyDevice, anyDevice, anyDevice, (x, y, z) => {
        const [a, b, c] = [copyOf(x, 1), copyOf(y, 2), copyOf(z, 3)];
        const all = plain(merged(merged(a, b), c));
        for (const [p, q, r] of [
          [a, c, b],
          [b, c, a],
          [c, b, a],
        ] as const) {
          expect(plain(merged(merged(p, q), r))).toEqual(all);
          expect(plain(merged(p, merged(q, r)))).toEqual(all);
        }
      }),
      { numRuns: 300 },
    ));

  it('of every list of a job, what either wrote down is there afterwards', () => {
    const one = (list: string, id: string) => {
      const p = { id, panelId: 'door' };
      if (list === 'panels') return { id, name: id, substrate: 'steel', thicknessUm: 800 };
      if (list === 'zones') return { ...p, name: id, areaCm2: 100 };
      if (list === 'links') return { id, kind: 'before', first: p, then: p, why: '' };
      return p;
    };
    for (const list of LISTS) {
      const with_ = (id: string, atMs: number) =>
        stampJob(BASE, { ...BASE, [list]: [...(BASE[list] ?? []), one(list, id)] } as Job, atMs);
      const { job } = merged({ job: with_('x', T0), events: START }, { job: with_('y', T0 + 1), events: START });
      expect([list, (job[list] ?? []).map((m) => m.id)]).toEqual([list, expect.arrayContaining(['x', 'y'])]);
    }
  });

  it('hang together: no zone, bag or link without its panel, and nothing that was done without its zone', () =>
    fc.assert(
      fc.property(anyDevice, anyDevice, (x, y) => {
        const { job, events } = merged(copyOf(x, 1), copyOf(y, 2));
        const panels = new Set(job.panels.map((p) => p.id));
        for (const z of job.zones) expect(panels).toContain(z.panelId);
        for (const b of job.bags ?? []) expect(panels).toContain(b.panelId);
        for (const l of job.links ?? [])
          expect([l.first.panelId, l.then.panelId].every((p) => panels.has(p))).toBe(true);
        const state = foldLog(events, products);
        for (const [zoneId, { events: done }] of state.zones)
          if (done.length > 0) expect(job.zones.map((z) => z.id)).toContain(zoneId);
      }),
    ));

  it('each field of a panel or zone has its own moment: a name and an area that two changed both hold', () => {
    const at = (min: number, change: (j: Job) => Job) => ({
      job: stampJob(JOB, change(JOB), T0 + min * 60_000),
      events: START,
    });
    const zone = (patch: object) => (j: Job) => ({
      ...j,
      zones: j.zones.map((z) => (z.id === 'lower' ? { ...z, ...patch } : z)),
    });
    const both = merged(at(5, zone({ name: 'Below the line' })), at(3, zone({ areaCm2: 3200 })));
    expect(both.job.zones[0]).toMatchObject({ name: 'Below the line', areaCm2: 3200 });
    const twice = merged(at(5, zone({ name: 'First' })), at(9, zone({ name: 'Last' })));
    expect(twice.job.zones[0]!.name).toBe('Last');
  });

  it('a panel that one took away stays where the other has worked on it, and goes where nobody has', () => {
    const gone = { job: stampJob(JOB, without('bonnet')(JOB, 0), T0 + 60_000), events: START };
    const idle = { job: JOB, events: START };
    expect(merged(gone, idle).job.panels.map((p) => p.id)).toEqual(['door']);
    const worked = {
      job: JOB,
      events: [
        ...START,
        ev({ kind: 'cleaned', id: 'wipe', zoneIds: ['bonnet'], atMin: 5, productId: 'cleaner-metal' }),
      ],
    };
    const both = merged(gone, worked);
    expect(both.job.panels.map((p) => p.id)).toEqual(['door', 'bonnet']);
    expect(zonesOf(both.job, 'bonnet')).toHaveLength(1);
    // Struck out on a third device, it goes after all.
    const struck = {
      job: JOB,
      events: [...worked.events, ev({ kind: 'voided', id: 'no', zoneIds: [], atMin: 6, targetId: 'wipe' })],
    };
    expect(merged(both, struck).job.panels.map((p) => p.id)).toEqual(['door']);
  });

  it('taken away on a device whose clock is behind, it is gone all the same', () => {
    const renamed = stampJob(
      JOB,
      { ...JOB, panels: JOB.panels.map((p) => ({ ...p, name: `${p.name}!` })) },
      T0 + 600_000,
    );
    const gone = stampJob(renamed, without('bonnet')(renamed, 0), T0);
    expect(merged({ job: renamed, events: START }, { job: gone, events: START }).job.panels.map((p) => p.id)).toEqual([
      'door',
    ]);
  });

  it('says what is new, what both have, and whose correction counts', () => {
    const void1 = ev({ kind: 'voided', id: 'v1', zoneIds: [], atMin: 5, targetId: 'coat' });
    const { id: _, ...body } = coated('epoxy-primer', 0, 2) as Extract<LogEvent, { kind: 'coated' }>;
    const put = ev({ kind: 'replaced', id: 'p2', zoneIds: [], atMin: 7, targetId: 'coat', by: { ...body, id: 'p2' } });
    const r = mergeCopies({ job: JOB, events: [...START, void1] }, { job: JOB, events: [...START, put] });
    expect(r).toMatchObject({ common: 2, own: 1, other: 0, fresh: [{ id: 'p2' }] });
    const bent = mergeCopies(
      { job: JOB, events: START },
      { job: JOB, events: START.map((e) => ({ ...e, note: 'No' })) },
    );
    expect([bent.common, bent.other]).toEqual([2, 2]);
    expect(r.clashes).toMatchObject([
      { entry: { id: 'coat' }, here: { id: 'v1' }, there: { id: 'p2' }, counts: 'there' },
    ]);
    expect(foldLog(r.events, products).zones.get('lower')!.strata!.layers[0]!.coats).toBe(2);
  });
});
