import type { Face } from '../log/job';

/** Up to this a part is turned by one hand, so that it lies on a pallet among others; what is heavier stands, and is gone round, g. */
export const PALLET_MOST_G = 15_000;

/** A part of a blasting day, as its order needs it. */
export interface YardPart {
  id: string;
  weightG: number;
  rusts: boolean;
  /** Faces that are still to be blasted, with the hours that each takes. */
  faces: readonly { face: Face; hours: number }[];
}

/** One go at the yard: a part on its stand, or one side of a part among others on a pallet. */
export interface YardTurn {
  id: string;
  place: 'stand' | 'pallet';
  faces: readonly Face[];
  /** After the day's begin, h. */
  fromH: number;
  untilH: number;
}

/**
 * The order of a blasting day. What is heavy goes first, on stands, all its faces in one go; then what is light lies on pallets, one side of all of
 * it, is turned, and the other side follows. Within each, what rusts comes last: it then waits the least for its primer; and what takes longest first.
 */
export function yardOrder(parts: readonly YardPart[]): YardTurn[] {
  const hours = (p: YardPart) => p.faces.reduce((s, f) => s + f.hours, 0);
  const inTurn = [...parts]
    .filter((p) => p.faces.length > 0)
    .sort((a, b) => Number(a.rusts) - Number(b.rusts) || hours(b) - hours(a));
  const light = inTurn.filter((p) => p.weightG <= PALLET_MOST_G);
  const side = (k: 0 | 1) =>
    light.flatMap((p) => {
      const f = p.faces[k];
      return f ? [{ id: p.id, place: 'pallet' as const, faces: [f.face], hours: f.hours }] : [];
    });
  const heavy = inTurn.flatMap((p) =>
    p.weightG > PALLET_MOST_G
      ? [{ id: p.id, place: 'stand' as const, faces: p.faces.map((f) => f.face), hours: hours(p) }]
      : [],
  );
  let fromH = 0;
  return [...heavy, ...side(0), ...side(1)].map(({ hours: h, ...turn }) => {
    const out = { ...turn, fromH, untilH: fromH + h };
    fromH += h;
    return out;
  });
}
