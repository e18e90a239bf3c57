import type { BlastCoating } from '../log/job';
import type { Media } from '../library/media';
import { BLASTING } from '../systems/bears';
import { SUBSTRATE_KINDS, type SubstrateKind } from '../library/substrates';

/** What slag through the reference nozzle takes off in an hour, m², and a wire wheel by hand. */
export const COATING_RATES: Record<BlastCoating, { name: string; m2H: number; wheelM2H: number }> = {
  none: { name: 'Bare, for profile', m2H: 18, wheelM2H: 3 },
  thinPaint: { name: 'Thin paint', m2H: 14, wheelM2H: 1 },
  thickPaint: { name: 'Thick paint', m2H: 9, wheelM2H: 0.6 },
  rust: { name: 'Rust', m2H: 11, wheelM2H: 0.7 },
  underseal: { name: 'Underseal', m2H: 6, wheelM2H: 0.35 },
  filler: { name: 'Old filler', m2H: 7, wheelM2H: 0.3 },
};

/** What media may be used on. */
export const substratesFor = (media: Pick<Media, 'id'>): SubstrateKind[] =>
  SUBSTRATE_KINDS.filter((s) => BLASTING[s][media.id].level !== 'no');

/** Sheet under this, in one flat piece over that, warps when it is hit hard. Usual limits of the trade. */
const THIN_UM = 1300;
const FLAT_CM2 = 2000;
const GENTLE_BAR = 4;

/**
 * Whether blasting bends the panel: thin, flat and large, hard media, high pressure.
 * @returns none; some: with care at low pressure and from a distance; high: not like this
 */
export function warpRisk(
  panel: { thicknessUm: number; areaCm2: number },
  media: Pick<Media, 'hardness'>,
  barG: number,
): 'none' | 'some' | 'high' {
  if (panel.thicknessUm >= THIN_UM || panel.areaCm2 < FLAT_CM2) return 'none';
  if (media.hardness === 'hard') return barG > GENTLE_BAR ? 'high' : 'some';
  return barG > GENTLE_BAR ? 'some' : 'none';
}
