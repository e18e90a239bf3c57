import {
  fail,
  ok,
  type FieldProblem,
  type LoggableKind,
  type PlainEvent,
  type Product,
  type Result,
  type UnitSystem,
} from '@/core';
import type { Entry, LogCommand, OpenJob } from '@/data';
import { readNumber } from '@/ui/numbers';
import { correctionOf, payloadOf, readAir, withContext, type Texts } from './draft';
import { readWhen, type Ago } from './when';

/** A log sheet at the moment of saving. */
export interface SheetReading {
  kind: LoggableKind;
  texts: Texts;
  /** What somebody typed or picked, apart from what was suggested. */
  touched: Partial<Texts>;
  product: Product | undefined;
  units: UnitSystem;
  /** The entry that is corrected. */
  old: PlainEvent | undefined;
  open: OpenJob;
  zones: string[];
  /** Whether its kind is work that takes time. */
  timed: boolean;
  airAsked: boolean;
  /** Faults that a repair deals with. */
  faultIds: readonly string[];
  /** Whether the rules say stop, so that it takes a reason. */
  stopped: boolean;
  nowMs: number;
}

/** When it happened, as it stands on the sheet, ms. */
export const sheetTime = (texts: Texts, nowMs: number): Result<number, { day?: string; time?: string }> =>
  readWhen((texts.ago ?? 'now') as Ago, texts.day ?? '', texts.time ?? '', nowMs);

/**
 * Reads a log sheet into the command that logs it, or says what is wrong under each field's name.
 * Which fields a kind has is the sheet's business (`FIELDS`), and what they may hold the schema's: the command checks it.
 */
export function readSheet(s: SheetReading): Result<{ command: LogCommand; workMin?: number }, FieldProblem[]> {
  const { kind, texts, touched, units, old, timed, faultIds } = s;
  const { temp = '', rh = '', surface = '', workMin = '' } = texts;
  // A time that nobody touched keeps its seconds, and air the digits that it was read with.
  const keepsTime = old && texts.ago === 'other' && !touched.day && !touched.time;
  const keepsAir = old?.air && (['temp', 'rh', 'surface'] as const).every((f) => touched[f] === undefined);
  const at = keepsTime ? ok(old.atMs) : sheetTime(texts, s.nowMs);
  const payload = payloadOf(kind, texts, s.product, units);
  const air = s.airAsked && !keepsAir ? readAir({ temp, rh, surface }, units) : ok(undefined);
  const time = timed ? readNumber(workMin, { plain: true }, units, true) : ok(undefined);
  const reason = (texts.reason ?? '').trim();
  const note = (texts.note ?? '').trim();
  const problems: FieldProblem[] = [
    ...(time.ok ? [] : [{ path: 'workMin', message: time.error }]),
    ...(at.ok ? [] : Object.entries(at.error).map(([path, message]) => ({ path, message }))),
    ...(payload.ok ? [] : payload.error),
    ...(air.ok ? [] : air.error),
    ...(s.stopped && !reason
      ? [{ path: 'against', message: 'Say why in a few words; it is kept with the entry' }]
      : []),
  ];
  if (problems.length > 0 || !at.ok || !payload.ok || !time.ok || !air.ok) return fail(problems);
  const entry = {
    kind,
    ...((texts.ago !== 'now' || old) && { atMs: at.value }),
    zoneIds: s.zones,
    ...withContext(kind, payload.value, s.open, s.zones),
    ...(kind === 'repaired' && faultIds.length > 0 && { faultIds }),
    ...(air.value && { air: air.value }),
    ...(note && { note }),
    ...(time.value !== undefined && { workMin: time.value }),
    ...(s.stopped && { against: reason }),
  } as Entry;
  return ok({
    command: old ? { correct: old.id, by: correctionOf(old, kind, { ...entry }) } : { log: entry },
    ...(time.value !== undefined && { workMin: time.value }),
  });
}
