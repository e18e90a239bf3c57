import { KINDS } from '../log/event';
import type { AccessLink } from '../log/job';
import type { Block } from './blocks';
import type { Activity, Lag } from './network';

/** What has to be done on one panel before something is done on another, as lags between their blocks. */
export function linkLags(l: AccessLink, chains: readonly (readonly Block[])[], nodeOf: (b: Block) => string): Lag[] {
  if (l.kind !== 'before') return [];
  const blocksWith = ({ panelId, kind }: AccessLink['first']) =>
    chains.flatMap((c) => {
      const step = KINDS[kind].step;
      const all = c.filter(
        (b) => step !== null && b.panelIds.includes(panelId) && b.steps.some((x) => x.kind === step),
      );
      return all.length > 0 ? [all] : [];
    });
  return blocksWith(l.first).flatMap((firsts) =>
    blocksWith(l.then).flatMap((thens): Lag[] => {
      // The last time that it is still to be done there, before the first time here.
      const [first, then] = [firsts[firsts.length - 1], thens[0]];
      return first && then && nodeOf(first) !== nodeOf(then)
        ? [{ first: nodeOf(first), then: nodeOf(then), minMin: 0 }]
        : [];
    }),
  );
}

/** Lags without those that would close a ring with what stands before them: two links that contradict each other hold nothing up. */
export function withoutRings<L extends Lag>(activities: readonly Activity[], lags: readonly L[]): L[] {
  const next = new Map<string, string[]>();
  const reaches = (from: string, to: string): boolean => {
    const seen = new Set<string>();
    const stack = [from];
    for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
      if (at === to) return true;
      if (seen.has(at)) continue;
      seen.add(at);
      stack.push(...(next.get(at) ?? []));
    }
    return false;
  };
  const ids = new Set(activities.map((a) => a.id));
  return lags.filter((l) => {
    if (!ids.has(l.first) || !ids.has(l.then) || reaches(l.then, l.first)) return false;
    next.set(l.first, [...(next.get(l.first) ?? []), l.then]);
    return true;
  });
}
