import type { CupLimits, CupSchedule } from './cups';
import type { CoatPiece } from './session';

/**
 * Every way of parting pieces into cups that follow each other, for as many as twenty pieces: what {@link splitCups} is held to.
 * @returns the fewest cups and the least that those leave, mL; undefined where no way keeps to the limits
 */
export function splitExhaustively(
  pieces: readonly CoatPiece[],
  l: CupLimits,
): { cups: number; wasteMl: number } | undefined {
  let best: { cups: number; wasteMl: number } | undefined;
  for (let cuts = 0; cuts < 2 ** (pieces.length - 1); cuts++) {
    let [cups, wasteMl, from] = [0, 0, 0];
    let fits = true;
    for (let i = 0; i < pieces.length && fits; i++) {
      if (i < pieces.length - 1 && !(cuts & (1 << i))) continue;
      const of = pieces.slice(from, i + 1);
      const need = of.reduce((s, p) => s + p.ml, 0);
      const mix = Math.max(l.leastMl, need * (1 + l.reserveFraction) + l.lossMl);
      const minutes = of[of.length - 1]!.endMin - of[0]!.startMin + l.mixingMin;
      fits = mix <= l.capacityMl + 1e-9 && (l.potLifeMin === undefined || minutes <= l.potLifeMin + 1e-9);
      cups++;
      wasteMl += mix - need;
      from = i + 1;
    }
    if (fits && (!best || cups < best.cups || (cups === best.cups && wasteMl < best.wasteMl))) best = { cups, wasteMl };
  }
  return best;
}

/** Whether every cup of a plan keeps to its limits, and every piece is laid once, in its order. */
export function keepsTo(plan: CupSchedule, l: CupLimits): boolean {
  const laid = plan.cups.flatMap((c) => c.pieces);
  return (
    laid.every((p, i) => i === 0 || p.startMin >= laid[i - 1]!.endMin - 1e-9) &&
    plan.cups.every(
      (c) =>
        c.mixMl <= l.capacityMl + 1e-6 &&
        c.mixMl >= l.leastMl - 1e-9 &&
        c.mixMl >= c.needMl &&
        (c.endsMin === undefined || c.doneMin <= c.endsMin + 1e-6),
    )
  );
}
