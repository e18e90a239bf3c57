/**
 * Two forms of one thing, each with the moment at which it was last changed: of the two the one changed last counts, and at the same moment the same
 * one on every device (a last-writer-wins register: Shapiro et al. 2011, section 3.2).
 */

type Fields = Record<string, unknown>;
export const fieldsOf = (x: object): Fields => x as Fields;

/** A value in one way of writing, whatever the order of its fields. */
export function canonical(v: unknown): string {
  if (v === undefined) return '';
  return JSON.stringify(v, (_, x: unknown) =>
    typeof x === 'object' && x !== null && !Array.isArray(x)
      ? Object.fromEntries(Object.entries(x).sort(([a], [b]) => (a < b ? -1 : 1)))
      : x,
  );
}
export const isSame = (a: unknown, b: unknown): boolean => a === b || canonical(a) === canonical(b);

/** Every field that either has. */
export const namesIn = (a: object, b: object): string[] => [...new Set([...Object.keys(a), ...Object.keys(b)])].sort();

/** Which of two forms of a part counts: what was changed last; at the same moment the same one on every device. */
export const laterOf = (aMs: number, a: unknown, bMs: number, b: unknown): 'a' | 'b' =>
  aMs !== bMs ? (aMs > bMs ? 'a' : 'b') : canonical(a) >= canonical(b) ? 'a' : 'b';

/** Moments of both sides: of each part the later one. */
export function mergeMoments(
  a: Readonly<Record<string, number>> = {},
  b: Readonly<Record<string, number>> = {},
): Record<string, number> {
  const out = new Map(Object.entries(a));
  for (const [part, ms] of Object.entries(b)) out.set(part, Math.max(ms, out.get(part) ?? 0));
  return Object.fromEntries(out);
}

/** Fields of two forms, each as the side has it that changed it last. @param momentOf when a side changed a field, ms */
export function mergeFields(
  a: object,
  b: object,
  momentOf: (side: 'a' | 'b', field: string) => number,
  without: readonly string[] = [],
): Fields {
  const out: Fields = {};
  for (const k of namesIn(a, b)) {
    if (without.includes(k)) continue;
    const [x, y] = [fieldsOf(a)[k], fieldsOf(b)[k]];
    const v = laterOf(momentOf('a', k), x, momentOf('b', k), y) === 'a' ? x : y;
    if (v !== undefined) out[k] = v;
  }
  return out;
}
