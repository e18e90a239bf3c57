import type { FieldProblem, LoggableKind } from '@/core';
import type { Texts } from './draft';

/** A sheet that was left before its entry was through, and whose entry could not be kept: what stood on it, and why. */
export interface ReturnedSheet {
  kind: LoggableKind;
  /** What somebody typed or picked on it. */
  touched: Partial<Texts>;
  /** The air was asked for. */
  airAsked: boolean;
  problems: readonly FieldProblem[];
}

/** In memory: where storage is full nothing else takes it. */
const sheets = new Map<string, ReturnedSheet>();

/** Under which name a sheet comes back. @param zones the zones that it was about */
export const sheetName = (jobId: string, zones: readonly string[]): string => `${jobId}/${zones.join()}`;

export const returnSheet = (name: string, sheet: ReturnedSheet): void => void sheets.set(name, sheet);

export const returnedSheet = (name: string): ReturnedSheet | undefined => sheets.get(name);

export const forgetReturned = (name: string): void => void sheets.delete(name);
