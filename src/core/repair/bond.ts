import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import type { Mechanism } from '../library/product';
import { isMetal, type SubstrateKind } from '../log/kinds';

export interface BondWay {
  family: 'Epoxy adhesive' | 'Urethane adhesive' | 'Acrylic adhesive';
  why: string;
  prepare: string[];
  /** Minutes in the clamps at the temperature; undefined where it does not cure. */
  clampMin?: number;
  /** Until it bears load, min. */
  loadMin?: number;
}

/** Clamp and load times at 23 °C, min, and below which temperature it stands still. Plausible generic figures. */
const FAMILIES: Record<
  BondWay['family'],
  { clampMin: number; loadMin: number; minC: number; mechanism: Exclude<Mechanism, 'none'> }
> = {
  'Epoxy adhesive': { clampMin: 240, loadMin: 1440, minC: 10, mechanism: 'epoxy' },
  'Urethane adhesive': { clampMin: 60, loadMin: 720, minC: 5, mechanism: 'urethane' },
  'Acrylic adhesive': { clampMin: 30, loadMin: 120, minC: 5, mechanism: 'urethane' },
};

const prep = (s: SubstrateKind): string => {
  switch (s) {
    case 'steel':
      return 'Steel: P80 to bright metal, clean, bond within the hour.';
    case 'galvanised':
      return 'Galvanised: key with a pad, keep the zinc, clean.';
    case 'aluminium':
      return 'Aluminium: P80 or a clean stainless brush, clean, bond at once: its skin grows back.';
    case 'glassfibre':
      return 'Glassfibre: P80 through the gel to laminate, dust off dry.';
    case 'smc':
      return 'Moulded compound: P80 until no release gloss is left, dust off; no solvent soaked in.';
    case 'plastic':
      return 'Plastic: P180, plastic cleaner, promoter if it melts rather than powders when ground.';
  }
};

/**
 * Adhesive family, preparation and clamp time for a seam between two substrates. Rate: Arrhenius with the family's own
 * activation energy. Source: the usual practice of bonded repair; the adhesive's own sheet decides.
 */
export function bondWay(a: SubstrateKind, b: SubstrateKind, tempC: number): BondWay {
  const has = (s: SubstrateKind) => a === s || b === s;
  const family = has('smc')
    ? 'Epoxy adhesive'
    : has('plastic')
      ? 'Urethane adhesive'
      : has('glassfibre')
        ? 'Epoxy adhesive'
        : isMetal(a) && isMetal(b)
          ? a === b
            ? 'Epoxy adhesive'
            : 'Acrylic adhesive'
          : 'Epoxy adhesive';
  const why = has('smc')
    ? 'Polyester does not bond to moulded compound: epoxy only.'
    : has('plastic')
      ? 'Plastic moves with warmth: a rubbery joint moves with it.'
      : has('glassfibre')
        ? 'Epoxy holds laminate to metal, and keeps two metals apart.'
        : a === b
          ? 'The same metal on both sides: stiff epoxy, with rivets as insurance where paint covers them.'
          : 'Two metals grow differently: a tough joint, and a full film between them so that they do not touch.';
  const f = FAMILIES[family];
  const rate = tempC < f.minC ? 0 : arrhenius(tempC, ACTIVATION_J_MOL[f.mechanism]);
  return {
    family,
    why,
    prepare: [
      'Old adhesive out to both skins; it holds nothing new.',
      ...[...new Set([a, b])].map(prep),
      'Dry fit and clamp first: mark where each clamp goes.',
    ],
    ...(rate > 0 && { clampMin: f.clampMin / rate, loadMin: f.loadMin / rate }),
  };
}
