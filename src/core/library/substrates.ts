import { keysOf } from '../keysOf';
/** What a panel can be made of, and what that means to heat, rust, tools and glue. */
export interface SubstrateRecord {
  name: string;
  /** metal; laminate: fibre in resin; plastic: melts or softens. */
  sort: 'metal' | 'laminate' | 'plastic';
  /** Rusts brown when it lies bare. */
  rusts: boolean;
  /** kg/m³. */
  densityKgM3: number;
  /** Specific heat capacity, J/(kg·K). */
  heatCapacityJKgK: number;
  /** Thickness that such a panel usually has, µm. */
  usualUm: number;
  /** Adhesive that it asks for and why, the strictest of a pair deciding; null where the other side or the pair decides. */
  adhesive: { family: AdhesiveFamily; why: string; strictness: number } | null;
  /** How a face is made ready for adhesive. */
  bondPreparation: string;
  /** Polyester resin and filler hold on it. */
  polyesterBonds: boolean;
  /** Repairs that a person works out on it, the usual one first. */
  repairs: readonly RepairWork[];
}

export type AdhesiveFamily = 'Epoxy adhesive' | 'Urethane adhesive' | 'Acrylic adhesive';

/** Repairs whose quantities the app works out. */
export const REPAIR_WORKS = ['rust', 'dent', 'patch', 'laminate', 'bond', 'crack'] as const;
export type RepairWork = (typeof REPAIR_WORKS)[number];

const METAL_REPAIRS: readonly RepairWork[] = ['dent', 'rust', 'patch', 'bond', 'crack'];

/**
 * Density and heat capacity are handbook values (steel 7850 and 460, aluminium 2700 and 900, glassfibre about 1650 and 1100, carbon composite
 * about 1550 and 1000); the
 * rest is the trade's practice.
 */
export const SUBSTRATES = {
  steel: {
    name: 'Mild steel',
    sort: 'metal',
    rusts: true,
    densityKgM3: 7850,
    heatCapacityJKgK: 460,
    usualUm: 800,
    adhesive: null,
    bondPreparation: 'Steel: P80 to bright metal, clean, bond within the hour.',
    polyesterBonds: true,
    repairs: METAL_REPAIRS,
  },
  galvanised: {
    name: 'Galvanised steel',
    sort: 'metal',
    rusts: false,
    densityKgM3: 7850,
    heatCapacityJKgK: 460,
    usualUm: 800,
    adhesive: null,
    bondPreparation: 'Galvanised: key with a pad, keep the zinc, clean.',
    polyesterBonds: true,
    repairs: METAL_REPAIRS,
  },
  aluminium: {
    name: 'Aluminium',
    sort: 'metal',
    rusts: false,
    densityKgM3: 2700,
    heatCapacityJKgK: 900,
    usualUm: 1000,
    adhesive: null,
    bondPreparation: 'Aluminium: P80 or a clean stainless brush, clean, bond at once: its skin grows back.',
    polyesterBonds: true,
    repairs: METAL_REPAIRS,
  },
  glassfibre: {
    name: 'Glassfibre',
    sort: 'laminate',
    rusts: false,
    densityKgM3: 1650,
    heatCapacityJKgK: 1100,
    usualUm: 4000,
    adhesive: {
      family: 'Epoxy adhesive',
      why: 'Epoxy holds laminate to metal, and keeps two metals apart.',
      strictness: 1,
    },
    bondPreparation: 'Glassfibre: P80 through the gel to laminate, dust off dry.',
    polyesterBonds: true,
    repairs: ['laminate', 'crack', 'bond'],
  },
  smc: {
    name: 'Moulded sheet compound',
    sort: 'laminate',
    rusts: false,
    densityKgM3: 1850,
    heatCapacityJKgK: 1100,
    usualUm: 2500,
    adhesive: {
      family: 'Epoxy adhesive',
      why: 'Polyester does not bond to moulded compound: epoxy only.',
      strictness: 3,
    },
    bondPreparation: 'Moulded compound: P80 until no release gloss is left, dust off; no solvent soaked in.',
    polyesterBonds: false,
    repairs: ['laminate', 'bond', 'crack'],
  },
  carbon: {
    name: 'Carbon composite',
    sort: 'laminate',
    rusts: false,
    densityKgM3: 1550,
    heatCapacityJKgK: 1000,
    usualUm: 1500,
    adhesive: {
      family: 'Epoxy adhesive',
      why: 'Carbon composite is epoxy itself; against aluminium the joint keeps the two apart, which would corrode.',
      strictness: 3,
    },
    bondPreparation: 'Carbon composite: P180 until the gloss is gone, no fibre cut, dust off wet.',
    polyesterBonds: false,
    repairs: ['laminate', 'bond', 'crack'],
  },
  plastic: {
    name: 'Plastic',
    sort: 'plastic',
    rusts: false,
    densityKgM3: 950,
    heatCapacityJKgK: 1800,
    usualUm: 3000,
    adhesive: {
      family: 'Urethane adhesive',
      why: 'Plastic moves with warmth: a rubbery joint moves with it.',
      strictness: 2,
    },
    bondPreparation: 'Plastic: P180, plastic cleaner, promoter if it melts rather than powders when ground.',
    polyesterBonds: false,
    repairs: ['crack', 'bond', 'laminate'],
  },
} as const satisfies Record<string, SubstrateRecord>;
export type SubstrateKind = keyof typeof SUBSTRATES;
export const SUBSTRATE_KINDS = keysOf(SUBSTRATES);

/** Whether a substrate is metal: it conducts, and a magnet or an eddy current reads film on it. */
export const isMetal = (s: SubstrateKind): boolean => SUBSTRATES[s].sort === 'metal';
