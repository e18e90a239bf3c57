import { displayQuantity, toDisplay, type Quantity, type UnitSystem } from './convert';

/** A quantity in a sentence. It is put into the reader's units when the sentence is shown. */
export interface Figure {
  quantity: Quantity;
  /** In the core's unit of the quantity, see `convert.ts`. */
  metric: number;
  /** Decimals in metric at most; those of US units follow from the size. */
  decimals?: number;
  /** Without its unit: the first of a pair. */
  bare?: true;
}

/** Decimals at most, where nothing is said. */
const DECIMALS: Partial<Record<Quantity, number>> = { temp: 1, thickness: 2 };

/** Inches of sheet and gaps need more digits than inches of a panel. */
function usDecimals(f: Figure): number | undefined {
  if (f.quantity !== 'thickness') return undefined;
  const inches = Math.abs(f.metric) / 25.4;
  return inches < 0.1 ? 3 : inches < 10 ? 2 : 0;
}

/** More than this may not be lost by rounding, as a share of the figure. */
const LOST = 0.05;
/** Digits behind the mark that nobody reads any more. */
const MAX_DECIMALS = 4;

function figureText(f: Figure, system: UnitSystem): string {
  let shown = displayQuantity(
    f.quantity,
    f.metric,
    system,
    system === 'us' ? usDecimals(f) : (f.decimals ?? DECIMALS[f.quantity]),
  );
  const exact = toDisplay(f.quantity, f.metric, system);
  const lost = (value: string) => Math.abs(Number(value.replace('\u2212', '-')) - exact) > LOST * Math.abs(exact);
  // A small bound is not rounded away: 0.02 mil, not 0.0.
  for (let d = 1; f.quantity !== 'temp' && d <= MAX_DECIMALS && lost(shown.value); d++)
    shown = displayQuantity(f.quantity, f.metric, system, d);
  // In metric people say 20 mm and 1.5 mm, not 20.0.
  const trim = system === 'metric' && shown.value.includes('.');
  const value = trim ? shown.value.replace(/\.?0+$/, '') : shown.value;
  return f.bare ? value : `${value}\u00a0${shown.unit}`;
}

/** A sentence with quantities in it: words and figures, which each reader sees in his own units. */
export class Phrase {
  /** Words are never empty, and never stand beside words. */
  readonly parts: readonly (string | Figure)[];

  constructor(parts: readonly (string | Figure)[]) {
    this.parts = parts.reduce<(string | Figure)[]>((all, p) => {
      const last = all[all.length - 1];
      if (typeof p === 'string' && typeof last === 'string') all[all.length - 1] = last + p;
      else if (p !== '') all.push(p);
      return all;
    }, []);
  }

  /** The sentence in one system of units. */
  in(system: UnitSystem): string {
    return this.parts.map((p) => (typeof p === 'string' ? p : figureText(p, system))).join('');
  }

  /** In the core's own units and with plain spaces, for logs and tests. */
  toString(): string {
    return this.in('metric').replaceAll('\u00a0', ' ');
  }
}

/** What is said to a person: words, or words with quantities. */
export type Message = string | Phrase;

/** A text in the reader's units. */
export const messageIn = (text: Message, system: UnitSystem): string =>
  typeof text === 'string' ? text : text.in(system);

/** A quantity for {@link phrase}. @param metric in the core's unit of it @param decimals in metric, at most */
export const figure = (quantity: Quantity, metric: number, decimals?: number): Figure => ({
  quantity,
  metric,
  ...(decimals !== undefined && { decimals }),
});

/**
 * A sentence written as a template: phrase`at least ${figure('temp', 10)}`. Texts and plain numbers stand as they are.
 */
export function phrase(words: TemplateStringsArray, ...values: (Message | number | Figure)[]): Phrase {
  const parts: (string | Figure)[] = [words[0]!];
  values.forEach((v, i) => {
    if (v instanceof Phrase) parts.push(...v.parts);
    else parts.push(typeof v === 'number' ? String(v) : v);
    parts.push(words[i + 1]!);
  });
  return new Phrase(parts);
}

/** Two quantities with one unit: '5 and 30 mm', '20 × 30 mm'. */
export const pair = (quantity: Quantity, a: number, b: number, between: string, decimals?: number): Phrase =>
  new Phrase([{ ...figure(quantity, a, decimals), bare: true }, between, figure(quantity, b, decimals)]);

const changeFirst = (text: Message, change: (words: string) => string): Message => {
  const [first, ...rest] = typeof text === 'string' ? [text] : text.parts;
  if (typeof first !== 'string' || first === '') return text;
  return typeof text === 'string' ? change(first) : new Phrase([change(first), ...rest]);
};
/** A sentence for the middle of another one. What begins with a sign of its own (P600, 2K) keeps it. */
export const lowerFirst = (text: Message): Message =>
  changeFirst(text, (first) => (/^\p{Lu}[^\p{Lu}\d]/u.test(first) ? first[0]!.toLowerCase() + first.slice(1) : first));
/** Words for the beginning of a sentence. */
export const upperFirst = (text: Message): Message =>
  changeFirst(text, (first) => first[0]!.toUpperCase() + first.slice(1));
