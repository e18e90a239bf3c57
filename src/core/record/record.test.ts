/** @jest-environment node */
import fc from 'fast-check';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { constantAir, foldLog, lookupIn, SHIPPED_PRODUCTS, type Job, type LogEvent } from '..';
import { DEFECT_NAMES } from '../log/defects';
import { FAULT_NAMES } from '../log/marks';
import { escapeHtml, jobRecord, recordHtml, type Audience, type BatchLookup, type PrivatePart } from '.';
import { readPaintRecord, writePaintRecord } from './json';

const NOW = Date.UTC(2030, 4, 6, 8);
const H = 3_600_000;
const products = lookupIn(SHIPPED_PRODUCTS);
const epoxy = SHIPPED_PRODUCTS.find((p) => p.family === 'epoxy')!;
const entry = (id: string, hoursAgo: number, e: object): LogEvent =>
  ({ id, atMs: NOW - hoursAgo * H, writtenMs: NOW - hoursAgo * H, zoneIds: ['z'], ...e }) as LogEvent;
const LOG: LogEvent[] = [
  entry('f', 90, {
    kind: 'found',
    substrate: 'steel',
    thicknessUm: 900,
    layers: [
      { label: 'Old primer', family: 'oldCoating', filmUm: 40 },
      { label: 'Old enamel', family: 'oldCoating', filmUm: 110 },
    ],
  }),
  entry('s', 50, { kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 10 }),
  entry('c', 48, {
    kind: 'coated',
    productId: epoxy.id,
    coats: 2,
    filmUm: 40,
    air: { tempC: 19, rh: 0.5 },
  }),
];
const jobNamed = (name: string, panel = 'Left door'): Job =>
  ({
    id: 'j',
    name,
    about: '',
    createdMs: NOW,
    panels: [{ id: 'p', name: panel, substrate: 'steel', thicknessUm: 900 }],
    zones: [{ id: 'z', panelId: 'p', name: 'Whole', areaCm2: 4000 }],
  }) as Job;
const make = (audience: Audience, parts: readonly PrivatePart[] = [], job = jobNamed('Van'), log = LOG) => {
  const state = foldLog(log, products);
  const status = zoneStatus(state.zones.get('z')!, clockShop(constantAir(20, 0.5)), NOW, products);
  return jobRecord({ job, state }, () => status, products, { audience, parts }, { shop: 'Shop', madeMs: NOW, due: [] });
};
const html = (audience: Audience, parts: readonly PrivatePart[] = [], job = jobNamed('Van')) =>
  recordHtml(make(audience, parts, job), job, 'a4', {
    units: 'metric',
    day: (ms) => new Date(ms).toISOString().slice(0, 10),
  });

describe('what is under the paint', () => {
  it('by hand: from the top two coats of epoxy, then what was found, each as deep as all above it', () => {
    const z = make('sander').panels[0]!.zones[0]!;
    // Ten micrometres of the enamel were sanded away: 100 of 110 are left.
    expect(z.layers.map((l) => [l.label, l.filmUm, l.depthUm, l.basis])).toEqual([
      [epoxy.name, 80, 0, 'estimated'],
      ['Old enamel', 100, 80, 'found'],
      ['Old primer', 40, 180, 'found'],
    ]);
    expect(z.hardMs).toBeGreaterThan(NOW - 48 * H);
  });
  it('the air of a coat stands in it only where that was ticked', () => {
    for (const a of ['owner', 'payer', 'painter', 'sander'] as const) {
      expect(html(a)).not.toContain('50 %');
      expect(html(a, ['air'])).toContain('50 %');
    }
    expect(writePaintRecord(make('owner'))).not.toContain('"air"');
  });
  it('a painter is told how it was keyed and wiped, one who sands at which depth what begins, and of the dust', () => {
    expect(html('painter')).toContain('Not keyed since the last coat.');
    expect(html('painter')).toContain('Not wiped since');
    expect(html('sander')).toContain('Begins at');
    expect(html('sander')).toContain('lead or chromates');
    expect(html('owner')).not.toContain('Begins at');
  });
  it('an owner is told until when to take care while it is still curing, and by what that is decided', () => {
    const fresh = [...LOG.slice(0, 2), { ...LOG[2]!, atMs: NOW - H, writtenMs: NOW - H }];
    const job = jobNamed('Van');
    const page = recordHtml(make('owner', [], job, fresh), job, 'letter', { units: 'us', day: String });
    expect(page).toContain('Care until about');
    expect(page).toContain('size:letter');
    expect(page).toMatch(/mil/);
    expect(page).toContain('data sheet');
  });
  it('what somebody typed never becomes a part of the page, and nothing in it is fetched or run', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 40 }), (text) => {
        const nasty = `<script>${text}</script><img src=x onerror=1>"'&`;
        const page = html('owner', [], jobNamed(nasty, nasty));
        expect(page).not.toMatch(/<script|<img|<link|<iframe|url\(/i);
        expect(page).toContain(escapeHtml(nasty));
      }),
      { numRuns: 40 },
    );
  });
  it('as data it comes back as it went out; anything else is refused in words', () => {
    const r = make('payer', ['air']);
    expect(readPaintRecord(writePaintRecord(r))).toEqual({ ok: true, value: r });
    expect(readPaintRecord('{')).toEqual({ ok: false, error: 'This is no JSON' });
    expect(readPaintRecord('{"format":"other"}').ok).toBe(false);
    expect(readPaintRecord(JSON.stringify({ ...r, version: 2 }))).toEqual({
      ok: false,
      error: 'A newer app wrote this record',
    });
    expect(readPaintRecord(JSON.stringify({ ...r, more: 1 })).ok).toBe(false);
  });
  describe('says of a zone', () => {
    const zoneOf = (more: LogEvent[], wish: readonly PrivatePart[] = []) =>
      make('owner', wish, jobNamed('Van'), [...LOG, ...more]).panels[0]!.zones[0]!;
    it('what is open and what was left as agreed, faults and defects alike, in words', () => {
      const z = zoneOf([
        entry('d1', 40, { kind: 'marked', fault: 'dent', grade: 1, treatment: 'fill' }),
        entry('d2', 40, { kind: 'marked', fault: 'surfaceRust', grade: 1, treatment: 'convert' }),
        entry('n1', 39, { kind: 'defectMarked', defect: 'nib', grade: 1 }),
        entry('n2', 39, { kind: 'defectMarked', defect: 'run', grade: 1 }),
        entry('n3', 39, { kind: 'defectMarked', defect: 'mottle', grade: 1 }),
        entry('l', 30, { kind: 'left', faultIds: ['d2', 'n2'], byMs: NOW + 90 * 24 * H }),
        entry('g', 29, { kind: 'defectGone', defectIds: ['n3'] }),
      ]);
      expect(z.open).toEqual([FAULT_NAMES.dent, DEFECT_NAMES.nib]);
      expect(z.left).toEqual([
        { what: FAULT_NAMES.surfaceRust, untilMs: NOW + 90 * 24 * H },
        { what: DEFECT_NAMES.run, untilMs: NOW + 90 * 24 * H },
      ]);
    });
    it('its repairs, a temporary one with how long it has to last, and none that another took the place of', () => {
      const patch = entry('r1', 80, { kind: 'repaired', method: 'Patch, glued', temporaryMonths: 6 });
      const [r] = zoneOf([patch]).repairs;
      expect(r).toMatchObject({ atMs: NOW - 80 * H, method: 'Patch, glued' });
      // Six months, whichever they are: 181 to 184 days.
      expect((r!.untilMs! - r!.atMs) / (24 * H)).toBeGreaterThanOrEqual(181);
      expect((r!.untilMs! - r!.atMs) / (24 * H)).toBeLessThanOrEqual(184.1);
      const welded = entry('r2', 70, { kind: 'repaired', method: 'Patch, welded', ends: true });
      expect(zoneOf([patch, welded]).repairs).toEqual([{ atMs: NOW - 70 * H, method: 'Patch, welded' }]);
    });
    it('how it was keyed and wiped last, and the gauge’s last word', () => {
      const z = zoneOf([
        entry('k', 5, { kind: 'sanded', grit: 400, tool: 'block', wet: true, removedUm: 5 }),
        entry('w', 4, { kind: 'cleaned', productId: 'cleaner-metal' }),
        entry('m', 3, { kind: 'measured', measure: 'filmTotal', filmUm: 190 }),
      ]);
      expect(z.keyed).toEqual({ grit: 400, wet: true, atMs: NOW - 5 * H });
      expect(z.wipedMs).toBe(NOW - 4 * H);
      expect(z.measured?.atMs).toBe(NOW - 3 * H);
      expect(zoneOf([])).not.toHaveProperty('keyed');
    });
    it('out of which cup a coat came where that is ticked, and where the shelf knows it', () => {
      const cup = entry('c2', 40, {
        kind: 'coated',
        productId: epoxy.id,
        coats: 1,
        filmUm: 40,
        batch: { batchId: 'b', pouredMl: [100, 25], usedMl: 100 },
      });
      const state = foldLog([...LOG.slice(0, 2), cup], products);
      const of = (parts: readonly PrivatePart[], batchOf?: BatchLookup) =>
        jobRecord(
          { job: jobNamed('Van'), state },
          () => undefined,
          products,
          { audience: 'owner', parts },
          {
            shop: 'Shop',
            madeMs: NOW,
            due: [],
            ...(batchOf && { batchOf }),
          },
        ).panels[0]!.zones[0]!.layers[0]!.batch;
      const known: BatchLookup = (id) => (id === 'b' ? { no: 12, lots: ['H 2207'] } : undefined);
      expect(of(['batches'], known)).toEqual({ no: 12, lots: ['H 2207'] });
      expect(of([], known)).toBeUndefined();
      expect(of(['batches'])).toBeUndefined();
    });
  });
  it('leaves out panels that were not asked for, those of which nothing is known, and cards', () => {
    const job: Job = {
      ...jobNamed('Van'),
      colour: { name: 'Crust red', hex: '#8c2f2b' },
      panels: [
        ...jobNamed('Van').panels,
        { id: 'q', name: 'Wing', substrate: 'steel', thicknessUm: 900 },
        { id: 'r', name: 'Roof', substrate: 'steel', thicknessUm: 900 },
        { id: 'k', name: 'Card', substrate: 'steel', thicknessUm: 300, card: {} } as Job['panels'][number],
      ],
      zones: [
        ...jobNamed('Van').zones,
        { id: 'zq', panelId: 'q', name: 'Whole', areaCm2: 1000.4 },
        { id: 'zr', panelId: 'r', name: 'Whole', areaCm2: 1000 },
        { id: 'zk', panelId: 'k', name: 'Whole', areaCm2: 200 },
      ],
    };
    const log = [...LOG, { ...LOG[0]!, id: 'fq', zoneIds: ['zq'] }, { ...LOG[0]!, id: 'fk', zoneIds: ['zk'] }];
    const state = foldLog(log, products);
    const of = (panelIds?: readonly string[]) =>
      jobRecord(
        { job, state },
        () => undefined,
        products,
        { audience: 'payer', parts: [], ...(panelIds && { panelIds }) },
        { shop: 'Shop', madeMs: NOW, due: [], cost: { hours: 1, rate: 1, currency: '€' } },
      );
    expect(of().panels.map((p) => p.name)).toEqual(['Left door', 'Wing']);
    expect(of(['q']).panels.map((p) => [p.name, p.zones[0]!.areaCm2])).toEqual([['Wing', 1000]]);
    expect(of([]).panels).toEqual([]);
    expect(of().job.colour).toEqual({ name: 'Crust red', hex: '#8c2f2b' });
    // Cost goes out only where it is ticked.
    expect(of()).not.toHaveProperty('cost');
  });
});
