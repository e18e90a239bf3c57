import { fail, ok, type Result } from '../result';
import type { CoatPiece } from './session';

/** What a cup is held to. */
export interface CupLimits {
  /** From mixing until it is used up, min; absent: it keeps. */
  potLifeMin?: number;
  /** What the cup holds, mL. */
  capacityMl: number;
  /** Less than this cannot be measured, mL. */
  leastMl: number;
  /** What stays in cup and gun of every cup, mL. */
  lossMl: number;
  /** Kept in hand, fraction of what is laid. */
  reserveFraction: number;
  /** From the first pour to the gun, min. */
  mixingMin: number;
}

/** One cup: it lays the pieces from one to another, one after the other. */
export interface Cup {
  pieces: CoatPiece[];
  /** What its pieces take, mL. */
  needMl: number;
  /** What is mixed, mL. */
  mixMl: number;
  /** When it is mixed, when the last of it is laid, and when it must be used up; minutes from the beginning. */
  mixMin: number;
  doneMin: number;
  endsMin?: number;
}

export interface CupSchedule {
  cups: Cup[];
  /** What is mixed and not laid, mL. */
  wasteMl: number;
  /** Coats for which the cup is changed on the panel, since one cup does not do them. */
  cut: { taskId: string; coat: number; cups: number }[];
}

/** A panel that takes more cups than this is not done with this gun. */
const MOST_PARTS = 50;

/** Cuts a coat that no cup can lay into as few equal pieces as can. */
function cutToFit(p: CoatPiece, l: CupLimits): CoatPiece[] {
  const fits = (n: number): boolean => {
    const mix = (p.ml / n) * (1 + l.reserveFraction) + l.lossMl;
    const minutes = (p.endMin - p.startMin) / n + l.mixingMin;
    return mix <= l.capacityMl + 1e-9 && (l.potLifeMin === undefined || minutes <= l.potLifeMin + 1e-9);
  };
  let n = 1;
  while (n < MOST_PARTS && !fits(n)) n++;
  if (n === 1) return [p];
  const minutes = (p.endMin - p.startMin) / n;
  return Array.from({ length: n }, (_, i) => ({
    ...p,
    ml: p.ml / n,
    startMin: p.startMin + i * minutes,
    endMin: p.startMin + (i + 1) * minutes,
    of: n,
  }));
}

/** What is mixed for pieces that take so much, mL. */
const mixFor = (needMl: number, l: CupLimits): number =>
  Math.max(l.leastMl, needMl * (1 + l.reserveFraction) + l.lossMl);

/**
 * Splits a session into cups: the fewest, and of those the ones that leave the least. A cup lays pieces one after the other, since there is one
 * gun; none outlives its pot life, counted from its mixing just before its first piece, none holds more than the cup does, and none is too
 * small to measure. By dynamic programming over where a cup ends: with the best plans of all shorter beginnings known, the best that ends
 * with a piece takes the best beginning before its last cup. O(n · pieces in a cup).
 * @returns the plan, or why there is none
 */
export function splitCups(laid: readonly CoatPiece[], l: CupLimits): Result<CupSchedule, string> {
  if (l.leastMl > l.capacityMl) return fail('The least that can be measured does not fit into the cup');
  if (l.potLifeMin !== undefined && l.potLifeMin <= l.mixingMin)
    return fail('It goes off before it is mixed: cool it, or take another product');
  const pieces = laid.flatMap((p) => cutToFit(p, l));
  const cut = new Map<string, CupSchedule['cut'][number]>();
  for (const p of pieces)
    if (p.of !== undefined) cut.set(`${p.taskId}/${p.coat}`, { taskId: p.taskId, coat: p.coat, cups: p.of });
  const n = pieces.length;
  /** Of the first i pieces: cups, what they leave, and where the last cup begins. */
  const best: { cups: number; wasteMl: number; from: number }[] = [{ cups: 0, wasteMl: 0, from: 0 }];
  for (let end = 1; end <= n; end++) {
    let found: (typeof best)[number] | undefined;
    let needMl = 0;
    for (let from = end - 1; from >= 0; from--) {
      const first = pieces[from]!;
      needMl += first.ml;
      const mixMl = mixFor(needMl, l);
      if (mixMl > l.capacityMl + 1e-9) break;
      const minutes = pieces[end - 1]!.endMin - first.startMin + l.mixingMin;
      if (l.potLifeMin !== undefined && minutes > l.potLifeMin + 1e-9) break;
      const before = best[from];
      if (!before || !Number.isFinite(before.cups)) continue;
      const cups = before.cups + 1;
      const wasteMl = before.wasteMl + mixMl - needMl;
      if (!found || cups < found.cups || (cups === found.cups && wasteMl < found.wasteMl - 1e-9))
        found = { cups, wasteMl, from };
    }
    best.push(found ?? { cups: Infinity, wasteMl: Infinity, from: end - 1 });
  }
  const last = best[n]!;
  if (!Number.isFinite(last.cups)) return fail('One coat takes more than any cup lays within its pot life');
  const cups: Cup[] = [];
  for (let end = n; end > 0; end = best[end]!.from) {
    const of = pieces.slice(best[end]!.from, end);
    const needMl = of.reduce((s, p) => s + p.ml, 0);
    const mixMin = of[0]!.startMin - l.mixingMin;
    cups.unshift({
      pieces: of,
      needMl,
      mixMl: mixFor(needMl, l),
      mixMin,
      doneMin: of[of.length - 1]!.endMin,
      ...(l.potLifeMin !== undefined && { endsMin: mixMin + l.potLifeMin }),
    });
  }
  return ok({ cups, wasteMl: last.wasteMl, cut: [...cut.values()] });
}
