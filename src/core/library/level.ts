import { FAMILIES, type ProductFamily } from './families';

export const QUALITY_LEVELS = ['tidy', 'driver', 'show'] as const;
/** How far every step goes: presentable, for every day, or for show. Agreed with the owner first. */
export type QualityLevel = (typeof QUALITY_LEVELS)[number];

/** What a level sets as the default of an entry: last grits, and coats of a cup. The rest of it is in `plan/level`. */
export interface LevelDefaults {
  /** Last paper on primer before colour; on clear, or none. */
  primerGrit: number;
  clearGrit?: number;
  buildCoats: number;
  baseCoats: number;
  clearCoats: number;
}

export const LEVEL_DEFAULTS: Record<QualityLevel, LevelDefaults> = {
  tidy: { primerGrit: 400, buildCoats: 2, baseCoats: 2, clearCoats: 2 },
  driver: { primerGrit: 600, clearGrit: 2000, buildCoats: 3, baseCoats: 2, clearCoats: 2 },
  show: { primerGrit: 800, clearGrit: 5000, buildCoats: 4, baseCoats: 3, clearCoats: 3 },
};

/** Coats of a family that an agreed level asks for; undefined where it says nothing of it. */
export function levelCoats(level: QualityLevel | undefined, family: ProductFamily): number | undefined {
  if (!level) return undefined;
  const d = LEVEL_DEFAULTS[level];
  switch (FAMILIES[family].levelCoats) {
    case 'build':
      return d.buildCoats;
    case 'base':
      return d.baseCoats;
    case 'clear':
      return d.clearCoats;
    case null:
      return undefined;
  }
}

/** Coats that a product gets in one go: what the agreed level asks for, else its sheet. The way, the cup and the evening count with the same. */
export const wantedCoats = (p: { family: ProductFamily; coats: number }, level: QualityLevel | undefined): number =>
  levelCoats(level, p.family) ?? p.coats;

/** Papers for blocking primer and for clear, coarse to fine, up to where the level ends; without one as a driver would have it. */
export const primerPapers = (level: QualityLevel = 'driver'): number[] =>
  [400, 600, 800].filter((g) => g <= LEVEL_DEFAULTS[level].primerGrit);
/** Papers for the clear before it is polished, coarse to fine; the finest ones only where nothing less was agreed. */
export const clearPapers = (level?: QualityLevel): number[] =>
  level === 'show' ? [2000, 3000, 5000] : level === undefined ? [2000, 3000] : [2000];
