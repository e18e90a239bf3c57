import fc from 'fast-check';
import { blendLengthMm, planBlend, spotWay, type BlendAsk } from './blend';

const rect = (x: number, y: number, w: number, h: number) => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
const DOOR = rect(0, 0, 1000, 700);
const ask = (over: Partial<BlendAsk> = {}): BlendAsk => ({
  outline: DOOR,
  repair: rect(450, 300, 100, 100),
  keepOuts: [],
  next: {},
  de: 1.5,
  butt: false,
  looksAlong: false,
  clear: { at: 'edge' },
  ...over,
});
const said = (xs: readonly unknown[]) => xs.map(String).join(' ');
const rear = { panelId: 'rear', name: 'Rear door', outline: rect(0, 0, 800, 700), areaCm2: 5600 };

describe('a blend', () => {
  it('by hand: 1.5 needs 100 + 180 · 1 = 280 mm; looked along 1.4 times that', () => {
    expect(blendLengthMm(1.5, false)).toBe(280);
    expect(blendLengthMm(1.5, true)).toBe(390);
  });

  it('is longer the more it differs, never beyond its bounds', () => {
    const de = fc.double({ min: 0, max: 6, noNaN: true });
    fc.assert(
      fc.property(de, de, fc.boolean(), (a, b, along) => {
        expect(blendLengthMm(Math.max(a, b), along)).toBeGreaterThanOrEqual(blendLengthMm(Math.min(a, b), along));
        expect(blendLengthMm(a, along)).toBeGreaterThanOrEqual(100);
        expect(blendLengthMm(a, along)).toBeLessThanOrEqual(900);
      }),
    );
  });

  it('in the middle of a door it stays on the door: full colour, then less, clear over all of it', () => {
    const { panels, problems } = planBlend(ask());
    expect(problems).toEqual([]);
    expect(panels).toHaveLength(1);
    const [door] = panels;
    // 40 mm round a square of 100: 10000 + 4 · 4000 + π · 1600 mm².
    expect(door!.fullCm2 / 310.3).toBeCloseTo(1, 1);
    // 320 mm round it, of which 20 mm reach over the top edge and as much over the bottom one.
    expect(door!.fadeCm2).toBeGreaterThan(3500);
    expect(door!.clearCm2 / 7000).toBeCloseTo(1, 2);
    expect(door!.fullCm2 + door!.fadeCm2).toBeLessThan(door!.clearCm2);
  });

  it('near an edge it goes over the next panel, and clear over all of that', () => {
    const repair = rect(850, 300, 100, 100);
    const { panels, says } = planBlend(ask({ repair, next: { right: rear } }));
    expect(panels).toHaveLength(2);
    // 320 mm of reach less 50 mm to the edge.
    expect(panels[1]!.fadeCm2 / ((270 * 700) / 100)).toBeCloseTo(1, 1);
    expect(panels[1]!.clearCm2 / 5600).toBeCloseTo(1, 2);
    expect(said(says)).toMatch(/Rear door is blended too: the right edge/);
    // The next panel lies with its left edge here: the strip is on its left.
    expect(Math.max(...panels[1]!.fade.flat(2).map((p) => p.x))).toBeLessThan(290);
    expect(planBlend(ask({ repair, next: { left: rear } })).panels).toHaveLength(1);
  });

  it('a match ends at the gap', () => {
    const { panels, lengthMm, says } = planBlend(
      ask({ repair: rect(880, 300, 100, 100), butt: true, next: { right: rear } }),
    );
    expect(panels).toHaveLength(1);
    expect(lengthMm).toBe(0);
    expect(said(says)).toMatch(/end at the gap/);
  });

  it('goes round what must not be painted', () => {
    const plate = { name: 'Type plate', outline: rect(600, 320, 80, 60) };
    const { panels, says } = planBlend(ask({ keepOuts: [plate] }));
    expect(panels[0]!.clearCm2).toBeLessThan(7000 - 40);
    expect(said(says)).toMatch(/Type plate stays covered/);
    expect(said(planBlend(ask({ keepOuts: [plate], clear: { at: 'melt' } })).problems)).toMatch(
      /too near to the melted edge/,
    );
  });

  it('ends at a line where there is room before it, and says where there is not', () => {
    const far = planBlend(ask({ repair: rect(450, 500, 100, 100), clear: { at: 'line', axis: 'y', mm: 100 } }));
    expect(far.problems).toEqual([]);
    expect(far.panels[0]!.clearCm2 / 6000).toBeCloseTo(1, 1);
    expect(said(planBlend(ask({ clear: { at: 'line', axis: 'y', mm: 250 } })).problems)).toMatch(
      /50 mm from the repair/,
    );
  });

  it('a melted edge lies outside of the clear, and no tape near it', () => {
    const { panels, says } = planBlend(ask({ clear: { at: 'melt' }, lengthMm: 100 }));
    expect(panels[0]!.melt.length).toBeGreaterThan(0);
    expect(panels[0]!.clearCm2).toBeLessThan(7000);
    expect(said(says)).toMatch(/No tape within 80 mm/);
  });

  it('colour lies under clear, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 0, max: 550 }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.constantFrom<BlendAsk['clear']>({ at: 'edge' }, { at: 'melt' }),
        (x, y, de, clear) => {
          for (const p of planBlend(ask({ repair: rect(x, y, 150, 120), de, clear, next: { left: rear, top: rear } }))
            .panels)
            expect(p.fullCm2 + p.fadeCm2).toBeLessThanOrEqual(p.clearCm2 * 1.02 + 2);
        },
      ),
      { numRuns: 12 },
    );
  });
});

describe('a spot', () => {
  const spot = { sizeMm: 60, toEdgeMm: 900, looksAlong: false, de: 0.6, metallic: true };
  it.each([
    ['a chip', { ...spot, sizeMm: 3 }, 'touchIn'],
    ['a chip in flake on a bonnet', { ...spot, sizeMm: 3, looksAlong: true }, 'clearPanel'],
    ['small and low', spot, 'melt'],
    ['on a bonnet', { ...spot, looksAlong: true }, 'clearPanel'],
    ['near an edge', { ...spot, toEdgeMm: 100 }, 'clearPanel'],
    ['large', { ...spot, sizeMm: 300 }, 'clearPanel'],
  ] as const)('%s', (_, s, way) => {
    const a = spotWay(s);
    expect(a.way).toBe(way);
    // Every way that was passed over has its reason.
    expect(a.not.map((n) => n.way)).toEqual(
      way === 'touchIn' ? [] : way === 'melt' ? ['touchIn'] : ['touchIn', 'melt'],
    );
  });
});
