import { SHIPPED_PRODUCTS } from '../library/shipped';
import { FAMILIES } from '../library/product';
import { EVENT_KINDS } from '../log/event';
import { STRIP_METHODS } from '../log/tools';
import { products } from '../testing';
import { cautionsFor } from './cautions';

const ids = (...args: Parameters<typeof cautionsFor>) => cautionsFor(...args).map((c) => c.id);
const p = (id: string) => products(id)!;

describe('cautions', () => {
  it.each([
    ['highbuild-2k', ['isocyanate']],
    ['clear-ms', ['isocyanate']],
    ['epoxy-primer', ['epoxy']],
    ['base-solvent', ['solvent']],
    ['rust-converter', ['acid']],
  ])('spraying %s: %j', (id, want) => expect(ids('coated', p(id), false)).toEqual(expect.arrayContaining(want)));

  it('every product whose hardener holds isocyanates is said to, however it is put on', () => {
    const twoPart = SHIPPED_PRODUCTS.filter((x) => x.mechanism === 'urethane' && x.parts.length > 1);
    expect(twoPart.length).toBeGreaterThan(3);
    for (const x of twoPart)
      for (const k of ['coated', 'treated'] as const) expect(ids(k, x, false)).toContain('isocyanate');
  });

  it('an old coating brings lead and chromate into it, wherever dust or scrapings come of it', () => {
    for (const k of ['sanded', 'stripped', 'blasted'] as const) {
      expect(ids(k, undefined, true)).toContain('oldCoating');
      expect(ids(k, undefined, false)).not.toContain('oldCoating');
    }
    expect(ids('repaired', undefined, true, 'abrade')).toEqual(['oldCoating', 'dust']);
  });

  it('stripping warns of what it is done with', () => {
    expect(ids('stripped', undefined, false, 'chemical')).toEqual(['chemical']);
    expect(ids('stripped', undefined, false, 'heat')).toEqual(['heat']);
    expect(ids('stripped', undefined, false, 'flapDisc')).toEqual(['dust', 'wire', 'sparks']);
    for (const m of STRIP_METHODS) expect(ids('stripped', undefined, true, m)).toContain('oldCoating');
  });

  it.each([
    ['patch', ['zincDust', 'sparks', 'weld']],
    ['pullAndFill', ['dust', 'sparks', 'weld']],
    ['shrink', ['heat', 'weld']],
    ['laminate', ['styrene', 'peroxide', 'glass']],
    ['vAndEpoxy', ['epoxy', 'glass']],
    ['spotBlast', ['wire', 'blast']],
    ['convert', ['acid', 'dust']],
    ['drain', ['raised']],
  ] as const)('a repair by %s: %j', (how, want) => expect(ids('repaired', undefined, false, how)).toEqual(want));

  it.each([
    ['glassfibre', ['glass']],
    ['galvanised', ['zincDust']],
    ['aluminium', ['aluminium']],
    ['steel', []],
  ] as const)('dust of %s brings %j', (substrate, want) =>
    expect(ids('sanded', undefined, false, undefined, { substrate })).toEqual(['dust', ...want]),
  );

  it('every spray of something with solvent says so, two-pack too; water says mist; and nothing is said twice', () => {
    for (const x of SHIPPED_PRODUCTS.filter((p) => FAMILIES[p.family].usedIn === 'coated')) {
      const list = ids('coated', x, true);
      expect(new Set(list).size).toBe(list.length);
      expect(list.some((id) => id === 'solvent' || id === 'mist' || id === 'sealerFume')).toBe(true);
    }
  });

  it('never says that something is safe', () => {
    for (const kind of EVENT_KINDS)
      for (const product of [undefined, ...SHIPPED_PRODUCTS])
        for (const c of cautionsFor(kind, product, true)) expect(c.text).not.toMatch(/\bsafe\b|harmless|no danger/i);
  });
});
