import { SHIPPED_PRODUCTS } from '../library/shipped';
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
    expect(ids('stripped', undefined, false, 'flapDisc')).toEqual(['dust']);
    for (const m of STRIP_METHODS) expect(ids('stripped', undefined, true, m)).toHaveLength(2);
  });

  it.each([
    ['patch', ['weld']],
    ['shrink', ['weld']],
    ['laminate', ['peroxide', 'glass']],
    ['vAndEpoxy', ['epoxy', 'glass']],
    ['spotBlast', ['blast']],
    ['convert', ['acid']],
  ] as const)('a repair by %s: %j', (how, want) => expect(ids('repaired', undefined, false, how)).toEqual(want));

  it('never says that something is safe', () => {
    for (const kind of EVENT_KINDS)
      for (const product of [undefined, ...SHIPPED_PRODUCTS])
        for (const c of cautionsFor(kind, product, true)) expect(c.text).not.toMatch(/\bsafe\b|harmless|no danger/i);
  });
});
