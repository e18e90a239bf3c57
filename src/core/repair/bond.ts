import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import type { Mechanism } from '../library/product';
import { SUBSTRATES, type AdhesiveFamily, type SubstrateKind } from '../library/substrates';

export interface BondWay {
  family: AdhesiveFamily;
  why: string;
  prepare: string[];
  /** Minutes in the clamps at the temperature; undefined where it does not cure. */
  clampMin?: number;
  /** Until it bears load, min. */
  loadMin?: number;
}

/** Clamp and load times at 23 °C, min, and below which temperature it stands still. Plausible generic figures. */
const ADHESIVES: Record<
  AdhesiveFamily,
  { clampMin: number; loadMin: number; minC: number; mechanism: Exclude<Mechanism, 'none'> }
> = {
  'Epoxy adhesive': { clampMin: 240, loadMin: 1440, minC: 10, mechanism: 'epoxy' },
  'Urethane adhesive': { clampMin: 60, loadMin: 720, minC: 5, mechanism: 'urethane' },
  'Acrylic adhesive': { clampMin: 30, loadMin: 120, minC: 5, mechanism: 'urethane' },
};

/**
 * Adhesive family, preparation and clamp time for a seam between two substrates. Rate: Arrhenius with the family's own
 * activation energy. Source: the usual practice of bonded repair; the adhesive's own sheet decides.
 */
export function bondWay(a: SubstrateKind, b: SubstrateKind, tempC: number): BondWay {
  const asked = [SUBSTRATES[a].adhesive, SUBSTRATES[b].adhesive]
    .filter((x) => x !== null)
    .sort((x, y) => y.strictness - x.strictness)[0];
  const { family, why } =
    asked ??
    (a === b
      ? {
          family: 'Epoxy adhesive' as const,
          why: 'The same metal on both sides: stiff epoxy, with rivets as insurance where paint covers them.',
        }
      : {
          family: 'Acrylic adhesive' as const,
          why: 'Two metals grow differently: a tough joint, and a full film between them so that they do not touch.',
        });
  const f = ADHESIVES[family];
  const rate = tempC < f.minC ? 0 : arrhenius(tempC, ACTIVATION_J_MOL[f.mechanism]);
  return {
    family,
    why,
    prepare: [
      'Old adhesive out to both skins; it holds nothing new.',
      ...[...new Set([a, b])].map((s) => SUBSTRATES[s].bondPreparation),
      'Dry fit and clamp first: mark where each clamp goes.',
    ],
    ...(rate > 0 && { clampMin: f.clampMin / rate, loadMin: f.loadMin / rate }),
  };
}
