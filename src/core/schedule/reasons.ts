import type { Network, Schedule } from './network';
import { nextFit, prepare, type Prepared } from './times';

/** What a piece of work begins after: why not sooner. */
export type Cause =
  /** It rests, or follows, after another piece. */
  | { kind: 'lag'; first: string; lag: number; waitMin: number }
  /** Somebody or something is busy with another piece until then. */
  | { kind: 'busy'; first: string; resource: string }
  /** Nobody is there, or the air does not let it, before then. */
  | { kind: 'opens'; resource: string }
  /** It is not here before, or somebody wants it then. */
  | { kind: 'from' }
  | { kind: 'fixed' }
  /** What comes after it would come too late for its window, were it begun now. */
  | { kind: 'window'; then: string }
  /** Nothing: it may begin now. */
  | { kind: 'free' };

/** Moments are the same within this, min. */
const SAME_MIN = 1.5;

/** Why a piece of work begins when it does: the latest of its reasons. */
export function causeOf(network: Network, s: Schedule, id: string, p: Prepared = prepare(network)): Cause {
  const i = network.activities.findIndex((a) => a.id === id);
  const a = network.activities[i];
  const start = s.starts.get(id);
  if (!a || start === undefined) return { kind: 'free' };
  if (a.fixedMin !== undefined) return { kind: 'fixed' };
  const mode = (p.modes[i] ?? []).find((m) => m.by === s.by.get(id)) ?? p.modes[i]?.[0];
  const reasons: { atMin: number; cause: Cause }[] = [];
  network.lags.forEach((l, lag) => {
    const ended = s.ends.get(l.first);
    if (l.then === id && ended !== undefined)
      reasons.push({ atMin: ended + l.minMin, cause: { kind: 'lag', first: l.first, lag, waitMin: l.minMin } });
    const then = s.starts.get(l.then);
    if (
      l.first === id &&
      l.maxMin !== undefined &&
      then !== undefined &&
      then - l.maxMin > start - SAME_MIN + a.minutes - 1
    )
      reasons.push({ atMin: then - l.maxMin - a.minutes, cause: { kind: 'window', then: l.then } });
  });
  if (a.fromMin !== undefined) reasons.push({ atMin: a.fromMin, cause: { kind: 'from' } });
  for (const { resource } of mode?.uses ?? []) {
    const r = network.resources[resource];
    if (r?.capacity === undefined) continue;
    for (const [k, b] of network.activities.entries()) {
      const ended = s.ends.get(b.id);
      if (b.id === id || ended === undefined || ended > start + SAME_MIN) continue;
      const its = (p.modes[k] ?? []).find((m) => m.by === s.by.get(b.id)) ?? p.modes[k]?.[0];
      if (its?.uses.some((u) => u.resource === resource))
        reasons.push({ atMin: ended, cause: { kind: 'busy', first: b.id, resource: r.id } });
    }
  }
  // Of what is over by then, the latest from which it would begin no sooner: nothing that is open lies between.
  const from = reasons
    .filter((r) => r.atMin <= start + SAME_MIN && nextFit(a, mode?.open, r.atMin) >= start - SAME_MIN)
    .sort((x, y) => y.atMin - x.atMin || rank(x.cause) - rank(y.cause));
  const [last] = from;
  if (last) return last.cause;
  const opens = (mode?.uses ?? []).find(({ resource }) =>
    network.resources[resource]?.open?.some(([f]) => Math.abs(f - start) < SAME_MIN),
  );
  const opening = opens && network.resources[opens.resource];
  return opening && start > SAME_MIN ? { kind: 'opens', resource: opening.id } : { kind: 'free' };
}

/** Of two reasons at the same moment the rest of a coat says more than that somebody was busy. */
const rank = (c: Cause): number => ['fixed', 'from', 'window', 'lag', 'busy', 'opens', 'free'].indexOf(c.kind);

/** One link of what decides the end, from its beginning to its end. */
export interface ChainLink {
  id: string;
  cause: Cause;
}

/** What decides when all is done: from what may begin now to what ends last, each because of the one before it. */
export function decidingChain(network: Network, s: Schedule): ChainLink[] {
  const p = prepare(network);
  let at: string | undefined;
  let last = -1;
  for (const [id, end] of s.ends) if (end > last) [at, last] = [id, end];
  const chain: ChainLink[] = [];
  const seen = new Set<string>();
  while (at !== undefined && !seen.has(at)) {
    seen.add(at);
    const cause = causeOf(network, s, at, p);
    chain.unshift({ id: at, cause });
    at = cause.kind === 'lag' || cause.kind === 'busy' ? cause.first : undefined;
  }
  return chain;
}
