/** @jest-environment node */
import fc from 'fast-check';
import { workMinutes } from '../labour/hours';
import { splitMix } from '../mix/ratio';
import { learnWaste } from '../stock/learn';
import { foldLog } from '../strata/fold';
import type { LogEvent } from '../log/event';
import { ev, foundBare, JOB, products } from '../testing';
import { jobCost, nextTime, panelCost, type PanelCost } from './cost';

const RATES = { labourH: 60, ovenH: 18, blastH: 90 };
const of = (log: LogEvent[], panelId = 'door') =>
  panelCost(
    JOB,
    foldLog([foundBare(['lower', 'upper']), foundBare(['bonnet']), ...log], products),
    panelId,
    products,
    RATES,
  );
const coat = (more = {}) =>
  ev({
    kind: 'coated',
    atMin: 10,
    productId: 'highbuild-2k',
    coats: 1,
    filmUm: 60,
    application: 'lowPressureGun',
    zoneIds: ['lower', 'upper'],
    ...more,
  });
const sand = (more = {}) =>
  ev({ kind: 'sanded', atMin: 20, grit: 320, tool: 'block', wet: false, removedUm: 5, zoneIds: ['lower'], ...more });
/** 400 : 100 : 40 ml of high-build, as it is sold. */
const CUP = { batchId: 'b', pouredMl: [400, 100, 40], usedMl: 540 };
const CUP_COST = 0.4 * 19 + 0.1 * 34 + 0.04 * 9;

describe('what a panel has cost', () => {
  it('by hand: a cup that was all used, an hour that was clocked, half an hour of the oven', () => {
    const c = of([
      coat({ batch: CUP, workMin: 60 }),
      ev({ kind: 'baked', atMin: 30, tempC: 60, minutes: 30, zoneIds: ['lower', 'upper'] }),
    ]);
    expect(c.money.material.actual).toBeCloseTo(CUP_COST, 6);
    expect(c.money.waste.actual).toBeCloseTo(0, 9);
    expect(c.money.machine.actual).toBeCloseTo(9, 9);
    const bake = workMinutes('bake', 9000);
    expect(c.minutes.clocked).toBeCloseTo(60, 9);
    expect(c.minutes.actual).toBeCloseTo(60 + bake, 9);
    expect(c.money.labour.actual).toBeCloseTo(60 + bake, 9);
    expect(c.total.actual).toBeCloseTo(CUP_COST + 9 + 60 + bake, 6);
  });
  it('hours that nobody clocked are the usual ones, for each coat its area again', () => {
    const one = of([coat()]);
    expect(one.minutes).toEqual({
      estimated: workMinutes('coat', 9000),
      actual: workMinutes('coat', 9000),
      clocked: 0,
    });
    expect(of([coat({ coats: 3 })]).minutes.estimated).toBeCloseTo(workMinutes('coat', 27_000), 9);
    expect(of([sand()]).minutes.estimated).toBeCloseTo(workMinutes('sand', 3000, 320), 9);
  });
  it('of an entry on several panels each has its share by area: nothing is lost, nothing is counted twice', () => {
    fc.assert(
      fc.property(
        fc.subarray(['lower', 'upper', 'bonnet'], { minLength: 1 }),
        fc.integer({ min: 1, max: 500 }),
        (zoneIds, workMin) => {
          const log = [
            coat({ zoneIds, batch: CUP, workMin }),
            ev({ kind: 'baked', atMin: 30, tempC: 60, minutes: 30, zoneIds }),
          ];
          const both = [of(log, 'door'), of(log, 'bonnet')];
          const sum = jobCost(both);
          expect(sum.minutes.clocked).toBeCloseTo(workMin, 6);
          expect(sum.money.material.actual).toBeCloseTo(CUP_COST, 6);
          expect(sum.money.machine.actual).toBeCloseTo(9, 6);
          expect(sum.total.actual).toBeCloseTo(both[0]!.total.actual + both[1]!.total.actual, 6);
          expect(sum.vocG).toBeCloseTo(both[0]!.vocG + both[1]!.vocG, 9);
        },
      ),
    );
  });
  it('a clock that ran on an act stands for its entries that have none of their own', () => {
    const worked = ev({ kind: 'worked', atMin: 40, act: 'sand', workMin: 45, zoneIds: ['lower'] });
    const c = of([sand(), worked]);
    expect(c.minutes.actual).toBe(45);
    expect(c.minutes.clocked).toBe(45);
    expect(c.minutes.estimated).toBeCloseTo(workMinutes('sand', 3000, 320), 9);
    // Of another act: both count.
    const other = of([sand(), { ...worked, act: 'paint' } as LogEvent]);
    expect(other.minutes.actual).toBeCloseTo(45 + workMinutes('sand', 3000, 320), 9);
  });
  it('blasting takes the machine too, by its clock or by what is usual', () => {
    const blast = ev({ kind: 'blasted', atMin: 5, media: 'garnet', barG: 5, zoneIds: ['lower'] });
    expect(of([blast]).money.machine.actual).toBeCloseTo((workMinutes('blast', 3000) / 60) * 90, 6);
    expect(of([{ ...blast, workMin: 20 } as LogEvent]).money.machine.actual).toBeCloseTo(30, 6);
  });
  it('what is thrown away of a cup is set against what the trade throws away', () => {
    const c = of([coat({ batch: { ...CUP, usedMl: 270 } })]);
    expect(c.money.waste.actual).toBeCloseTo(CUP_COST / 2, 6);
    const [line] = c.material.lines;
    const should = splitMix(
      products('highbuild-2k')!,
      line!.estimatedMl,
      products('highbuild-2k')!.thinning!.defaultFraction,
    );
    const { share } = learnWaste([]);
    expect(c.money.material.estimated).toBeCloseTo(should.cost, 6);
    expect(c.money.waste.estimated).toBeCloseTo((should.cost * share) / (1 - share), 6);
  });
  it('an entry on a zone that the job has not any more is shared by count, and one on none costs nothing', () => {
    const gone = of([sand({ zoneIds: ['lower', 'gone'], workMin: 30 })]);
    expect(gone.minutes.clocked).toBeCloseTo(30, 9);
    const bake = of([ev({ kind: 'baked', atMin: 30, tempC: 60, minutes: 30, zoneIds: [] })]);
    expect(bake.total.actual).toBe(0);
  });
});

describe('what to change next time', () => {
  const line = (
    more: Partial<PanelCost['material']['lines'][number]> = {},
  ): PanelCost['material']['lines'][number] => ({
    productId: 'clear-ms',
    label: 'Clear',
    volumeMl: 300,
    massG: 300,
    cost: 30,
    wasteCost: 0,
    wasteMl: 0,
    vocG: 0,
    estimatedMl: 300,
    basis: 'poured',
    byWeight: false,
    ...more,
  });
  const panel = (
    lines: PanelCost['material']['lines'],
    minutes = { estimated: 60, actual: 60, clocked: 0 },
  ): PanelCost => {
    const none = { estimated: 0, actual: 0 };
    return {
      panelId: 'p',
      money: {
        material: none,
        waste: none,
        labour: { estimated: minutes.estimated, actual: minutes.actual },
        machine: none,
      },
      total: none,
      minutes,
      material: { lines, cost: 0, wasteCost: 0, vocG: 0 },
      vocG: 0,
    };
  };
  const said = (...args: Parameters<typeof nextTime>) =>
    nextTime(...args).map((m) => String(m).replaceAll('\u00a0', ' '));

  it('is nothing where all went as it was worked out, and nothing of what was only estimated', () => {
    expect(said([panel([line()])])).toEqual([]);
    expect(said([panel([line({ volumeMl: 330 })])])).toEqual([]);
    expect(said([panel([line({ volumeMl: 900, basis: 'estimated' })])])).toEqual([]);
    expect(said([panel([line({ estimatedMl: 0 })])])).toEqual([]);
  });
  it('by hand: 450 ml for 300 is half more; 210 is three tenths less', () => {
    expect(said([panel([line({ volumeMl: 450 })])])).toEqual([
      'Clear: 450 ml used, 50 % more than worked out: read the film, to see whether it lies thicker or went past.',
    ]);
    expect(said([panel([line({ volumeMl: 210 })])])).toEqual([
      'Clear: 210 ml used, 30 % less than worked out: read the film, to see whether it is thin.',
    ]);
  });
  it('where films were read, with the share that landed; where none was, not', () => {
    const thick = [panel([line({ volumeMl: 450 })])];
    expect(said(thick, () => ({ share: 0.44, of: 3 }))[0]).toContain('count with 44 % landing on the work');
    expect(said(thick, () => ({ share: 0.44, of: 0 }))[0]).toContain('read the film');
  });
  it('one product on two panels is said once, with both amounts', () => {
    expect(said([panel([line({ volumeMl: 450 })]), panel([line({ volumeMl: 450 })])])).toEqual([
      expect.stringContaining('Clear: 900 ml used, 50 % more'),
    ]);
  });
  it('what was thrown away is said where it is more than is usual', () => {
    expect(said([panel([line({ wasteMl: 200, wasteCost: 20 })])])).toEqual([
      'Clear: 200 ml thrown away, 40 % of what was mixed: keep less in hand, or mix a smaller last cup.',
    ]);
    expect(said([panel([line({ wasteMl: 10 })])])).toEqual([]);
  });
  it('hours are said where somebody clocked some, and they are off', () => {
    const clocked = (actual: number, c = 60) => said([panel([], { estimated: 60, actual, clocked: c })]);
    expect(clocked(90)).toEqual(['Hours: 50 % over what such work usually takes.']);
    expect(clocked(30)).toEqual(['Hours: 50 % under what such work usually takes.']);
    expect(clocked(66)).toEqual([]);
    expect(clocked(90, 0)).toEqual([]);
  });
  it('the dearest difference comes first', () => {
    const out = said([
      panel([line({ volumeMl: 450, cost: 10 }), line({ productId: 'base', label: 'Base', volumeMl: 450, cost: 90 })], {
        estimated: 60,
        actual: 90,
        clocked: 60,
      }),
    ]);
    expect(out.map((s) => s.split(':')[0])).toEqual(['Base', 'Hours', 'Clear']);
  });
});
