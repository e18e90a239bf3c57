import { coatsCost } from '../mix/coatsCost';
import { type Product, type ProductFamily } from '../library/product';
import { isMetal } from '../library/substrates';
import { LEVEL_DEFAULTS, type LevelDefaults, type QualityLevel } from '../library/level';
import { panelOf, withoutCards, type Job } from '../log/job';

/** What a level asks of each step. */
export interface LevelSpec extends LevelDefaults {
  name: string;
  /** One line to agree on with the owner. */
  about: string;
  /** Second difference over 20 mm that may stay, mm. */
  wavinessMm: number;
  skims: number;
  faces: string;
  /** Share of the inner face that is worked on like the outer. */
  innerShare: number;
  /** Days that high-build is left before it is blocked. */
  restDays: number;
}

/** Defaults, to be agreed on. Waviness from the fair-surface model in docs/models.md, the rest usual shop practice. */
export const LEVELS: Record<QualityLevel, LevelSpec> = {
  tidy: {
    ...LEVEL_DEFAULTS.tidy,
    name: 'Tidy',
    about: 'Presentable from three steps away, sound underneath.',
    wavinessMm: 0.04,
    skims: 1,
    faces: 'Outer',
    innerShare: 0,
    restDays: 1,
  },
  driver: {
    ...LEVEL_DEFAULTS.driver,
    name: 'Driver',
    about: 'Straight and even in daylight; used every day.',
    wavinessMm: 0.02,
    skims: 2,
    faces: 'Outer and edges',
    innerShare: 0.25,
    restDays: 3,
  },
  show: {
    ...LEVEL_DEFAULTS.show,
    name: 'Show',
    about: 'Straight along a light, both faces, flat clear.',
    wavinessMm: 0.01,
    skims: 3,
    faces: 'Both',
    innerShare: 1,
    restDays: 10,
  },
};

/** Hours for one square metre and pass; usual figures of one practised pair of hands. */
const HOURS_M2 = { strip: 0.7, skim: 0.5, shape: 0.9, spray: 0.15, denib: 0.7, polish: 0.9 } as const;
/** Blocking takes longer the flatter it has to be. */
const BLOCK_M2: Record<QualityLevel, number> = { tidy: 0.6, driver: 1.1, show: 2.2 };

export interface LevelSum {
  level: QualityLevel;
  spec: LevelSpec;
  hours: number;
  materials: number;
  money: number;
  /** Least days from strip to polish: rests and working days together. */
  days: number;
  areaM2: number;
}

const costOf = (p: Product | undefined, areaCm2: number, coats: number): number =>
  p ? coatsCost(p, areaCm2, coats) : 0;

/**
 * Hours and money of the whole job at one level: area × passes × hours for a pass, and the material of every coat at its nominal
 * film. An estimate to compare levels with, not an offer.
 * @param hourCost an hour in the shop's currency
 * @param all the library, own products first: of each family the first is counted with
 */
export function levelSum(job: Job, level: QualityLevel, hourCost: number, all: readonly Product[]): LevelSum {
  const spec = LEVELS[level];
  const zones = withoutCards(job).zones.map((z) => ({
    cm2: z.areaCm2 * (z.face === 'inner' ? spec.innerShare : 1),
    metal: isMetal(panelOf(job, z.id)?.substrate ?? 'steel'),
  }));
  const cm2 = zones.reduce((s, z) => s + z.cm2, 0);
  const m2 = cm2 / 10_000;
  const coats = 1 + spec.buildCoats + spec.baseCoats + spec.clearCoats;
  const hours =
    m2 *
    (HOURS_M2.strip +
      spec.skims * (HOURS_M2.skim + HOURS_M2.shape) +
      coats * HOURS_M2.spray +
      BLOCK_M2[level] +
      (spec.clearGrit ? HOURS_M2.denib + (spec.clearGrit > 2000 ? 2 : 1) * HOURS_M2.polish : 0));
  const fillerCm2 = zones.reduce((s, z) => s + (z.metal ? z.cm2 : z.cm2 * 0.5), 0) * 0.3;
  const first = (f: ProductFamily) => all.find((p) => p.family === f);
  const materials =
    costOf(first('epoxy'), cm2, 1) +
    costOf(first('highBuild'), cm2, spec.buildCoats) +
    costOf(first('baseSolvent'), cm2, spec.baseCoats) +
    costOf(first('clear'), cm2, spec.clearCoats) +
    costOf(first('lightFiller'), fillerCm2, spec.skims);
  return {
    level,
    spec,
    hours,
    materials,
    money: hours * hourCost + materials,
    days: Math.ceil(hours / 6) + spec.restDays + 2,
    areaM2: m2,
  };
}
