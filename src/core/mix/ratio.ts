import type { Product } from '../library/product';

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

/** Volume shares of a ready mix for one volume of the first part. */
function shares(p: Product, thinnerFraction: number): Share[] {
  const parts = p.parts.map((x): Share => ({
    name: x.name,
    role: 'part',
    volume: p.ratioBy === 'volume' ? x.parts : x.parts / x.densityKgL,
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
export function readySolids(p: Product, thinnerFraction: number): number {
  const s = shares(p, thinnerFraction);
  return s.reduce((t, x) => t + x.volume * x.solids, 0) / s.reduce((t, x) => t + x.volume, 0);
}

/**
 * Splits an amount of ready mix into its parts. Ratios by weight are turned into volumes by the densities. Lines are
 * cumulative: each one's `pourToG` is the total to pour up to on one scale.
 * @param readyMl ready mix, mL, >= 0
 */
export function splitMix(p: Product, readyMl: number, thinnerFraction: number): SplitMix {
  const s = shares(p, thinnerFraction);
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

/** The ratio in the trade's way: '4 : 1 + 10 %', '100 : 2 by weight'. */
export function ratioText(p: Product, thinnerFraction: number): string {
  const parts = p.parts.length > 1 ? p.parts.map((x) => x.parts).join(' : ') : '';
  const by = p.parts.length > 1 && p.ratioBy === 'weight' ? ' by weight' : '';
  const pct = p.thinning && thinnerFraction > 0 ? `${Math.round(thinnerFraction * 1000) / 10}\u00a0% thinner` : '';
  return [parts + by, pct].filter(Boolean).join(' + ') || 'Ready to use';
}
