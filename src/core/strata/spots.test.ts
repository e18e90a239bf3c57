import fc from 'fast-check';
import type { LogEvent } from '../log/event';
import { ev, products, T0 } from '../testing';
import { foldLog } from './fold';
import { heightOf, openSpots, spotsOf, strataOfSpot, touchedInSpots } from './spots';
import { SUBSTRATE, type Strata } from './types';

let min = 0;
const at = () => (min += 30);
const coat = (productId: string, more = {}) =>
  ev({ kind: 'coated', atMin: at(), productId, coats: 1, filmUm: 50, application: 'lowPressureGun', ...more });
const sand = (grit: number, more = {}) =>
  ev({ kind: 'sanded', atMin: at(), grit, tool: 'block', wet: false, removedUm: 5, ...more });
const fill = (more = {}) => ev({ kind: 'filled', atMin: at(), productId: 'light-filler', filmUm: 800, ...more });
const clean = (more = {}) => ev({ kind: 'cleaned', atMin: at(), productId: 'cleaner-metal', ...more });
const repair = (treatment: string, more = {}) => ev({ kind: 'repaired', atMin: at(), treatment, ...more });
const found = (layers: object[] = []) =>
  ev({ kind: 'found', atMin: at(), substrate: 'steel', thicknessUm: 800, layers });
const OLD = { label: 'Factory finish', family: 'factoryFinish', filmUm: 100 };

const strata = (...log: LogEvent[]): Strata => foldLog(log, products).zones.get('lower')!.strata!;
const shows = (s: Strata): (string | undefined)[] => openSpots(s).map((x) => x.layers[x.layers.length - 1]?.productId);

describe('a place that was sanded through', () => {
  const primed = () => [found(), coat('epoxy-primer'), sand(180), coat('highbuild-2k')];
  it('shows what lies below, or what was said, and the field stays as it was', () => {
    const log = primed();
    const below = strata(...log, sand(400, { spotsThrough: true }));
    expect(below.layers).toHaveLength(2);
    expect(shows(below)).toEqual(['epoxy-primer']);
    const metal = strata(...log, sand(400, { through: SUBSTRATE, spotCm2: 4 }));
    expect(openSpots(metal)[0]).toMatchObject({ cause: 'sandedThrough', areaCm2: 4, layers: [] });
    expect(openSpots(metal)[0]!.surface).toMatchObject({ exposes: SUBSTRATE, scratch: { grit: 400 } });
  });
  it('what a coat did not reach shows what lay there before, until the next coat reaches it too', () => {
    const log = [found(), coat('epoxy-primer')];
    const half = coat('highbuild-2k', { leftOutCm2: 800 });
    const s = strata(...log, half);
    expect(openSpots(s)).toMatchObject([{ id: half.id, cause: 'leftOut', areaCm2: 800 }]);
    expect(shows(s)).toEqual(['epoxy-primer']);
    expect(openSpots(strata(...log, half, coat('highbuild-2k', { on: [half.id] })))).toEqual([]);
    expect(openSpots(strata(...log, half, coat('highbuild-2k')))).toEqual([]);
  });
  it('a place that the second coat did not reach wants it, and has it once it is dabbed there', () => {
    const log = [found(), coat('epoxy-primer')];
    const second = coat('epoxy-primer', { leftOutCm2: 300 });
    expect(openSpots(strata(...log, second))).toHaveLength(1);
    expect(openSpots(strata(...log, second, coat('epoxy-primer', { on: [second.id] })))).toEqual([]);
  });
  it('a film too thin to stop paper is gone with it', () => {
    expect(
      shows(strata(found(), coat('etch-primer'), coat('highbuild-2k'), sand(400, { spotsThrough: true }))),
    ).toEqual([undefined]);
  });
  it('a dab lies on it alone, a coat on it and on the field; it is over once that is blocked', () => {
    const before = primed();
    const through = sand(400, { through: SUBSTRATE });
    const log = [...before, through];
    const dabbed = [...log, coat('epoxy-primer', { on: [through.id] })];
    expect(strata(...dabbed).layers.map((l) => l.productId)).toEqual(['epoxy-primer', 'highbuild-2k']);
    expect(shows(strata(...dabbed))).toEqual(['epoxy-primer']);
    const over = [...dabbed, coat('highbuild-2k')];
    expect(openSpots(strata(...over))).toEqual([]);
    // Thinner there than round it, until it is flat.
    expect(spotsOf(strata(...over))[0]!.layers.map((l) => l.productId)).toEqual(['epoxy-primer', 'highbuild-2k']);
    expect(spotsOf(strata(...over, sand(400)))).toEqual([]);
  });
  it('what was covered comes out again where paper takes the cover off', () => {
    const log = [...primed(), sand(400, { through: SUBSTRATE }), coat('epoxy-primer', { filmUm: 20 })];
    expect(openSpots(strata(...log))).toEqual([]);
    expect(shows(strata(...log, sand(180, { removedUm: 30 })))).toEqual([undefined]);
  });
  it('a sanding that is put right keeps its spot, and what was dabbed there stays on it', () => {
    const before = primed();
    const through = sand(400, { through: SUBSTRATE });
    const dab = coat('epoxy-primer', { on: [through.id] });
    const by = { ...through, id: 'right', through: undefined, spotsThrough: true, grit: 320 };
    const right = ev({ kind: 'replaced', id: 'right', zoneIds: [], atMin: at(), targetId: through.id, by });
    const s = strata(...before, through, dab, right);
    expect(openSpots(s).map((x) => [x.id, x.layers.length])).toEqual([[through.id, 2]]);
  });
  it('an entry on a spot that is not there changes nothing', () => {
    const log = primed();
    expect(strata(...log, coat('epoxy-primer', { on: ['nowhere'] })).layers).toEqual(strata(...log).layers);
  });
  it('a layer that is not there is not gone through to, nor one that lies on top', () => {
    const log = primed();
    const top = strata(...log).layers[1]!.id;
    expect(openSpots(strata(...log, sand(400, { through: top })))).toEqual([]);
    // What nobody knows any more is taken for bare: that is asked most of.
    expect(openSpots(strata(...log, sand(400, { through: 'gone' })))[0]?.layers).toEqual([]);
  });
  it('stripping as far, blasting, and a part that others did ends it', () => {
    const log = [...primed(), sand(400, { spotsThrough: true })];
    const strip = (to: string) => ev({ kind: 'stripped', atMin: at(), to, method: 'sander', grit: 80 });
    const epoxy = strata(...log).layers[0]!.id;
    expect(spotsOf(strata(...log, strip(epoxy)))).toEqual([]);
    expect(spotsOf(strata(...log, strip(SUBSTRATE)))).toEqual([]);
    const blasted = ev({ kind: 'blasted', atMin: at(), media: 'Garnet', profileUm: 50, wet: false });
    expect(spotsOf(strata(...log, blasted))).toEqual([]);
    const back = (as: string) => ev({ kind: 'cameBack', atMin: at(), as, layers: [] });
    expect(spotsOf(strata(...log, back('bare')))).toEqual([]);
    expect(spotsOf(strata(...log, back('asSent')))).toHaveLength(1);
  });
});

describe('filler on bare metal', () => {
  it('leaves a bare ring, which paper brightens and primer covers', () => {
    const log = [found(), sand(80), clean(), fill()];
    const filled = strata(...log);
    expect(openSpots(filled)).toMatchObject([{ cause: 'ring', layers: [] }]);
    const bright = filled.spots![0]!.surface.brightMs!;
    const sanded = strata(...log, sand(180));
    expect(sanded.spots![0]!.surface.brightMs).toBeGreaterThan(bright);
    // A second skim does not go onto the ring.
    expect(strata(...log, sand(80), fill()).spots![0]!.layers).toEqual([]);
    expect(openSpots(strata(...log, sand(180), coat('epoxy-primer')))).toEqual([]);
  });
  it('over primer there is none', () => {
    expect(spotsOf(strata(found(), coat('epoxy-primer'), sand(120), fill()))).toEqual([]);
  });
});

describe('a repair', () => {
  it('leaves a bare place in paint, with what is still to come there', () => {
    const old = found([OLD]);
    const pulled = repair('pullAndFill');
    const log = [old, pulled];
    expect(openSpots(strata(...log))).toMatchObject([
      { id: pulled.id, cause: 'repaired', wants: 'filler', layers: [] },
    ]);
    const filled = strata(...log, fill({ on: [pulled.id] }));
    expect(openSpots(filled)[0]).not.toHaveProperty('wants');
    expect(filled.layers.map((l) => l.family)).toEqual(['factoryFinish']);
    expect(shows(filled)).toEqual(['light-filler']);
  });
  it('of a dent that is pushed out with its paint kept leaves nothing to do', () => {
    expect(spotsOf(strata(found([OLD]), repair('pushOut')))).toEqual([]);
  });
  it('on bare metal leaves a spot only where something is to come', () => {
    expect(spotsOf(strata(found(), repair('abrade')))).toEqual([]);
    expect(openSpots(strata(found(), repair('patch')))).toMatchObject([{ wants: 'filler' }]);
  });
  it('knows how large its marks are, and how deep', () => {
    const old = found([OLD]);
    const mark = ev({ kind: 'marked', atMin: at(), fault: 'scratch', grade: 3, sizeMm: 20, treatment: 'feather' });
    const s = strata(old, mark, repair('feather', { faultIds: [mark.id] }));
    expect(openSpots(s)).toMatchObject([{ cause: 'feathered', layers: [] }]);
    expect(openSpots(s)[0]!.areaCm2).toBeCloseTo(Math.PI, 3);
  });
  it('what was not filled by then is forgotten under colour', () => {
    expect(openSpots(strata(found([OLD]), repair('pullAndFill'), coat('base-solvent')))).toEqual([]);
  });
});

describe('spots of any log', () => {
  const ACTS = fc.array(
    fc.oneof(
      fc.constant(() => coat('epoxy-primer')),
      fc.constant(() => coat('highbuild-2k')),
      fc.constant(() => coat('base-solvent')),
      fc.constant(() => coat('clear-ms')),
      fc.constant(() => fill()),
      fc.constant(() => clean()),
      fc.nat({ max: 60 }).map((removedUm) => () => sand(180, { removedUm })),
      fc.constant(() => sand(400, { spotsThrough: true })),
      fc.constant(() => sand(400, { through: SUBSTRATE })),
      fc.constant(() => repair('patch')),
      fc.constant(() => repair('feather')),
    ),
    { maxLength: 14 },
  );
  it('are never higher than the field where they are covered, and a spot by itself has none', () => {
    fc.assert(
      fc.property(ACTS, (acts) => {
        const s = strata(found([OLD]), ...acts.map((act) => act()));
        for (const spot of spotsOf(s)) {
          const alone = strataOfSpot(s, spot);
          expect(spotsOf(alone)).toEqual([]);
          expect(strataOfSpot(s, spot)).toBe(alone);
          if (!openSpots(s).includes(spot) && !touchedInSpots(s).includes(spot))
            expect(heightOf(alone)).toBe(heightOf(s));
          expect(spot.surface.exposes).toBe(spot.layers[spot.layers.length - 1]?.id ?? SUBSTRATE);
          expect(spot.layers.every((l) => l.filmUm > 0 && l.startedMs >= T0)).toBe(true);
        }
      }),
    );
  });
  it('a coat that goes over all leaves none open that asks for nothing', () => {
    fc.assert(
      fc.property(ACTS, (acts) => {
        const s = strata(found([OLD]), ...acts.map((act) => act()), coat('epoxy-primer'));
        expect(openSpots(s).filter((x) => x.wants === undefined)).toEqual([]);
      }),
    );
  });
});
