/** @jest-environment node */
import fc from 'fast-check';
import jsqr from 'jsqr';
import { codeDots, LABEL_BYTES, labelText } from './label';
import type { LayerRecord, PanelRecord, ZoneRecord } from './record';

const T = Date.UTC(2030, 4, 6);
const layer = (label: string, filmUm: number, more: Partial<LayerRecord> = {}): LayerRecord => ({
  label,
  family: 'Primer',
  coats: 2,
  filmUm,
  basis: 'estimated',
  depthUm: 0,
  firstMs: T,
  lastMs: T,
  ...more,
});
const zone = (layers: LayerRecord[], name = 'Lower'): ZoneRecord => ({
  name,
  areaCm2: 3100,
  substrate: 'Steel',
  substrateUm: 900,
  layers,
  repairs: [],
  spots: [],
  left: [],
  open: [],
  finish: 'baseClear',
});
const panel = (zones: ZoneRecord[], name = 'Left door'): PanelRecord => ({ id: 'p', name, zones });
const made = { job: { name: 'Bread van', about: '' }, madeMs: T };
/** Read as a camera would see it: each dot so many pixels, with white round it. @param smudge share of the dots that are covered by one dark patch */
function read(dots: boolean[][], smudge = 0, seed = 1): string | undefined {
  const [px, quiet] = [4, 4];
  const n = dots.length;
  const side = (n + 2 * quiet) * px;
  const data = new Uint8ClampedArray(side * side * 4).fill(255);
  const patch = Math.floor(Math.sqrt(smudge) * n);
  // Not over a corner: without its three squares no reader finds a code at all.
  const [x0, y0] = [Math.floor(n * 0.3) + (seed % 5), Math.floor(n * 0.35) + (seed % 7)];
  for (let y = 0; y < n; y++)
    for (let x = 0; x < n; x++) {
      const isSmudged = x >= x0 && x < x0 + patch && y >= y0 && y < y0 + patch;
      if (!isSmudged && !dots[y]![x]) continue;
      for (let b = 0; b < px; b++)
        for (let a = 0; a < px; a++) {
          const at = (((y + quiet) * px + b) * side + (x + quiet) * px + a) * 4;
          data[at] = data[at + 1] = data[at + 2] = 0;
        }
    }
  return jsqr(data, side, side)?.data;
}

describe('a label', () => {
  const p = panel([
    zone([
      layer('Clear', 55, { basis: 'measured' }),
      layer('Base', 18, { colour: { hex: '#8c2f2b', name: 'Crust red' } }),
      layer('High-build primer', 140),
      layer('Epoxy primer', 50),
    ]),
  ]);
  it('says the part, the stack from the top, and the substrate, in plain lines', () => {
    expect(labelText(made, p, p.zones[0]!).split('\n')).toEqual([
      'Left door',
      'Bread van',
      'Clear 55µm 2030-05-06',
      'Base 18µm est. 2030-05-06 Crust red',
      'High-build primer 140µm est. 2030-05-06',
      'Epoxy primer 50µm est. 2030-05-06',
      'on Steel 0.90mm',
      'made 2030-05-06',
    ]);
  });
  it('in a shop with US units it says mils and inches', () => {
    const text = labelText(made, p, p.zones[0]!, 'us');
    expect(text).toContain('Clear 2.2mil 2030-05-06');
    expect(text).toMatch(/on Steel 0\.035?in/);
  });
  it('is read by another reader as it was written, also with a tenth of it smudged', () => {
    const text = labelText(made, p, p.zones[0]!);
    const dots = codeDots(text);
    expect(read(dots)).toBe(text);
    for (let seed = 0; seed < 12; seed++) expect(read(dots, 0.1, seed)).toBe(text);
    // The test can fail: half of it covered is too much.
    expect(read(dots, 0.5)).not.toBe(text);
  });
  it('never holds more than it may, whatever people call things, and keeps to the size that is printed', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.string({ maxLength: 60, unit: 'grapheme' }), fc.integer({ min: 1, max: 3000 })), {
          maxLength: 14,
        }),
        fc.string({ maxLength: 120, unit: 'grapheme' }),
        (layers, name) => {
          const long = panel(
            [
              zone(
                layers.map(([l, um]) => layer(l, um)),
                name,
              ),
              zone([]),
            ],
            name,
          );
          const text = labelText({ ...made, job: { name, about: '' } }, long, long.zones[0]!);
          expect(new TextEncoder().encode(text).length).toBeLessThanOrEqual(LABEL_BYTES);
          // 30 mm over 85 dots with their white: a third of a millimetre each.
          expect(codeDots(text).length).toBeLessThanOrEqual(77);
        },
      ),
      { numRuns: 60 },
    ));
});
