import { show, type Quantity, type UnitSystem } from './convert';

/** Metric signs that sentences of the core speak in. */
const SIGNS: Record<string, { quantity: Quantity; toCore: number; decimals?: (shown: number) => number }> = {
  '°C': { quantity: 'temp', toCore: 1 },
  K: { quantity: 'tempDifference', toCore: 1 },
  µm: { quantity: 'film', toCore: 1 },
  mm: { quantity: 'thickness', toCore: 1, decimals: (inches) => (inches < 0.1 ? 3 : inches < 10 ? 2 : 0) },
  'm²': { quantity: 'area', toCore: 10_000 },
  bar: { quantity: 'pressure', toCore: 1 },
  'm³/min': { quantity: 'airFlow', toCore: 1 },
};
const NUMBER = '[-\\u2212]?\\d+(?:[.,]\\d+)?';
const FIGURES = new RegExp(
  `(${NUMBER})(?:( to | and | × )(${NUMBER}))?[ \\u00a0](°C|K|µm|mm|m²|bar|m³/min)(?![\\w²³/])`,
  'gu',
);

/**
 * A sentence in the user's units. The core speaks metric; figures that stand before a metric sign, alone or in pairs ('between 5 and
 * 30 mm', '20 × 30 mm'), are converted and rounded as {@link show} rounds them.
 */
export function inUnits(text: string, system: UnitSystem): string {
  if (system === 'metric') return text;
  return text.replace(FIGURES, (_, a: string, between: string | undefined, b: string | undefined, sign: string) => {
    const { quantity, toCore, decimals } = SIGNS[sign]!;
    const one = (t: string) => {
      const metric = Number(t.replace('\u2212', '-').replace(',', '.')) * toCore;
      return show(quantity, metric, system, decimals?.(metric / 25.4));
    };
    const last = one(b ?? a);
    return `${b === undefined ? '' : `${one(a).value}${between}`}${last.value}\u00a0${last.unit}`;
  });
}
