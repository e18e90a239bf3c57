import {
  FAMILIES,
  transferEfficiency,
  type Application,
  type Colour,
  type Job,
  type LogEvent,
  type Product,
  type ProductFamily,
  colourId,
} from '@/core';
import { readyMixMl } from '@/core/mix/coverage';
import { splitMix } from '@/core/mix/ratio';
import type { SprayedHow } from '@/core/log/colourRead';
import type { BatchUse } from '@/core/log/event';
import type { Panel, Zone } from '@/core/log/job';

/** A card of sheet, as long and as wide as a hand: half of it is cleared. */
const CARD_CM2 = 300;
const SHEET_UM = 300;
const GROUND_UM = 60;

export const GROUND_SHADES = ['white', 'light grey', 'grey', 'dark grey', 'black'] as const;
export type GroundShade = (typeof GROUND_SHADES)[number];
/** What a card is primed with: what a panel is sprayed over. */
export const GROUNDS = [
  'highBuild',
  'epoxy',
  'onePackPrimer',
  'factoryFinish',
  'oldCoating',
] as const satisfies readonly ProductFamily[];
export type Ground = (typeof GROUNDS)[number];

/** How a card is divided: half under clear, or into strips of which each has one coat more. */
export const CARD_KINDS = { half: 'Half of it cleared', ladder: 'A ladder of strips' } as const;
export type CardKind = keyof typeof CARD_KINDS;

export interface NewCard {
  colour: Colour;
  kind: CardKind;
  ground: Ground;
  shade: GroundShade;
  product: Product;
  /** Of a ladder: of its last strip. */
  coats: number;
  application: Application;
  how: SprayedHow;
  batchId?: string;
  /** Of the batch, mL a part, in the library's order. */
  pouredMl?: number[];
}

/** A name that no card of the job has. */
export function nextCardName(job: Job): string {
  const names = new Set(job.panels.map((p) => p.name.toLowerCase()));
  let n = job.panels.filter((p) => p.card).length + 1;
  while (names.has(`card ${n}`)) n++;
  return `Card ${n}`;
}

/** Ready paint that a card takes, mL. */
export function cardMl(c: Pick<NewCard, 'product' | 'application'>, coats: number, areaCm2: number): number {
  const { product, application } = c;
  const { solids } = splitMix(product, 100, product.thinning?.defaultFraction ?? 0);
  return readyMixMl(areaCm2, product.film.nominalUm, coats, solids, transferEfficiency(application, 'small'));
}

/** The card as a panel with its zones, and what was done to it. @param id of the panel; @param nextId gives ids of entries */
export function cardOf(
  c: NewCard,
  name: string,
  id: string,
  nextId: () => string,
  nowMs: number,
): { panel: Panel; zones: Zone[]; events: LogEvent[] } {
  const panel: Panel = { id, name, substrate: 'steel', thicknessUm: SHEET_UM, card: { colour: colourId(c.colour) } };
  const names =
    c.kind === 'half' ? ['Base only', 'To be cleared'] : Array.from({ length: c.coats }, (_, i) => `Strip ${i + 1}`);
  const zones = names.map((zone, i): Zone => ({
    id: `${id}-${i + 1}`,
    panelId: id,
    name: zone,
    areaCm2: Math.round(CARD_CM2 / names.length),
  }));
  const common = { atMs: nowMs, writtenMs: nowMs };
  const found: LogEvent = {
    ...common,
    // It was primed before it was sprayed.
    atMs: nowMs - 60_000,
    id: nextId(),
    kind: 'found',
    zoneIds: zones.map((z) => z.id),
    substrate: panel.substrate,
    thicknessUm: SHEET_UM,
    layers: [{ label: `${FAMILIES[c.ground].name}, ${c.shade}`, family: c.ground, filmUm: GROUND_UM }],
  };
  const batchOf = (coats: number, areaCm2: number): { batch?: BatchUse } =>
    c.batchId === undefined
      ? {}
      : {
          batch: {
            batchId: c.batchId,
            pouredMl: c.pouredMl ?? [],
            usedMl: Math.round(cardMl(c, coats, areaCm2) * 10) / 10,
          },
        };
  const coat = (of: readonly Zone[], coats: number): LogEvent => ({
    ...common,
    id: nextId(),
    kind: 'coated',
    zoneIds: of.map((z) => z.id),
    productId: c.product.id,
    coats,
    filmUm: c.product.film.nominalUm,
    application: c.application,
    colourId: colourId(c.colour),
    colourHex: c.colour.hex,
    how: c.how,
    ...(c.product.thinning && { thinnerFraction: c.product.thinning.defaultFraction }),
    ...batchOf(
      coats,
      of.reduce((s, z) => s + z.areaCm2, 0),
    ),
  });
  const coated = c.kind === 'half' ? [coat(zones, c.coats)] : zones.map((z, i) => coat([z], i + 1));
  return { panel, zones, events: [found, ...coated] };
}
