import type { FieldProblem } from '../result';

/** Deeper than this nothing of ours is nested. */
const DEEPEST = 16;

/**
 * The first list that is longer than it may be, or something nested too deep: said before members are looked at, so that a list of a
 * million is refused as soon as one of ten.
 * @param most how many members lists of some names may have @param otherwise and any other
 */
export function overlong(
  raw: unknown,
  most: Readonly<Record<string, number>>,
  otherwise: number,
  path = '',
  depth = 0,
): FieldProblem | undefined {
  if (typeof raw !== 'object' || raw === null) return undefined;
  if (depth > DEEPEST) return { path, message: 'It is nested deeper than anything that this app writes' };
  if (Array.isArray(raw)) {
    const field = /([^.[\]]*)(\[\d+\])*$/.exec(path)?.[1] ?? '';
    const limit = most[field] ?? otherwise;
    if (raw.length > limit) return { path, message: `There are ${raw.length} here; at most ${limit} may be` };
    for (const [i, member] of raw.entries()) {
      if (typeof member !== 'object' || member === null) continue;
      const found = overlong(member, most, otherwise, `${path}[${i}]`, depth + 1);
      if (found) return found;
    }
    return undefined;
  }
  for (const [k, v] of Object.entries(raw)) {
    if (typeof v !== 'object' || v === null) continue;
    const found = overlong(v, most, otherwise, path ? `${path}.${k}` : k, depth + 1);
    if (found) return found;
  }
  return undefined;
}
