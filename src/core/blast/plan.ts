import type { BlastCoating } from '../log/job';
import type { SubstrateKind } from '../library/substrates';
import type { Quantity } from '../units/convert';
import { figure, pair, phrase, type Message } from '../units/phrase';
import { fail, ok, type FieldProblem, type Result } from '../result';
import type { Media } from '../library/media';
import { BLASTING } from '../systems/bears';
import { COATING_RATES, warpRisk } from './rates';
import { heldBarG, largestBoreMm, nozzleAirM3Min, WORN_MM } from './nozzle';

export interface BlastPart {
  id: string;
  name: string;
  substrate: SubstrateKind;
  thicknessUm: number;
  /** All faces that are to be blasted, cm². */
  areaCm2: number;
  coating: BlastCoating;
}

export interface BlastRig {
  boreMm: number;
  /** The bore has grown by {@link WORN_MM}. */
  worn: boolean;
  barG: number;
  /** Free air that the compressor delivers, m³/min. */
  airM3Min: number;
  /** Crew and machine for an hour, in the shop's currency. */
  rate: number;
  /** A refinisher's own hour, for doing it by hand. */
  handRate: number;
}

export interface PartPlan {
  part: BlastPart;
  hours: number;
  mediaKg: number;
  cost: number;
  wheelHours: number;
  /** Why it should not be blasted like this. */
  stop?: Message;
  /** What to know while doing it. */
  care?: Message;
}

export interface BlastPlan {
  /** What the nozzle would take at the set pressure, m³/min. */
  demandM3Min: number;
  /** What the compressor holds at the nozzle, bar gauge. */
  heldBarG: number;
  /** Said where the compressor cannot feed it. */
  short?: Message;
  parts: PartPlan[];
  hours: number;
  mediaKg: number;
  mediaCost: number;
  cost: number;
  /** The same by wire wheel. */
  wheelHours: number;
  wheelCost: number;
}

/** Under this nothing is cut, bar gauge. */
const USELESS_BAR = 2;
/** Under this the grains are slow either way, bar gauge. */
const SLOW_BAR = 4;
const REF = nozzleAirM3Min(6.4, 6.9);
/** Moving, turning and looking: a nozzle is not open all the time. */
const OPEN_SHARE = 0.75;

/**
 * Area that a rig strips in an hour of open nozzle: the coating's rate for 6.4 mm at 6.9 bar, with mass flow, and with pressure over 4 bar: a
 * starved nozzle throws the grains slowly, and takes more of them for a square metre; under that it hardly matters any more. Source: usual yard rates, 6 to 18 m²/h.
 * @returns m²/h
 */
export const blastRateM2H = (coating: BlastCoating, media: Media, boreMm: number, barG: number): number =>
  COATING_RATES[coating].m2H * media.cuts * (nozzleAirM3Min(boreMm, barG) / REF) * (Math.max(barG, SLOW_BAR) / 6.9);

/** Abrasive through a nozzle, kg/h of open nozzle: follows the air. */
export const mediaKgH = (media: Media, boreMm: number, barG: number): number =>
  media.kgH * (nozzleAirM3Min(boreMm, barG) / REF);

/**
 * Hours, media and money of a blasting day, part by part, at the pressure that the compressor holds; and the same by hand.
 * @returns the plan, or which figure is not a sensible one
 */
export function planBlast(parts: readonly BlastPart[], media: Media, rig: BlastRig): Result<BlastPlan, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const check = (path: string, label: string, v: number, min: number, max: number, unit?: Quantity) => {
    if (!Number.isFinite(v) || v < min || v > max)
      problems.push({
        path,
        message: phrase`${label} must be between ${unit ? pair(unit, min, max, ' and ') : `${min} and ${max}`}`,
      });
  };
  check('boreMm', 'Nozzle', rig.boreMm, 2, 16, 'thickness');
  check('barG', 'Pressure', rig.barG, 1, 12, 'pressure');
  check('airM3Min', 'Air', rig.airM3Min, 0.1, 40, 'airFlow');
  check('rate', 'An hour', rig.rate, 0, 2000);
  check('handRate', 'An hour by hand', rig.handRate, 0, 2000);
  if (problems.length > 0) return fail(problems);
  const bore = rig.boreMm + (rig.worn ? WORN_MM : 0);
  const demand = nozzleAirM3Min(bore, rig.barG);
  const held = heldBarG(bore, rig.airM3Min, rig.barG);
  const plans = parts.map((part) => partPlan(part, media, rig, bore, held));
  const sum = (f: (p: PartPlan) => number) => plans.reduce((s, p) => s + (p.stop ? 0 : f(p)), 0);
  const kg = sum((p) => p.mediaKg);
  return ok({
    demandM3Min: demand,
    heldBarG: held,
    ...(held < rig.barG - 0.05 && { short: shortWords(rig, bore, demand, held) }),
    parts: plans,
    hours: sum((p) => p.hours),
    mediaKg: kg,
    mediaCost: kg * media.pricePerKg,
    cost: sum((p) => p.cost),
    wheelHours: sum((p) => p.wheelHours),
    wheelCost: sum((p) => p.wheelHours) * rig.handRate,
  });
}

function shortWords(rig: BlastRig, bore: number, demand: number, held: number): Message {
  const mm = (v: number) => figure('thickness', v, 1);
  const largest = mm(largestBoreMm(rig.airM3Min, rig.barG));
  const what = phrase`${mm(bore)}${rig.worn ? ' (worn)' : ''} takes ${figure('airFlow', demand)}; the compressor gives ${figure('airFlow', rig.airM3Min)}.`;
  return held < USELESS_BAR
    ? phrase`${what} It cannot feed this nozzle: take ${largest} or smaller.`
    : phrase`${what} Pressure falls to ${figure('pressure', held)}; ${largest} would hold ${figure('pressure', rig.barG)}.`;
}

function partPlan(part: BlastPart, media: Media, rig: BlastRig, bore: number, held: number): PartPlan {
  const m2 = part.areaCm2 / 10_000;
  const open = m2 / blastRateM2H(part.coating, media, bore, Math.max(held, 0.1));
  const hours = open / OPEN_SHARE;
  const mediaKg = open * mediaKgH(media, bore, Math.max(held, 0.1));
  const warp = warpRisk(part, media, held);
  const borne = BLASTING[part.substrate][media.id];
  const stop =
    held < USELESS_BAR
      ? 'The compressor cannot feed the nozzle.'
      : borne.level === 'no'
        ? (borne.says ?? `${media.name} is too hard for it.`)
        : warp === 'high'
          ? phrase`Thin flat sheet warps under ${media.name.toLowerCase()} at ${figure('pressure', held)}: softer media, or under ${figure('pressure', 4)}.`
          : undefined;
  const care = warp === 'some' ? 'Thin flat sheet: hold off, keep moving, work from the edges.' : undefined;
  return {
    part,
    hours,
    mediaKg,
    cost: hours * rig.rate + mediaKg * media.pricePerKg,
    wheelHours: m2 / COATING_RATES[part.coating].wheelM2H,
    ...(stop && { stop }),
    ...(care && !stop && { care }),
  };
}
