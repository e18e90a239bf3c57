import { seeded } from '../fair/truth';
import type { DefectCause } from '../log/defectCauses';
import type { DefectKind } from '../log/defects';
import type { PlainEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { ev, products, T0 } from '../testing';
import type { DefectCase } from './fromLog';

/*
 * Evenings with a planted cause, as somebody would have lived them: weather, cup, gun and habit are drawn, one thing goes wrong, and so much of it is
 * written down. It shares nothing with the tables of evidence: figures here are in °C, grams and minutes, and everything else that is a little odd is
 * odd by chance.
 */

/** What may go wrong for each kind, as often as it is drawn here. */
const PLANTED: readonly [DefectKind, readonly DefectCause[]][] = [
  ['run', ['heavyCoat', 'heavyCoat', 'shortFlash', 'coldPanel', 'slowThinner', 'overThinned']],
  ['sag', ['heavyCoat', 'shortFlash', 'coldPanel', 'slowThinner', 'overThinned']],
  ['drySpray', ['gunFar', 'gunFar', 'hotAir', 'fastThinner']],
  ['orangePeel', ['gunFar', 'hotAir', 'fastThinner', 'heavyCoat', 'gunPattern']],
  ['solventPop', ['heavyCoat', 'shortFlash', 'shortFlash', 'lateHeat']],
  ['fisheyes', ['grease']],
  ['nib', ['dirt']],
  ['blushing', ['dampAir', 'dampAir', 'fastThinner']],
  ['wrinkling', ['reacts', 'softUnder', 'heavyCoat']],
  ['peelsOff', ['noKey', 'noKey', 'grease']],
  ['sinkBack', ['softUnder', 'coarseScratch', 'heavyCoat']],
  ['scratchSwelling', ['coarseScratch', 'coarseScratch', 'softUnder']],
  ['stripes', ['gunPattern', 'gunPattern', 'gunFar']],
  ['poorHiding', ['thinFilm', 'thinFilm', 'overThinned']],
  ['softFilm', ['notMixed', 'coldPanel', 'heavyCoat']],
  ['hazyEdge', ['wetEdgeLost', 'wetEdgeLost', 'gunFar']],
  ['compoundInTrim', ['trimOpen']],
  ['holograms', ['hardPad']],
];

const there = <T>(x: T | undefined): T => {
  if (x === undefined) throw new Error('The simulator lacks something');
  return x;
};

/** One evening as it was, whoever wrote it down. */
interface Lived {
  tempC: number;
  rh: number;
  panelC: number;
  filmTimes: number;
  /** Flash that was waited, as a share of what it took at that temperature. */
  flashShare: number;
  hardener: 'fast' | 'medium' | 'slow';
  thinnerMore: number;
  hardenerTimes: number;
  cupOldMin: number;
  wiped: boolean;
  oil: boolean;
  swept: boolean;
  tacked: boolean;
  gunMm: number;
  lingered: boolean;
  fanBad: boolean;
  stopped: boolean;
  lampMin?: number;
  grit: number;
  oldPaint: boolean;
  underHours: number;
  filler: boolean;
  keyed: boolean;
  padHard: boolean;
  taped: boolean;
}

export interface PlantedCase {
  kind: DefectKind;
  cause: DefectCause;
  case: DefectCase;
  /** What somebody answers who was there; by the question's fact. */
  answers: Record<string, boolean>;
}

export function plantedCase(seed: number, isLogged: boolean): PlantedCase {
  const random = seeded(seed);
  const chance = (p: number) => random() < p;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const around = (mean: number, sd: number) => mean + sd * (random() + random() + random() + random() - 2) * 1.73;
  const [kind, causes] = pick(PLANTED);
  const cause = pick(causes);
  const l: Lived = {
    tempC: around(20.5, 2),
    rh: around(0.5, 0.08),
    panelC: 0,
    filmTimes: around(1, 0.08),
    flashShare: 1.1 + random(),
    hardener: 'medium',
    thinnerMore: 0,
    hardenerTimes: around(1, 0.03),
    cupOldMin: 5 + 25 * random(),
    wiped: chance(0.9),
    oil: chance(0.06),
    swept: chance(0.75),
    tacked: chance(0.8),
    gunMm: around(190, 15),
    lingered: chance(0.12),
    fanBad: chance(0.1),
    stopped: chance(0.05),
    grit: pick([500, 600, 800]),
    oldPaint: chance(0.12),
    underHours: around(20, 4),
    filler: chance(0.3),
    keyed: true,
    padHard: chance(0.15),
    taped: chance(0.7),
  };
  // Something is a little odd in most evenings, and did no harm.
  if (chance(0.08)) l.tempC = around(12, 1);
  else if (chance(0.06)) l.tempC = around(33, 1);
  if (chance(0.1)) l.rh = around(0.8, 0.02);
  if (chance(0.1)) l.filmTimes = 1.5;
  if (chance(0.08)) l.flashShare = 0.6;
  if (chance(0.05)) l.grit = 240;
  switch (cause) {
    case 'heavyCoat':
      l.filmTimes = 1.6 + 0.4 * random();
      l.lingered = chance(0.85);
      break;
    case 'shortFlash':
      l.flashShare = 0.25 + 0.4 * random();
      break;
    case 'coldPanel':
      l.tempC = around(10.5, 1.2);
      break;
    case 'hotAir':
      l.tempC = around(34, 1);
      break;
    case 'dampAir':
      l.rh = around(0.86, 0.03);
      l.tempC = around(17, 1.5);
      break;
    case 'slowThinner':
      l.hardener = 'slow';
      l.tempC = around(15.5, 0.8);
      break;
    case 'fastThinner':
      l.hardener = 'fast';
      l.tempC = around(26, 1);
      break;
    case 'overThinned':
      l.thinnerMore = 0.2 + 0.2 * random();
      break;
    case 'dirt':
      l.swept = chance(0.1);
      l.tacked = chance(0.3);
      break;
    case 'grease':
      l.wiped = chance(0.25);
      l.oil = chance(0.7);
      break;
    case 'noKey':
      l.keyed = false;
      l.underHours = 24 * 20;
      break;
    case 'coarseScratch':
      l.grit = pick([180, 240, 320]);
      break;
    case 'softUnder':
      l.underHours = 0.3;
      l.filler = chance(0.8);
      break;
    case 'reacts':
      l.oldPaint = true;
      break;
    case 'thinFilm':
      l.filmTimes = 0.45 + 0.15 * random();
      break;
    case 'gunFar':
      l.gunMm = around(300, 15);
      break;
    case 'gunPattern':
      l.fanBad = true;
      break;
    case 'notMixed':
      l.hardenerTimes = pick([0.5, 0.65, 1.5]);
      break;
    case 'lateHeat':
      l.lampMin = 3;
      break;
    case 'hardPad':
      l.padHard = true;
      break;
    case 'trimOpen':
      l.taped = false;
      break;
    case 'wetEdgeLost':
      l.stopped = true;
      break;
    case 'soluble':
      break;
  }
  l.panelC = l.tempC - (cause === 'coldPanel' ? 5 : cause === 'dampAir' ? 3.5 : 0);
  const answers: Record<string, boolean> = {
    coldSurface: l.panelC < l.tempC - 2,
    shortFlashLogged: l.flashShare < 0.8,
    slowFor: l.hardener === 'slow',
    fastFor: l.hardener === 'fast',
    ratioOff: Math.abs(l.hardenerTimes - 1) > 0.15,
    greaseNear: l.oil,
    notSwept: !l.swept,
    notTacked: !l.tacked,
    bakedEarly: l.lampMin !== undefined,
    dryHand: l.gunMm > 260 || cause === 'thinFilm',
    wetHand: l.lingered || l.gunMm < 140,
    unevenFan: l.fanBad,
    stopped: l.stopped,
    hotPad: l.padHard,
    trimBare: !l.taped,
  };
  return { kind, cause, answers, case: written(l, kind, isLogged, chance) };
}

/** Minutes of flash of the clear at a temperature: a quarter of an hour at 23 °C, half as fast for every 12 K. */
const flashAt = (tempC: number) => 10 * 2 ** ((23 - tempC) / 12);

/** What of an evening stands in the log: nearly all of it, or only that it was sprayed. */
function written(l: Lived, kind: DefectKind, isLogged: boolean, chance: (p: number) => boolean): DefectCase {
  const clear = there(products('clear-ms'));
  const isHidingKind = kind === 'poorHiding';
  const productId = isHidingKind ? 'base-solvent' : 'clear-ms';
  const p = there(products(productId));
  const gap = Math.max(1, flashAt(l.tempC) * l.flashShare);
  const begin = -24 * 60;
  const wrote = (share: number) => isLogged && chance(share);
  const film = wrote(0.85) ? p.film.nominalUm * l.filmTimes : p.film.nominalUm;
  const air = wrote(0.9) ? { air: { tempC: l.tempC, rh: l.rh, ...(chance(0.7) && { surfaceTempC: l.panelC }) } } : {};
  const batch =
    wrote(0.8) && productId === 'clear-ms'
      ? {
          batch: {
            batchId: 'cup',
            pouredMl: [200, (200 / (there(clear.parts[0]).parts / there(clear.parts[1]).parts)) * l.hardenerTimes],
            usedMl: 90,
          },
        }
      : {};
  const how = wrote(0.6) ? { how: { distanceMm: Math.round(l.gunMm) } } : {};
  const thinned =
    p.thinning && wrote(0.85)
      ? {
          thinnerFraction:
            p.thinning.defaultFraction + (l.thinnerMore > 0 ? p.thinning.maxFraction + l.thinnerMore : 0),
        }
      : {};
  const coat = (atMin: number, n: number) =>
    ev({
      kind: 'coated',
      atMin,
      productId,
      coats: n,
      filmUm: film,
      application: 'lowPressureGun',
      ...(wrote(0.8) && productId === 'clear-ms' && { hardenerId: `hardener-${l.hardener}` }),
      ...air,
      ...batch,
      ...how,
      ...thinned,
      ...(n === 1 && atMin === begin + gap && l.stopped && wrote(0.7) && { leftOutCm2: 900 }),
    }) as PlainEvent;
  const log: PlainEvent[] = [
    ev({
      kind: 'found',
      atMin: begin - 60 * 24 * 60,
      substrate: 'steel',
      thicknessUm: 800,
      layers: l.oldPaint ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 90 }] : [],
    }) as PlainEvent,
    ev({
      kind: 'sanded',
      atMin: begin - 50 * 24 * 60,
      grit: 120,
      tool: 'orbital',
      wet: false,
      removedUm: 0,
    }) as PlainEvent,
    ...(l.filler
      ? [ev({ kind: 'filled', atMin: begin - 40 * 24 * 60, productId: 'light-filler', filmUm: 900 }) as PlainEvent]
      : []),
    ev({
      kind: 'coated',
      atMin: begin - 60 * l.underHours,
      productId: 'highbuild-2k',
      coats: 2,
      filmUm: 60,
      application: 'lowPressureGun',
    }) as PlainEvent,
    ...(l.keyed
      ? [
          ev({
            kind: 'sanded',
            atMin: begin - Math.min(40, 50 * l.underHours),
            grit: l.grit,
            tool: 'block',
            wet: false,
            removedUm: 5,
          }) as PlainEvent,
        ]
      : []),
    ...(l.wiped && (isLogged ? chance(0.95) : true)
      ? [ev({ kind: 'cleaned', atMin: begin - 8, productId: 'cleaner-metal' }) as PlainEvent]
      : []),
    ...(isLogged ? [coat(begin, 1), coat(begin + gap, 1)] : [coat(begin, 2)]),
    ...(l.lampMin !== undefined && wrote(0.7)
      ? [ev({ kind: 'baked', atMin: begin + gap + l.lampMin, tempC: 60, minutes: 30 }) as PlainEvent]
      : []),
    ...(kind === 'compoundInTrim' || kind === 'holograms'
      ? [ev({ kind: 'polished', atMin: -120, grit: 3000, removedUm: 2 }) as PlainEvent]
      : []),
  ];
  const strata = there(foldLog(log, products).zones.get('lower')?.strata);
  const layer = there(strata.layers.findLast((x) => x.productId === productId));
  const ready = wrote(0.5)
    ? { ready: new Set([...(l.swept ? (['sweep'] as const) : []), ...(l.tacked ? (['tack'] as const) : [])]) }
    : {};
  return {
    defect: { kind, layerId: layer.id, atMs: T0 },
    events: log,
    strata,
    products,
    mixedMs: () => undefined,
    ...ready,
  };
}
