import { keysOf } from '../keysOf';
import { isMetal, type SubstrateKind } from '../library/substrates';
import { FAMILIES, type ProductFamily } from '../library/families';
import type { FoundLayer } from './event';

const layer = (label: string, family: FoundLayer['family'], filmUm: number): FoundLayer => ({ label, family, filmUm });

/** What a panel usually carries when it comes in. Films are usual ones, until a gauge says otherwise. */
const STACKS = {
  old: { name: 'Old paint', layers: [layer('Old paint', 'oldCoating', 120)] },
  factory: {
    name: 'Factory finish',
    layers: [layer('Factory electrocoat', 'electrocoat', 20), layer('Factory finish', 'factoryFinish', 90)],
  },
  electrocoat: { name: 'Electrocoat', layers: [layer('Electrocoat of a new part', 'electrocoat', 22)] },
  transport: { name: 'Transport primer', layers: [layer('Transport primer of a new part', 'transportPrimer', 15)] },
  powder: { name: 'Powder coat', layers: [layer('Powder coat', 'powderCoat', 80)] },
  lacquer: { name: 'Old lacquer', layers: [layer('Old lacquer', 'lacquer', 100)] },
  bare: { name: 'Bare', layers: [] },
} as const satisfies Record<string, { name: string; layers: readonly FoundLayer[] }>;

export type AsFound = keyof typeof STACKS;
export const AS_FOUND = keysOf(STACKS);
/** What a zone was found as, in words. */
export const asFoundName = (a: AsFound): string => STACKS[a].name;

/** The layers that a panel is taken to carry; only metal is electrocoated. */
export const layersAsFound = (a: AsFound, on: SubstrateKind): FoundLayer[] =>
  STACKS[a].layers.filter((l) => l.family !== 'electrocoat' || isMetal(on) || STACKS[a].layers.length === 1);

/** What old layers turn out to be when they come to light below others, and how thick they usually are, µm. */
const BELOW_UM = {
  oldCoating: 80,
  factoryFinish: 90,
  lacquer: 60,
  powderCoat: 80,
  electrocoat: 20,
  highBuild: 80,
  lightFiller: 800,
} as const satisfies Partial<Record<ProductFamily, number>>;
export type BelowFamily = keyof typeof BELOW_UM;
export const BELOW_FAMILIES = keysOf(BELOW_UM);

/** Layers as they were found, with one more that came to light below them. The others keep the numbers that entries know them by. */
export function withLayerBelow(layers: readonly FoundLayer[], family: BelowFamily): FoundLayer[] {
  const numbered = layers.map((l, i) => ({ ...l, n: l.n ?? i }));
  const n = Math.max(-1, ...numbered.map((l) => l.n)) + 1;
  return [{ ...layer(`${FAMILIES[family].name}, found below`, family, BELOW_UM[family]), n }, ...numbered];
}

/** Which of the usual stacks some layers are; what was put together otherwise counts as old paint. */
export function asFoundOf(layers: readonly FoundLayer[]): AsFound {
  const top = layers[layers.length - 1];
  if (!top) return 'bare';
  return AS_FOUND.find((a) => STACKS[a].layers[STACKS[a].layers.length - 1]?.family === top.family) ?? 'old';
}

/** Both in one answer: what most parts come back in. */
export const BASE_AND_CLEAR = 'baseAndClear';
/** Of base and clear told in one figure the base is about that, µm. */
const BASE_UM = 15;

/** What another shop says that it put on. @param filmUm dry, over all of it, µm */
export function layersAsTold(told: ProductFamily | typeof BASE_AND_CLEAR, filmUm: number): FoundLayer[] {
  const asTold = (f: ProductFamily, um: number) => layer(`${FAMILIES[f].name}, as told`, f, um);
  if (told !== BASE_AND_CLEAR) return [asTold(told, filmUm)];
  const baseUm = Math.min(BASE_UM, filmUm / 2);
  return [asTold('baseSolvent', baseUm), asTold('clear', filmUm - baseUm)];
}
