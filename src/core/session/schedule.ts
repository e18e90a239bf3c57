import type { Evening, EveningCup, EveningPart, EveningStep } from './evening';

/** An evening half laid out. */
export interface Laid {
  nowMin: number;
  /** What is in the gun. */
  inGun: string | undefined;
  /** Coats that each part has, and when its last one ended; by the index of the part. */
  coats: readonly number[];
  endedMin: readonly number[];
  /** The open cup of each product. */
  cups: ReadonlyMap<string, EveningCup & { leftMl: number }>;
  cupCount: number;
  /** Which stand each part is on, and from when each stand is free again. */
  standOf: readonly number[];
  standFreeMin: readonly number[];
  /** Pieces that went from their stand to a drying place. */
  dried: number;
  /** When the last part that is finished is out of the dust. */
  doneMin: number;
  /** The way here, last step first. */
  last: { step: EveningStep; cup?: EveningCup; before: Laid['last'] } | undefined;
}

const put = <T>(list: readonly T[], at: number, value: T): T[] => {
  const out = list.slice();
  out[at] = value;
  return out;
};

/** What never changes while one evening is searched, by the index of the part. */
interface Around {
  /** Faces of the same piece. */
  faces: readonly (readonly number[])[];
  /** What has to be borne and lifted: a piece by its heaviest face as it was put down, g. */
  pieceG: readonly number[];
  /** Stands that bear it, the weakest first: strong ones, and those that turn, are kept for what needs them. */
  bears: readonly (readonly number[])[];
  /** Whose coat comes before each of its own. */
  after: readonly (readonly number[])[];
  /** What has to be begun before it is. */
  before: readonly (readonly number[])[];
}
const known = new WeakMap<Evening, Around>();
function aroundOf(e: Evening): Around {
  let around = known.get(e);
  if (!around) {
    const at = new Map(e.parts.map((p, i) => [p.id, i]));
    const indexOf = (ids: readonly string[]) => ids.flatMap((id) => at.get(id) ?? []);
    const faces = e.parts.map((part) =>
      part.piece === undefined ? [] : e.parts.flatMap((p, i) => (p !== part && p.piece === part.piece ? [i] : [])),
    );
    const pieceG = e.parts.map((part, i) =>
      Math.max(part.weightG, ...(faces[i] ?? []).map((f) => e.parts[f]?.weightG ?? 0)),
    );
    const bears = e.parts.map((part, k) => {
      const wanted = part.standId ?? (faces[k] ?? []).map((f) => e.parts[f]?.standId).find((s) => s !== undefined);
      return e.stands
        .map((s, i) => ({ ...s, i, suits: (s.turns === true) === (part.piece !== undefined) ? 0 : 1 }))
        .filter((s) => s.bearsG >= (pieceG[k] ?? 0) && (wanted === undefined || s.id === wanted))
        .sort((x, y) => x.suits - y.suits || x.bearsG - y.bearsG || x.i - y.i)
        .map((s) => s.i);
    });
    const after = e.parts.map((p) => indexOf(p.after ?? []));
    const order = indexOf(e.order ?? []);
    const before = e.parts.map((_, i) => (order.includes(i) ? order.slice(0, order.indexOf(i)) : []));
    known.set(e, (around = { faces, pieceG, bears, after, before }));
  }
  return around;
}
/** What of a piece has to be borne and lifted, g. @param at index of the part */
export const pieceG = (e: Evening, at: number): number => aroundOf(e).pieceG[at] ?? 0;
/** Whether a part has a stand that bears it, and that somebody wants it on where one is named. */
export const hasStand = (e: Evening, at: number): boolean => (aroundOf(e).bears[at] ?? []).length > 0;

/**
 * Where pieces stand that have begun: on the stand that is named, else on the first that bears them and is free; what is finished and dry went to a
 * drying place, while there are any.
 */
function standing(e: Evening): Pick<Laid, 'standOf' | 'standFreeMin' | 'dried'> {
  const { faces, bears } = aroundOf(e);
  const standOf = e.parts.map((p) => (p.done?.standId ? e.stands.findIndex((s) => s.id === p.done?.standId) : -1));
  const standFreeMin = e.stands.map(() => 0);
  const places = e.dryingPlaces ?? Infinity;
  let dried = 0;
  const seen = new Set<number>();
  e.parts.forEach((part, i) => {
    if (seen.has(i) || part.fixed || e.stands.length === 0) return;
    const piece = [i, ...(faces[i] ?? [])];
    for (const k of piece) seen.add(k);
    const parts = piece.flatMap((k) => e.parts[k] ?? []);
    if (!parts.some((p) => p.done?.coats)) return;
    const isOff = parts.every((p) => (p.done?.coats ?? 0) >= p.coats.length);
    const dryMin = Math.max(...parts.map((p) => (p.done?.endedMin ?? 0) + p.dustFreeMin));
    const goes = isOff && dried < places;
    if (goes) dried += 1;
    if (goes && dryMin <= 0) return;
    const taken = (s: number) => (standFreeMin[s] ?? 0) > 0;
    const stand = piece.map((k) => standOf[k] ?? -1).find((s) => s >= 0) ?? bears[i]?.find((s) => !taken(s)) ?? -1;
    if (stand < 0) return;
    for (const k of piece) standOf[k] = stand;
    standFreeMin[stand] = goes ? dryMin : Infinity;
  });
  return { standOf, standFreeMin, dried };
}

/** An evening before its first coat; or as far as it is, where some of it is done. */
export function beginning(e: Evening): Laid {
  const doneOf = (p: EveningPart) => Math.min(p.done?.coats ?? 0, p.coats.length);
  const outOfDust = (p: EveningPart) => (p.done?.endedMin ?? 0) + p.dustFreeMin;
  return {
    nowMin: e.fitFromMin ?? 0,
    inGun: e.inGun,
    coats: e.parts.map(doneOf),
    endedMin: e.parts.map((p) => (doneOf(p) > 0 ? (p.done?.endedMin ?? 0) : -Infinity)),
    cups: new Map((e.openCups ?? []).map((c, i) => [c.product, { ...c, no: i + 1, ml: c.leftMl }])),
    cupCount: e.openCups?.length ?? 0,
    ...standing(e),
    doneMin: Math.max(0, ...e.parts.map((p) => (p.coats.length > 0 && doneOf(p) >= p.coats.length ? outOfDust(p) : 0))),
    last: undefined,
  };
}

/**
 * Lays the next coat of a part as soon as hands, flash, gun, cup and stand allow.
 * @param at index of the part
 * @returns undefined where it cannot be laid in its window, from a living cup, on a stand, and before the end
 */
export function layNext(e: Evening, laid: Laid, at: number): Laid | undefined {
  const part = e.parts[at];
  const done = laid.coats[at] ?? 0;
  const coat = part?.coats[done];
  if (!part || !coat) return undefined;
  const product = e.products[coat.product];
  if (!product || coat.ml > product.cupMl) return undefined;
  const around = aroundOf(e);
  for (const i of around.after[at] ?? [])
    if ((laid.coats[i] ?? 0) < Math.min(done + 1, e.parts[i]?.coats.length ?? 0)) return undefined;
  if (done === 0)
    for (const i of around.before[at] ?? [])
      if ((laid.coats[i] ?? 0) === 0 && (e.parts[i]?.coats.length ?? 0) > 0) return undefined;
  let ready = laid.nowMin;
  if (laid.inGun !== undefined && laid.inGun !== coat.product) ready += product.cleanMin;
  const before = part.coats[done - 1];
  const ended = laid.endedMin[at] ?? -Infinity;
  let earliest = before ? ended + before.flashMin : 0;
  let stand = laid.standOf[at] ?? -1;
  const faces = around.faces[at] ?? [];
  if (stand < 0 && faces.length > 0) stand = laid.standOf[faces.find((i) => (laid.standOf[i] ?? -1) >= 0) ?? -1] ?? -1;
  if (e.stands.length > 0 && !part.fixed && stand < 0) {
    if (e.hands && !e.hands.helper && (around.pieceG[at] ?? 0) > e.hands.liftG) return undefined;
    // The first that is free in time; of those that are, the weakest that bears it.
    const bears = around.bears[at] ?? [];
    if (bears.length === 0) return undefined;
    const free = (i: number) => laid.standFreeMin[i] ?? 0;
    stand =
      bears.find((i) => free(i) <= Math.max(ready, earliest)) ?? bears.reduce((a, b) => (free(b) < free(a) ? b : a));
    earliest = Math.max(earliest, free(stand));
    // It is under a part that is not done yet: something else comes first.
    if (earliest === Infinity) return undefined;
    ready = Math.max(ready, free(stand)) + (e.hands && !e.hands.helper ? e.hands.liftMin : 0);
  }
  if (done === 0 && !part.fixed && !(stand >= 0 && e.stands[stand]?.turns))
    for (const i of faces) {
      const face = e.parts[i];
      const coats = laid.coats[i] ?? 0;
      if (!face || face.face === part.face || coats === 0) continue;
      if (coats < face.coats.length) return undefined;
      const bearsMin = (laid.endedMin[i] ?? 0) + (face.handleMin ?? face.dustFreeMin);
      ready = Math.max(ready, bearsMin) + (e.hands?.turnMin ?? 0);
    }
  const open = laid.cups.get(coat.product);
  const lives = (mixedMin: number, startMin: number) =>
    product.potLifeMin === undefined || startMin + coat.minutes <= mixedMin + product.potLifeMin;
  let start = Math.max(ready, earliest);
  let cup = open && open.leftMl >= coat.ml && lives(open.mixedMin, start) ? open : undefined;
  let fresh: EveningCup | undefined;
  let count = laid.cupCount;
  if (!cup) {
    // A helper mixes while the gun is at work, the first cup too.
    start = Math.max(ready + (e.hands?.helper ? 0 : product.mixMin), e.hands?.helper ? product.mixMin : 0, earliest);
    count += 1;
    cup = { no: count, product: coat.product, mixedMin: start, ml: product.cupMl, leftMl: product.cupMl };
    fresh = cup;
    if (!lives(start, start)) return undefined;
  }
  if (before?.windowMin !== undefined && start - ended > before.windowMin) return undefined;
  const end = start + coat.minutes;
  if (end > (e.fitUntilMin ?? Infinity)) return undefined;
  const isLast = done + 1 === part.coats.length;
  const outOfDust = end + part.dustFreeMin;
  if (isLast && outOfDust > e.endMin) return undefined;
  const coats = put(laid.coats, at, done + 1);
  const endedMin = put(laid.endedMin, at, end);
  const isOff = isLast && faces.every((i) => (coats[i] ?? 0) >= (e.parts[i]?.coats.length ?? 0));
  // Where no drying place is left it stays where it is.
  const hasPlace = laid.dried < (e.dryingPlaces ?? Infinity);
  let freeMin = isOff && hasPlace ? outOfDust : Infinity;
  if (isOff && hasPlace)
    for (const i of faces) freeMin = Math.max(freeMin, (endedMin[i] ?? 0) + (e.parts[i]?.dustFreeMin ?? 0));
  const step: EveningStep = {
    partId: part.id,
    coat: done + 1,
    product: coat.product,
    startMin: start,
    endMin: end,
    cup: cup.no,
    ...(stand >= 0 && { standId: e.stands[stand]?.id ?? '' }),
  };
  return {
    nowMin: end,
    inGun: coat.product,
    coats,
    endedMin,
    cups: new Map(laid.cups).set(coat.product, { ...cup, leftMl: cup.leftMl - coat.ml }),
    cupCount: count,
    standOf: stand < 0 ? laid.standOf : put(laid.standOf, at, stand),
    standFreeMin: stand < 0 ? laid.standFreeMin : put(laid.standFreeMin, stand, freeMin),
    dried: laid.dried + (stand >= 0 && isOff && hasPlace ? 1 : 0),
    doneMin: isLast ? Math.max(laid.doneMin, outOfDust) : laid.doneMin,
    last: { step, ...(fresh && { cup: fresh }), before: laid.last },
  };
}

/** Of a part, by how many coats it has: minutes of hands that are left, and minutes to the end of its last coat without anybody waiting. */
interface Ahead {
  work: readonly number[];
  chain: readonly number[];
}
const ahead = new WeakMap<EveningPart, Ahead>();
function aheadOf(part: EveningPart): Ahead {
  let known = ahead.get(part);
  if (!known) {
    const work = [0];
    const chain = [0];
    for (const [i, c] of [...part.coats].reverse().entries()) {
      work.unshift((work[0] ?? 0) + c.minutes);
      chain.unshift((chain[0] ?? 0) + c.minutes + (i > 0 ? c.flashMin : 0));
    }
    ahead.set(part, (known = { work, chain }));
  }
  return known;
}

/** When a part that stands so far is out of the dust at the earliest, were nobody else waiting. */
export const chainMin = (part: EveningPart, done: number, fromMin: number): number =>
  fromMin + (aheadOf(part).chain[done] ?? 0) + part.dustFreeMin;

/** No order of what is left is done sooner: the longest chain, and all work one after the other with the shortest drying behind it. */
export function boundOf(e: Evening, laid: Laid): number {
  let work = 0;
  let dust = Infinity;
  let most = laid.doneMin;
  e.parts.forEach((p, i) => {
    const done = laid.coats[i] ?? 0;
    if (done >= p.coats.length) return;
    const before = p.coats[done - 1];
    const ready = before ? (laid.endedMin[i] ?? 0) + before.flashMin : 0;
    most = Math.max(most, chainMin(p, done, Math.max(laid.nowMin, ready)));
    work += aheadOf(p).work[done] ?? 0;
    dust = Math.min(dust, p.dustFreeMin);
  });
  return work === 0 ? most : Math.max(most, laid.nowMin + work + dust);
}
