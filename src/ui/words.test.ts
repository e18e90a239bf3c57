import { SHIPPED_PRODUCTS, type FitSpan, type Strata, type ZoneStatus } from '@/core';
import type { Verdict } from '@/core/advice';
import { ev, products } from '@/core/testing';
import { fitAnswer } from './fit';
import { money, percent, shortWhen, sinceWhen, whenAndWait } from './format';
import { bandHeight, bandsOf, curedShare } from './strata/bands';
import { DARK, FAMILY_FILL, LIGHT, type Palette } from './theme';
import { verdictLine } from './verdict';
import { airLine, eventLine, eventWords, markWords, stageWords, surfaceWords } from './words';

/** Spaces that keep a number and its unit together, as plain ones. */
const plain = (s: string) => s.replaceAll('\u00a0', ' ');
const NOW = new Date(2030, 4, 6, 14, 0).getTime();
const MIN = 60_000;

describe('an entry in one line', () => {
  it.each<[Parameters<typeof ev>[0], string]>([
    [
      { kind: 'coated', productId: 'highbuild-2k', coats: 2, filmUm: 60, application: 'lowPressureGun' },
      'Coated: High-build primer, 2 coats, 120 µm',
    ],
    [
      { kind: 'coated', productId: 'epoxy-primer', coats: 1, filmUm: 40, application: 'brush' },
      'Coated: Epoxy primer, 1 coat, 40 µm, brush or roller',
    ],
    [
      { kind: 'filled', productId: 'light-filler', filmUm: 1500, hardenerFraction: 0.02 },
      'Filled: Light filler, 1.5 mm, 2.0 % hardener',
    ],
    [
      { kind: 'sanded', grit: 180, tool: 'longBoard', wet: true, removedUm: 12, spotsThrough: true },
      'Sanded: P180 wet, long board, 12 µm off, through in spots',
    ],
    [{ kind: 'baked', tempC: 60, minutes: 30 }, 'Baked: 60 °C for 30 min'],
    [{ kind: 'measured', measure: 'filmTotal', filmUm: 110 }, 'Measured: 110 µm over the substrate'],
    [{ kind: 'blasted', media: 'Garnet', profileUm: 60, wet: true }, 'Blasted: Garnet, 60 µm profile, wet'],
    [
      { kind: 'repaired', method: 'Cut out and patch', temporaryMonths: 18 },
      'Repaired: Cut out and patch, to last 18 months',
    ],
    [
      {
        kind: 'found',
        substrate: 'steel',
        thicknessUm: 800,
        layers: [{ label: 'Old paint', family: 'oldCoating', filmUm: 1 }],
      },
      'Found: Mild steel, old paint',
    ],
    [{ kind: 'masked', what: 'Maker\u2019s plate' }, 'Masked: Maker\u2019s plate'],
  ])('%j', (e, line) => expect(plain(eventLine(ev(e) as never, products, 'metric'))).toBe(line));

  it('a correction says what it is now; a product that is gone is named by its id', () => {
    const by = ev({ kind: 'cleaned', productId: 'gone' }) as never;
    expect(eventWords(ev({ kind: 'replaced', targetId: 'x', by }), products, 'metric')).toBe('Now: gone');
  });
  it('a mark says how far it reaches: what was drawn before what was said', () => {
    const m = { fault: 'hole', treatment: 'patch', sizeMm: 35 } as const;
    expect(plain(markWords(m, 'metric'))).toBe('Hole, 35 mm across: cut out and patch');
    const outline = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 100 },
    ];
    expect(plain(markWords({ ...m, outline, depthMm: 3 }, 'metric'))).toBe(
      'Hole, 100 cm², 3 mm deep: cut out and patch',
    );
    expect(plain(markWords({ ...m, outline }, 'us'))).toBe('Hole, 15.5 in²: cut out and patch');
  });
});

describe('the surface as a hand would describe it', () => {
  const of = (surface: Partial<Strata['surface']>, layers: unknown[] = [{}]) =>
    plain(String(surfaceWords({ layers, surface: { exposes: 'x', sinceMs: 0, ...surface } } as unknown as Strata)));
  it.each([
    [{}, 'Not sanded yet'],
    [{ scratch: { grit: 320, wet: true, atMs: 0 } }, 'P320 scratch, wet'],
    [{ scratch: { grit: 180, wet: false, atMs: 0 }, clean: { atMs: 0, productId: 'c' } }, 'P180 scratch, cleaned'],
    [{ blastProfileUm: 50.4 }, 'Blasted, 50 µm profile'],
    [{ polished: { grit: 3000, atMs: 0 }, maskedWith: 'glass' }, 'Polished, masked'],
  ])('%j: %s', (surface, words) => expect(of(surface)).toBe(words));
  it('bare metal is bare', () => expect(of({}, [])).toBe('Bare, as stripped'));
  it('sanding has its own word for filler, primer and clear', () =>
    expect((['lightFiller', 'highBuild', 'clear'] as const).map((f) => stageWords('sand', f))).toEqual([
      'Filler hard enough to sand',
      'Hard enough to block',
      'Hard enough to denib',
    ]));
});

describe('times', () => {
  it('name the day only where it is another one', () => {
    expect(shortWhen(NOW + 20 * MIN, NOW)).toBe('14:20');
    expect(shortWhen(NOW + 20 * 60 * MIN, NOW)).toBe('Tue 10:00');
    expect(shortWhen(NOW + 30 * 1440 * MIN, NOW)).toBe('5 Jun');
    expect(sinceWhen(NOW - 60 * MIN, NOW)).toBe('today 13:00');
  });
  it('are said with the wait, before or after', () => {
    expect(plain(whenAndWait(NOW + 35 * MIN, NOW))).toBe('14:35, in 35 min');
    expect(plain(whenAndWait(NOW - 90 * MIN, NOW))).toBe('12:30, 1 h 30 min ago');
  });
  it('money and shares', () => {
    expect(plain(money(3.456, '€'))).toBe('€ 3.46');
    expect(plain(percent(0.4567, 1))).toBe('45.7 %');
  });
  it('the air says what it rests on', () => {
    const air = { tempC: 17.66, rh: 0.48, readMs: NOW - 5 * MIN };
    expect(plain(airLine({ ...air, basis: 'read' }, 'metric', NOW))).toBe('Air 17.7 °C, 48 %, read 5 min ago');
    expect(plain(airLine({ ...air, basis: 'planned' }, 'metric', NOW))).toBe(
      'Air 18 °C, 48 %, counted on with planned heat: last read 5 min ago',
    );
    expect(plain(airLine({ ...air, basis: 'held' }, 'metric', NOW))).toMatch(/^Air 18 °C, 48 %, assumed: last read/);
    expect(plain(airLine({ ...air, basis: 'set' }, 'us', NOW))).toBe('Air 64 °F, 48 %, set in the shop, not read');
  });
});

describe('may I spray now', () => {
  const span = (fromH: number, toH: number, unfit?: FitSpan['unfit']) =>
    ({ fromMs: NOW + fromH * 60 * MIN, toMs: NOW + toH * 60 * MIN, ...(unfit && { unfit }) }) as FitSpan;
  it.each<[FitSpan[], string, boolean]>([
    [[], 'No air to go by', false],
    [[span(0, 48)], 'Fit to spray, two days ahead', true],
    [[span(0, 3), span(3, 48, 'damp')], 'Fit to spray until 17:00', true],
    [[span(0, 2, 'sweats'), span(2, 48)], 'Not now: the panel sweats. Fit from 16:00', false],
    [[span(0, 48, 'cold')], 'Not fit: the panel is too cold', false],
  ])('%#', (spans, text, fit) => expect(fitAnswer(spans, NOW, 'read')).toEqual({ text, fit }));
  it('by air that nobody read nothing is fit', () =>
    expect(fitAnswer([span(0, 48)], NOW, 'set')).toEqual({ text: 'Nobody has read the air yet', fit: false }));
});

describe('a verdict in one line', () => {
  const finding = { ruleId: 'x', level: 'stop' as const, says: 'The primer is soft.', clears: 'Wait.' };
  it.each<[Partial<Verdict>, string]>([
    [{ level: 'allowed', findings: [] }, 'Allowed now'],
    [
      { level: 'allowed', findings: [{ ...finding, ruleId: 'over.windowClosing', says: 'It closes soon.' }] },
      'Allowed. It closes soon.',
    ],
    [{ level: 'stop', findings: [finding] }, 'Not yet: the primer is soft. Wait.'],
    [
      { level: 'care', findings: [finding], clearsMs: NOW + 35 * MIN },
      'With care: the primer is soft. Allowed from 14:35, in 35 min.',
    ],
  ])('%#', (v, line) => expect(plain(String(verdictLine(v as Verdict, NOW)))).toBe(line));
});

describe('the column', () => {
  it('thicker films stand higher, and none is lost', () => {
    expect(bandHeight(15)).toBeLessThan(bandHeight(60));
    expect(bandHeight(2000)).toBeLessThan(20 * bandHeight(15));
  });
  it('has the top layer first and the substrate last; the top one fills as it cures', () => {
    const layer = (id: string, family: string, more = {}) => ({ id, family, filmUm: 50, ...more });
    const strata = {
      substrate: 'aluminium',
      layers: [layer('a', 'epoxy'), layer('b', 'baseSolvent', { colourHex: '#123456' })],
    };
    const status = {
      clocks: [
        { stage: 'recoat', needMin: 60, doneMin: 15 },
        { stage: 'full', needMin: 9000, doneMin: 15 },
      ],
    };
    const bands = bandsOf(strata as unknown as Strata, curedShare(status as unknown as ZoneStatus));
    expect(bands.map((b) => b.key)).toEqual(['b', 'a', 'substrate']);
    expect(bands.map((b) => b.cured)).toEqual([0.25, 1, 1]);
    expect(bands[0]!.fill.colour).toBe('#123456');
    expect(bands[1]!.fill).toBe(FAMILY_FILL.epoxy);
  });
  it('every family of the library has a look of its own', () => {
    for (const p of SHIPPED_PRODUCTS) expect(FAMILY_FILL[p.family]).toBeDefined();
  });
});

/** Contrast of two colours by WCAG 2.2: (L1 + 0.05) / (L2 + 0.05). */
function contrast(a: string, b: string): number {
  const lum = (hex: string) => {
    const [r, g, bl] = [1, 3, 5].map((i) => {
      const c = parseInt(hex.slice(i, i + 2), 16) / 255;
      return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    }) as [number, number, number];
    return 0.2126 * r + 0.7152 * g + 0.0722 * bl;
  };
  const [hi, lo] = [lum(a), lum(b)].sort((x, y) => y - x) as [number, number];
  return (hi + 0.05) / (lo + 0.05);
}

describe('colours', () => {
  it('black on white is 21 to 1', () => expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6));
  it.each<[string, Palette]>([
    ['light', LIGHT],
    ['dark', DARK],
  ])('%s: all words stand out by 4.5 to 1 on everything that they stand on', (_, p) => {
    for (const ground of [p.paper, p.surface])
      for (const word of [p.ink, p.muted, p.do, p.window, p.stop, p.good])
        expect(contrast(word, ground)).toBeGreaterThanOrEqual(4.5);
    expect(contrast(p.onDo, p.do)).toBeGreaterThanOrEqual(4.5);
  });
});
