/** The outcome of something that can fail on what a user typed or imported. Exceptions are for faults only. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });

/** One thing wrong with one field, in words for the person who typed it. `path` is dotted, '' for the whole. */
export interface FieldProblem {
  path: string;
  message: string;
}

/** Closes an exhaustive `switch`: the compiler proves that it is never reached. */
export function never(x: never): never {
  throw new Error(`Unexpected value ${JSON.stringify(x)}`);
}
