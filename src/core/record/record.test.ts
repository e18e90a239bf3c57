/** @jest-environment node */
import fc from 'fast-check';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { constantAir, foldLog, lookupIn, SHIPPED_PRODUCTS, type Job, type LogEvent } from '..';
import { escapeHtml, jobRecord, recordHtml, type Audience, type PrivatePart } from '.';
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
});
