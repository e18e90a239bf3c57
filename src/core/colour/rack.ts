import { colourId } from '../library/finish';
import type { Colour } from '../library/finish';
import type { ProductLookup } from '../library/product';
import type { ColourRead, ReadBy } from '../log/colourRead';
import { coloursOf, zonesOf, type Job, type Panel, type Zone } from '../log/job';
import type { JobState } from '../strata/fold';
import { colourReads, sprayedFacts, type ReadEntry, type SprayedFacts } from './cards';
import { labOfHex } from './hex';
import { pairUp, type SeenPair } from './pairs';
import { isAbsolute, seenBy, type Seen } from './readings';
import type { Lab } from './spectrum';
import { COLOUR_LIMITS, judgeColour, type ColourLimits, type ColourVerdict } from './verdict';

/** How a card compares with the car, by the surest way in which somebody looked. */
export interface Compared {
  by: ReadBy;
  atMs: number;
  /** The card's reading. */
  entry: ReadEntry;
  pairs: readonly SeenPair[];
  verdict: ColourVerdict;
}

export interface RackCard {
  panel: Panel;
  zones: readonly Zone[];
  facts?: SprayedFacts;
  reads: readonly ReadEntry[];
  /** The nearest of its parts that was compared. */
  compared?: Compared;
  /** Of a ladder: each strip that was compared, in the order of its coats. */
  strips: readonly { zone: Zone; compared: Compared }[];
}

/** A colour of a job: what was read of the car, and the rack of its cards, the nearest first. */
export interface ColourCase {
  colour: Colour;
  /** Newest first. */
  car: readonly ReadEntry[];
  cards: readonly RackCard[];
}

/** How sure ways of looking are, the surest first: what was measured outranks what was looked at. */
const SURENESS: readonly ReadBy[] = ['instrument', 'file', 'typed', 'photo', 'eye'];

/** What a colour is about: its nearest reading under that light, the colour as the screen has it without one. */
function nearest(car: readonly Seen[], angleDeg: number, light: Seen['light'], hex: string): Lab {
  const away = (s: Seen) => Math.abs(s.angleDeg - angleDeg) + (s.light === light ? 0 : 1000);
  return [...car].sort((a, b) => away(a) - away(b))[0]?.lab ?? labOfHex(hex);
}

/** Pairs of a card's reading with the car's. */
function pairsOf(card: ColourRead, car: readonly Seen[], hex: string): SeenPair[] {
  const { values } = card;
  if (isAbsolute(values)) return pairUp(car, seenBy(values));
  return values.seen.map(({ angleDeg, light, lab, spread }) => {
    const base = nearest(car, angleDeg, light, hex);
    return { angleDeg, light, car: base, card: [base[0] + lab[0], base[1] + lab[1], base[2] + lab[2]], spread };
  });
}

/** The surest comparison of some readings of one card with the car; of equally sure ones the newest. */
function compare(
  reads: readonly ReadEntry[],
  car: readonly ReadEntry[],
  hex: string,
  limits: ColourLimits,
): Compared | undefined {
  const carEntry = [...car]
    .filter((e) => isAbsolute(e.read.values))
    .sort((a, b) => SURENESS.indexOf(a.read.by) - SURENESS.indexOf(b.read.by))[0];
  const values = carEntry?.read.values;
  const seen = values && isAbsolute(values) ? seenBy(values) : [];
  const sorted = [...reads].sort(
    (a, b) => SURENESS.indexOf(a.read.by) - SURENESS.indexOf(b.read.by) || b.atMs - a.atMs,
  );
  for (const entry of sorted) {
    const pairs = pairsOf(entry.read, seen, hex);
    const verdict = judgeColour(pairs, limits);
    if (verdict) return { by: entry.read.by, atMs: entry.atMs, entry, pairs, verdict };
  }
  return undefined;
}

/** One colour of a job with all that was read of it. */
export function colourCase(
  job: Job,
  state: JobState,
  colour: Colour,
  products: ProductLookup,
  limits: ColourLimits = COLOUR_LIMITS,
): ColourCase {
  const reads = colourReads(state).filter((r) => r.read.colour === colourId(colour));
  const car = reads.filter((r) => r.read.on === 'car');
  const cards = job.panels
    .filter((p) => p.card?.colour === colourId(colour))
    .map((panel): RackCard => {
      const zones = zonesOf(job, panel.id);
      const own = reads.filter((r) => r.read.on === 'card' && r.zoneIds.some((id) => zones.some((z) => z.id === id)));
      const facts = zones
        .flatMap((z) => {
          const zone = state.zones.get(z.id);
          const f = sprayedFacts(zone?.strata, zone?.events ?? [], products);
          return f ? [f] : [];
        })
        // The half that is cleared is what the car is held against.
        .sort((a, b) => Number(b.cleared) - Number(a.cleared))[0];
      // Each part of a card is its own paint: half of it cleared, strips of one coat more each.
      const parts = zones.flatMap((zone) => {
        const of = compare(
          own.filter((r) => r.zoneIds.includes(zone.id)),
          car,
          colour.hex,
          limits,
        );
        return of ? [{ zone, compared: of }] : [];
      });
      const isCleared = (z: Zone) => state.zones.get(z.id)?.strata?.layers.some((l) => l.family === 'clear') ?? false;
      // What is cleared looks as the panel will.
      const told = parts.some((x) => isCleared(x.zone)) ? parts.filter((x) => isCleared(x.zone)) : parts;
      const compared = [...told].sort((x, y) => x.compared.verdict.de - y.compared.verdict.de)[0]?.compared;
      return {
        panel,
        zones,
        reads: own,
        strips: zones.length > 2 ? parts : [],
        ...(facts && { facts }),
        ...(compared && { compared }),
      };
    });
  const rank = (c: RackCard) => c.compared?.verdict.de ?? Infinity;
  return { colour, car, cards: [...cards].sort((a, b) => rank(a) - rank(b)) };
}

/** The colours of a job that a card or a reading is about, and those that are agreed. */
export function coloursSeen(job: Job, state: JobState): Colour[] {
  const agreed = coloursOf(job);
  const named = [...job.panels.flatMap((p) => p.card?.colour ?? []), ...colourReads(state).map((r) => r.read.colour)];
  const others = [...new Set(named)].filter((id) => !agreed.some((c) => colourId(c) === id));
  // What nobody agreed on any more is shown as it was written.
  return [...agreed, ...others.map((id) => ({ id, name: id, hex: '#808080' }))];
}
