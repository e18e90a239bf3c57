import type { Message } from './units/phrase';

/** The outcome of something that can fail on what a user typed or imported. Exceptions are for faults only. */
export type Result<T, E> = { ok: true; value: T } | { ok: false; error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });

/** One thing wrong with one field, in words for the person who typed it. `path` is dotted, '' for the whole. */
export interface FieldProblem {
  path: string;
  message: Message;
}

/** Closes an exhaustive `switch`: the compiler proves that it is never reached. */
export function assertNever(x: never): never {
  throw new Error(`Unexpected value ${JSON.stringify(x)}`);
}

/** An object without one of its parts. */
export function without<T extends object, K extends keyof T>(whole: T, key: K): Omit<T, K> {
  const { [key]: _, ...rest } = whole;
  return rest;
}

/** A fault that says to a person what was not done and why. */
export class Refusal extends Error {
  constructor(readonly text: Message) {
    super(String(text));
    this.name = 'Refusal';
  }
}

/** What an error says to a person. */
export const errorText = (e: Error): Message => (e instanceof Refusal ? e.text : e.message);
