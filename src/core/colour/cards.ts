import { FINISHES, type Colour, isOfColour } from '../library/finish';
import { FAMILIES, isBase, isTopcoat, type Product, type ProductFamily, type ProductLookup } from '../library/product';
import type { ColourRead, ReadSurface } from '../log/colourRead';
import type { EventOf, PlainEvent } from '../log/event';
import { finishOf, zonesOf, type Job } from '../log/job';
import { effectiveEvents, type JobState } from '../strata/fold';
import type { Layer, Strata } from '../strata/types';
import type { Spraying } from './flakeTilt';

/** A reading of colour as it stands in the log. */
export interface ReadEntry {
  id: string;
  atMs: number;
  zoneIds: readonly string[];
  read: ColourRead;
}

/** How a card, or a panel, was sprayed, as its strata and its log have it. */
export interface SprayedFacts {
  /** What the colour lies on. */
  ground?: string;
  groundFamily?: ProductFamily;
  base: Layer;
  cleared: boolean;
  spraying: Spraying;
  batchId?: string;
  who?: string;
}

const READS = new WeakMap<JobState, ReadEntry[]>();

/** Every reading of colour that counts, newest first. */
export function colourReads(state: JobState): readonly ReadEntry[] {
  let reads = READS.get(state);
  if (!reads) {
    reads = effectiveEvents(state)
      .flatMap((e): ReadEntry[] =>
        e.kind === 'measured' && e.measure === 'colour'
          ? [{ id: e.id, atMs: e.atMs, zoneIds: e.zoneIds, read: e.colour }]
          : [],
      )
      .reverse();
    READS.set(state, reads);
  }
  return reads;
}

/** The coloured layer nearest to the top, and how it was sprayed; undefined where there is no colour of this shop's. */
export function sprayedFacts(
  strata: Strata | undefined,
  events: readonly PlainEvent[],
  products: ProductLookup,
): SprayedFacts | undefined {
  const layers = strata?.layers ?? [];
  const at = layers.findLastIndex((l) => FAMILIES[l.family].coloured);
  const base = layers[at];
  if (!strata || !base) return undefined;
  const coats = events.filter((e): e is EventOf<'coated'> => e.kind === 'coated' && base.eventIds.includes(e.id));
  const last = coats[coats.length - 1];
  const who = coats.flatMap((e) => e.how?.who ?? []).pop();
  const nominal = base.productId === undefined ? undefined : products(base.productId)?.film.nominalUm;
  const below = layers[at - 1];
  return {
    ...(below && { ground: below.label, groundFamily: below.family }),
    base,
    // What carries its own gloss needs no clear.
    cleared: (!isBase(base.family) && isTopcoat(base.family)) || layers.slice(at + 1).some((l) => l.family === 'clear'),
    spraying: {
      application: last?.application ?? 'lowPressureGun',
      ...last?.how,
      ...(nominal !== undefined && base.coats > 0 && { filmShare: base.appliedUm / base.coats / nominal }),
      ...(base.air && { tempC: base.air.tempC }),
    },
    ...(base.batchId !== undefined && { batchId: base.batchId }),
    ...(who !== undefined && { who }),
  };
}

/** What a log says of one card, without the sums of a comparison. */
export interface CardFacts {
  name: string;
  /** Families that its colour lies on. */
  grounds: readonly ProductFamily[];
  sprayed: boolean;
  cleared: boolean;
  /** Somebody held it against the car, or read it. */
  compared: boolean;
  /** It has strips, of which each has a coat more. */
  ladder: boolean;
  batchIds: readonly string[];
}

/** What is known of a colour in a job, as far as the rules ask. */
export interface ColourFacts {
  cards: readonly CardFacts[];
  /** How the face was that was read last on the car. */
  carSurface?: ReadSurface;
}

/** Zones from which on a card is a ladder. */
const LADDER_ZONES = 3;

/** The cards of a colour, and how the car was read. @param colour its id */
export function colourFacts(job: Job, state: JobState, colour: string, products: ProductLookup): ColourFacts {
  const reads = colourReads(state).filter((r) => r.read.colour === colour);
  const carSurface = reads.find((r) => r.read.on === 'car')?.read.surface;
  const cards = job.panels
    .filter((p) => p.card?.colour === colour)
    .map((panel): CardFacts => {
      const zones = zonesOf(job, panel.id);
      const facts = zones.flatMap((z) => {
        const zone = state.zones.get(z.id);
        return sprayedFacts(zone?.strata, zone?.events ?? [], products) ?? [];
      });
      const ids = new Set(zones.map((z) => z.id));
      return {
        name: panel.name,
        grounds: facts.flatMap((f) => f.groundFamily ?? []),
        sprayed: facts.length > 0,
        cleared: facts.some((f) => f.cleared),
        compared: reads.some((r) => r.read.on === 'card' && r.zoneIds.some((id) => ids.has(id))),
        ladder: zones.length >= LADDER_ZONES,
        batchIds: facts.flatMap((f) => f.batchId ?? []),
      };
    });
  return { cards, ...(carSurface && { carSurface }) };
}

/** The paint that a colour of a job is sprayed with: what was last used for it, else what the job's system goes for. */
export function colourProduct(
  job: Job,
  state: JobState,
  colour: Colour | undefined,
  library: readonly Product[],
): Product | undefined {
  const used = effectiveEvents(state).findLast((e) => {
    const p = e.kind === 'coated' ? library.find((x) => x.id === e.productId) : undefined;
    return (
      e.kind === 'coated' &&
      p !== undefined &&
      FAMILIES[p.family].coloured &&
      (colour === undefined || isOfColour(e, colour))
    );
  });
  const id = used?.kind === 'coated' ? used.productId : undefined;
  const system = finishOf(job, undefined).system;
  return library.find((p) => p.id === id) ?? library.find((p) => FINISHES[system].over.includes(p.family));
}
