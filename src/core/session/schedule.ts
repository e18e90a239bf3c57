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
  /** When the last part that is finished is out of the dust. */
  doneMin: number;
  /** The way here, last step first. */
  last: { step: EveningStep; cup?: EveningCup; before: Laid['last'] } | undefined;
}

export const beginning = (e: Evening): Laid => ({
  nowMin: 0,
  inGun: undefined,
  coats: e.parts.map(() => 0),
  endedMin: e.parts.map(() => -Infinity),
  cups: new Map(),
  cupCount: 0,
  standOf: e.parts.map(() => -1),
  standFreeMin: e.stands.map(() => 0),
  doneMin: 0,
  last: undefined,
});

const put = <T>(list: readonly T[], at: number, value: T): T[] => {
  const out = list.slice();
  out[at] = value;
  return out;
};

const bearing = new WeakMap<Evening['stands'], WeakMap<EveningPart, number[]>>();
/** Stands that bear a part, the weakest first: the strong ones are kept for what needs them. */
function standsFor({ stands }: Evening, part: EveningPart): number[] {
  let of = bearing.get(stands);
  if (!of) bearing.set(stands, (of = new WeakMap()));
  let list = of.get(part);
  if (!list) {
    list = stands
      .map((s, i) => ({ i, bearsG: s.bearsG }))
      .filter((s) => s.bearsG >= part.weightG)
      .sort((x, y) => x.bearsG - y.bearsG || x.i - y.i)
      .map((s) => s.i);
    of.set(part, list);
  }
  return list;
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
  for (const id of part.after ?? []) {
    const i = e.parts.findIndex((p) => p.id === id);
    const other = e.parts[i];
    if (other && (laid.coats[i] ?? 0) < Math.min(done + 1, other.coats.length)) return undefined;
  }
  let ready = laid.nowMin;
  if (laid.inGun !== undefined && laid.inGun !== coat.product) ready += product.cleanMin;
  const before = part.coats[done - 1];
  const ended = laid.endedMin[at] ?? -Infinity;
  let earliest = before ? ended + before.flashMin : 0;
  let stand = laid.standOf[at] ?? -1;
  if (e.stands.length > 0 && stand < 0) {
    // The first that is free in time; of those that are, the weakest that bears it.
    const bears = standsFor(e, part);
    if (bears.length === 0) return undefined;
    const free = (i: number) => laid.standFreeMin[i] ?? 0;
    stand =
      bears.find((i) => free(i) <= Math.max(ready, earliest)) ?? bears.reduce((a, b) => (free(b) < free(a) ? b : a));
    earliest = Math.max(earliest, free(stand));
    // It is under a part that is not done yet: something else comes first.
    if (earliest === Infinity) return undefined;
  }
  const open = laid.cups.get(coat.product);
  const lives = (mixedMin: number, startMin: number) =>
    product.potLifeMin === undefined || startMin + coat.minutes <= mixedMin + product.potLifeMin;
  let start = Math.max(ready, earliest);
  let cup = open && open.leftMl >= coat.ml && lives(open.mixedMin, start) ? open : undefined;
  let fresh: EveningCup | undefined;
  let count = laid.cupCount;
  if (!cup) {
    start = Math.max(ready + product.mixMin, earliest);
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
    coats: put(laid.coats, at, done + 1),
    endedMin: put(laid.endedMin, at, end),
    cups: new Map(laid.cups).set(coat.product, { ...cup, leftMl: cup.leftMl - coat.ml }),
    cupCount: count,
    standOf: stand < 0 ? laid.standOf : put(laid.standOf, at, stand),
    standFreeMin: stand < 0 ? laid.standFreeMin : put(laid.standFreeMin, stand, isLast ? outOfDust : Infinity),
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
