import type { Dose, Product } from '../library/product';

/** One line of a mix: what to pour, and what the scale shows when it is in. */
export interface PourLine {
  name: string;
  role: 'part' | 'thinner';
  volumeMl: number;
  massG: number;
  /** Reading of one scale (tared with the empty cup) after this line, g. */
  pourToG: number;
  /** Mark on a straight-sided cup after this line, mL. */
  pourToMl: number;
  cost: number;
}

export interface SplitMix {
  lines: PourLine[];
  readyMl: number;
  readyG: number;
  /** Volume solids of the ready mix, fraction. */
  solids: number;
  /** VOC of the ready mix, g/L. */
  vocGL: number;
  cost: number;
}

interface Share {
  name: string;
  role: PourLine['role'];
  volume: number;
  densityKgL: number;
  solids: number;
  vocGL: number;
  pricePerL: number;
}

/** Temperature at which a dose is read where nobody knows the air's, °C. */
const USUAL_C = 20;

/**
 * How much of the second part goes to one gram of the first, g/g, where it is dosed rather than in parts.
 * @param densityKgL of the second part, kg/L: drops are volumes
 * @param tempC of the mix, °C: peroxide is dosed by it
 */
export function doseFraction(dose: Dose, densityKgL: number, tempC = USUAL_C): number {
  switch (dose.by) {
    case 'tube':
      return dose.tubeG / dose.toG;
    case 'drops':
      return (dose.drops * dose.dropMl * densityKgL) / dose.toG;
    case 'percent': {
      const { rows } = dose;
      const over = rows.findIndex((r) => r.tempC >= tempC);
      const b = rows[over] ?? rows[rows.length - 1]!;
      const a = over > 0 ? rows[over - 1]! : b;
      return a === b ? b.fraction : a.fraction + ((b.fraction - a.fraction) * (tempC - a.tempC)) / (b.tempC - a.tempC);
    }
  }
}

/** Volumes of the parts to each other; those of a ratio by weight by their densities, a dosed part by the first one's weight. */
export const partVolumes = (p: Product, tempC?: number): number[] =>
  p.parts.map((x, i) => {
    const [first] = p.parts;
    if (i === 1 && p.dose && first) {
      const firstG = p.ratioBy === 'volume' ? first.parts * first.densityKgL : first.parts;
      return (firstG * doseFraction(p.dose, x.densityKgL, tempC)) / x.densityKgL;
    }
    return p.ratioBy === 'volume' ? x.parts : x.parts / x.densityKgL;
  });

/** Volume shares of a ready mix, in the volumes of {@link partVolumes}. */
function shares(p: Product, thinnerFraction: number, tempC?: number): Share[] {
  const volumes = partVolumes(p, tempC);
  const parts = p.parts.map((x, i): Share => ({
    name: x.name,
    role: 'part',
    volume: volumes[i]!,
    densityKgL: x.densityKgL,
    solids: x.volumeSolids,
    vocGL: x.vocGL,
    pricePerL: x.pricePerL,
  }));
  const t = p.thinning;
  if (!t || thinnerFraction <= 0) return parts;
  const on = t.of === 'paint' ? parts[0]!.volume : parts.reduce((s, x) => s + x.volume, 0);
  return [
    ...parts,
    {
      name: 'Thinner',
      role: 'thinner',
      volume: on * thinnerFraction,
      densityKgL: t.densityKgL,
      solids: 0,
      vocGL: t.vocGL,
      pricePerL: t.pricePerL,
    },
  ];
}

/**
 * Volume solids of the ready mix, fraction: sum of each part's volume times its solids, over everything in the cup.
 * @param thinnerFraction thinner as a fraction of what the product counts it on (paint, or paint and hardener)
 */
export function readySolids(p: Product, thinnerFraction: number, tempC?: number): number {
  const s = shares(p, thinnerFraction, tempC);
  return s.reduce((t, x) => t + x.volume * x.solids, 0) / s.reduce((t, x) => t + x.volume, 0);
}

/**
 * Splits an amount of ready mix into its parts. Ratios by weight are turned into volumes by the densities. Lines are
 * cumulative: each one's `pourToG` is the total to pour up to on one scale.
 * @param readyMl ready mix, mL, >= 0 @param tempC of the mix, °C, where a part is dosed by it
 */
export function splitMix(p: Product, readyMl: number, thinnerFraction: number, tempC?: number): SplitMix {
  const s = shares(p, thinnerFraction, tempC);
  const whole = s.reduce((t, x) => t + x.volume, 0);
  let pourToG = 0;
  let pourToMl = 0;
  const lines = s.map((x): PourLine => {
    const volumeMl = (readyMl * x.volume) / whole;
    const massG = volumeMl * x.densityKgL;
    pourToG += massG;
    pourToMl += volumeMl;
    return { name: x.name, role: x.role, volumeMl, massG, pourToG, pourToMl, cost: (volumeMl / 1000) * x.pricePerL };
  });
  return {
    lines,
    readyMl,
    readyG: pourToG,
    solids: s.reduce((t, x) => t + x.volume * x.solids, 0) / whole,
    vocGL: s.reduce((t, x) => t + x.volume * x.vocGL, 0) / whole,
    cost: lines.reduce((t, l) => t + l.cost, 0),
  };
}

const number = (x: number): string => String(Number(x.toPrecision(4)));
const grams = (g: number): string => (g >= 1000 ? `${number(g / 1000)}\u00a0kg` : `${number(g)}\u00a0g`);

/** A dose as a tin says it: '1 tube of 40 g to 1.8 kg', '12 drops to 100 g', '3 % at 10 °C, 2 % at 20 °C'. */
export function doseText(d: Dose): string {
  switch (d.by) {
    case 'tube':
      return `1 tube of ${grams(d.tubeG)} to ${grams(d.toG)}`;
    case 'drops':
      return `${number(d.drops)} drops to ${grams(d.toG)}`;
    case 'percent':
      return d.rows
        .map((r) => `${number(r.fraction * 100)}\u00a0%${d.rows.length > 1 ? ` at ${number(r.tempC)}\u00a0°C` : ''}`)
        .join(', ')
        .concat(' by weight');
  }
}

/** The ratio in the trade's way: '4 : 1 + 10 %', '100 : 2 by weight'. */
/** @param tempC where a part is dosed by it: then what holds now is said, and not the whole row */
export function ratioText(p: Product, thinnerFraction: number, tempC?: number): string {
  const dose =
    p.dose && tempC !== undefined && p.dose.by === 'percent'
      ? `${number(doseFraction(p.dose, p.parts[1]?.densityKgL ?? 1, tempC) * 100)}\u00a0% of its weight at ${Math.round(tempC)}\u00a0°C`
      : p.dose && doseText(p.dose);
  const parts = p.parts.length > 1 ? (dose !== undefined ? dose : p.parts.map((x) => x.parts).join(' : ')) : '';
  const by = p.parts.length > 1 && !p.dose && p.ratioBy === 'weight' ? ' by weight' : '';
  const pct = p.thinning && thinnerFraction > 0 ? `${Math.round(thinnerFraction * 1000) / 10}\u00a0% thinner` : '';
  return [parts + by, pct].filter(Boolean).join(' + ') || 'Ready to use';
}
