import type { Dose, Product, Thinning } from '../library/product';
import { parseDecimal } from '../units/decimal';
import { fail, ok, type Result } from '../result';
import { doseText, partVolumes } from './ratio';

/** A ratio as it stands on a tin, taken apart. */
export interface TinRatio {
  /** Parts of the paint and what belongs to it, in the order of the tin. */
  parts: number[];
  /** How the parts are counted, where the tin says so. */
  by?: Product['ratioBy'];
  /** How the second part is dosed, where the tin gives no parts. */
  dose?: Dose;
  /** Thinner in parts, counted as the others are. */
  thinnerParts?: number;
  /** Least and most thinner, as fractions of `of`; the same where one figure stands there. */
  thinner?: { min: number; max: number; of?: Thinning['of'] };
}

const EXAMPLES =
  'Such as 4 : 1 + 10 %, 8 : 1 : 1, 100 : 2 by weight, 1 tube of 40 g to 1.8 kg, or a quarter of a tube of 40 g to 8 oz';

/** Twenty drops of a thin liquid are a millilitre. */
const DROP_ML = 0.05;
const FIGURE = '(\\d+(?:[.,]\\d+)?)';
const MASS = `${FIGURE} ?(g|kg|oz|lb)`;
/** How much of a tube, as people say it. */
const SHARES: Readonly<Record<string, number>> = {
  '1': 1,
  one: 1,
  a: 1,
  half: 1 / 2,
  'half a': 1 / 2,
  '1/2': 1 / 2,
  'a third of a': 1 / 3,
  '1/3': 1 / 3,
  'a quarter of a': 1 / 4,
  'quarter of a': 1 / 4,
  'a quarter': 1 / 4,
  '1/4': 1 / 4,
};
const SHARE_WORDS = Object.keys(SHARES)
  .sort((a, b) => b.length - a.length)
  .join('|');
const TUBE = new RegExp(`^(${SHARE_WORDS}) tube (?:of )?${MASS} (?:to|per|for) ${MASS}$`);
/** A tube of which nobody says how much is in it. */
const BARE_TUBE = new RegExp(`^(?:${SHARE_WORDS}) tube (?:to|per|for) ${MASS}$`);
const DROPS = new RegExp(`^${FIGURE} drops? (?:to|per|for) ${MASS}$`);
/** International avoirdupois ounce and pound, g. */
const UNIT_G: Readonly<Record<string, number>> = { g: 1, kg: 1000, oz: 28.349523125, lb: 453.59237 };
const AT = new RegExp(`^${FIGURE} ?% at ${FIGURE} ?(?:°|° ?c|c)?$`);

/** 'one tube of 40 g to 1.8 kg', '12 drops to 100 g', '3 % at 10 °C, 2 % at 20 °C'; undefined for anything else. */
function parseDose(t: string): Result<Dose, string> | undefined {
  const read = (text: string | undefined, unit: string | undefined) =>
    Number((text ?? '').replace(',', '.')) * (UNIT_G[unit ?? 'g'] ?? 1);
  const tube = TUBE.exec(t);
  if (tube) {
    const [tubeG, toG] = [read(tube[2], tube[3]), read(tube[4], tube[5])];
    // A quarter of a tube to eight ounces is a tube to two pounds.
    const whole = toG / (SHARES[tube[1] ?? 'one'] ?? 1);
    return tubeG > 0 && toG > 0 ? ok({ by: 'tube', tubeG, toG: whole }) : fail('A tube to nothing is no ratio');
  }
  if (BARE_TUBE.test(t)) return fail('How much is in the tube? Such as a quarter of a tube of 40 g to 8 oz');
  const drops = DROPS.exec(t);
  if (drops) {
    const [count, toG] = [read(drops[1], undefined), read(drops[2], drops[3])];
    return count > 0 && toG > 0
      ? ok({ by: 'drops', drops: count, toG, dropMl: DROP_ML })
      : fail('Drops to nothing are no ratio');
  }
  // A comma between two digits is a decimal; the others part the rows.
  const rows = t.replace(/ by weight$/, '').split(/[;,](?!\d)\s*/);
  const read2 = rows.map((r) => AT.exec(r.trim()));
  if (!read2.every((r) => r !== null)) return undefined;
  const found = read2
    .map((r) => ({ tempC: read(r[2], undefined), fraction: read(r[1], undefined) / 100 }))
    .sort((a, b) => a.tempC - b.tempC);
  if (found.some((r, i) => !(r.fraction > 0) || r.tempC === found[i - 1]?.tempC))
    return fail('One share over nothing for each temperature');
  return ok({ by: 'percent', rows: found });
}

/**
 * Reads a ratio as tins and data sheets print it: '4:1', '4 : 1 + 10 %', '2/1 + 5-15 % of the paint', '8 : 1 : 1' (where a product has one
 * part fewer, the last number is thinner), '100 : 2 by weight', '2 % by weight' (hardener to a hundred of paint),
 * 'ready to use'.
 * @param parts how many parts the product has without its thinner
 */
export function parseTinRatio(text: string, parts: number): Result<TinRatio, string> {
  const t = text
    .toLowerCase()
    .replace(/\u00a0/g, ' ')
    .replace(/[–—]/g, '-')
    .trim();
  if (t === '') return fail(EXAMPLES);
  const [dosed = '', ...thinned] = t.split('+').map((x) => x.trim());
  const dose = parseDose(dosed);
  if (dose) {
    if (!dose.ok) return dose;
    if (parts < 2) return fail('This product has one part: nothing is dosed into it');
    if (thinned.length > 1) return fail(EXAMPLES);
    const share = thinned[0] === undefined ? undefined : parseShare(thinned[0].replace(/ ?(thinner|of .*)$/, ''));
    if (share && !share.ok) return share;
    const of = /\bof (the )?paint\b/.test(t) ? ('paint' as const) : undefined;
    return ok({ parts: [], dose: dose.value, ...(share && { thinner: { ...share.value, ...(of && { of }) } }) });
  }
  const by: TinRatio['by'] = /\b(weight|mass|w\/w)\b/.test(t)
    ? 'weight'
    : /\b(volume|v\/v)\b/.test(t)
      ? 'volume'
      : undefined;
  const of: Thinning['of'] | undefined = /\bof (the )?(paint|base)\b/.test(t)
    ? 'paint'
    : /\bof (the )?(total|mix|whole)\b/.test(t)
      ? 'total'
      : undefined;
  const bare = t.replace(
    /\b(by|weight|mass|volume|w\/w|v\/v|of|the|paint|base|total|mix|whole|thinner|hardener|parts?)\b/g,
    ' ',
  );
  const withBy = by ? { by } : {};
  if (parts === 1 && /^\s*(ready to use|ready|rtu|1)\s*$/.test(bare)) return ok({ parts: [1], ...withBy });
  const [ratio = '', thinning, ...rest] = bare.split('+');
  if (rest.length > 0) return fail(EXAMPLES);
  const share = thinning ?? (ratio.includes('%') && parts === 1 ? ratio : undefined);
  const thinner = share === undefined ? undefined : parseShare(share);
  if (thinner && !thinner.ok) return thinner;
  const thin = thinner && { thinner: { ...thinner.value, ...(of && { of }) } };
  if (share === ratio) return ok({ parts: [1], ...thin, ...withBy });
  // '2 %' of a hardener is two parts to a hundred.
  if (ratio.includes('%')) {
    const hardener = parseShare(ratio);
    if (!hardener.ok) return hardener;
    if (parts !== 2 || hardener.value.min !== hardener.value.max) return fail(EXAMPLES);
    return ok({ parts: [100, hardener.value.min * 100], by: by ?? 'weight', ...thin });
  }
  const numbers = ratio.split(/[:/]/).map((n) => parseDecimal(n));
  const read = numbers.flatMap((n) => (n.ok && n.value > 0 ? [n.value] : []));
  if (read.length !== numbers.length) return fail(EXAMPLES);
  if (read.length === parts) return ok({ parts: read, ...thin, ...withBy });
  const [last] = read.slice(-1);
  if (read.length !== parts + 1 || thin || last === undefined)
    return fail(`This product has ${parts === 1 ? 'one part' : `${parts} parts`}: ${EXAMPLES.toLowerCase()}`);
  return ok({ parts: read.slice(0, -1), thinnerParts: last, ...withBy });
}

/** '10 %', '5-15 %'. */
function parseShare(text: string): Result<{ min: number; max: number }, string> {
  const read = text
    .replace(/%/g, ' ')
    .split('-')
    .map((n) => parseDecimal(n));
  const [min, max] = read.flatMap((n) => (n.ok && n.value >= 0 ? [n.value / 100] : []));
  if (min === undefined || read.length > 2 || (read.length === 2 && max === undefined)) return fail(EXAMPLES);
  return (max ?? min) < min ? fail('The lower share of thinner stands first') : ok({ min, max: max ?? min });
}

/** What is taken of a thinner of which nothing else is known: a usual one, with its density, kg/L, and VOC, g/L. */
const USUAL_THINNER = { densityKgL: 0.87, vocGL: 870, pricePerL: 9 };

/** A product with the ratio of its tin. What the tin does not say stays. */
export function withTinRatio(product: Product, r: TinRatio): Product {
  const p: Product = {
    ...product,
    ratioBy: r.by ?? product.ratioBy,
    parts: product.parts.map((x, i) => ({ ...x, parts: r.parts[i] ?? x.parts })),
  };
  // What is dosed and what is in parts take each other's place.
  if (r.dose) p.dose = r.dose;
  else delete p.dose;
  const t = p.thinning;
  const share = r.thinnerParts === undefined ? undefined : thinnerShare(p, r.thinnerParts);
  const { min = share, max = share, of } = r.thinner ?? {};
  return {
    ...p,
    ...(min !== undefined &&
      max !== undefined && {
        thinning: {
          ...(t ?? USUAL_THINNER),
          of: of ?? t?.of ?? 'total',
          minFraction: min,
          maxFraction: max,
          defaultFraction:
            t && t.defaultFraction >= min && t.defaultFraction <= max ? t.defaultFraction : (min + max) / 2,
        },
      }),
  };
}

/** Thinner in parts as a fraction, by volume, of what the product counts it on. */
function thinnerShare(p: Product, parts: number): number {
  const litres = (n: number, densityKgL: number) => (p.ratioBy === 'volume' ? n : n / densityKgL);
  const volumes = partVolumes(p);
  const on = p.thinning?.of === 'paint' ? (volumes[0] ?? 1) : volumes.reduce((a, b) => a + b, 0);
  return litres(parts, (p.thinning ?? USUAL_THINNER).densityKgL) / on;
}

const number = (x: number): string => String(Number(x.toPrecision(4)));

const plainSpaces = (t: string): string => t.replace(/\u00a0/g, ' ');

/** The ratio of a product as a tin says it; what {@link parseTinRatio} reads back. */
export function tinRatioText(p: Product): string {
  const { thinning: t } = p;
  const share =
    t &&
    (t.minFraction === t.maxFraction
      ? number(t.minFraction * 100)
      : `${number(t.minFraction * 100)}-${number(t.maxFraction * 100)}`);
  const thinner = t && `${share} % ${t.of === 'paint' ? 'of the paint' : 'of the mix'}`;
  if (p.parts.length === 1) return thinner ?? 'ready to use';
  const ratio = p.dose
    ? plainSpaces(doseText(p.dose))
    : `${p.parts.map((x) => number(x.parts)).join(' : ')}${p.ratioBy === 'weight' ? ' by weight' : ''}`;
  return thinner === undefined ? ratio : `${ratio} + ${thinner}`;
}
