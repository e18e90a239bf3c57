import { fail, ok, type FieldProblem, type Result } from '../result';

type Raw = Record<string, unknown>;
const isRaw = (x: unknown): x is Raw => typeof x === 'object' && x !== null && !Array.isArray(x);

/**
 * Version 1 of an event wrote a coat's film as the total of all its coats (`totalUm`), and humidity in per cent.
 * Version 2 has the film of one coat, and humidity as a fraction.
 */
export function eventFrom1(raw: unknown): unknown {
  if (!isRaw(raw)) return raw;
  const e: Raw = { ...raw };
  if (
    (e.kind === 'coated' || e.kind === 'treated') &&
    typeof e.totalUm === 'number' &&
    typeof e.coats === 'number' &&
    e.coats > 0
  ) {
    e.filmUm = e.totalUm / e.coats;
    delete e.totalUm;
  }
  if (isRaw(e.air) && typeof e.air.rhPct === 'number') {
    const { rhPct, ...rest } = e.air;
    e.air = { ...rest, rh: (rhPct as number) / 100 };
  }
  if (e.kind === 'replaced') e.by = eventFrom1(e.by);
  return e;
}

/** Each step takes a file of its version to the next one. */
const STEPS: Record<number, (file: Raw) => Raw> = {
  1: (file) => ({
    ...file,
    version: 2,
    events: Array.isArray(file.events) ? file.events.map(eventFrom1) : file.events,
  }),
  // Version 3 only adds: drawings, marks, level, decisions, bags, links, staging.
  2: (file) => ({ ...file, version: 3 }),
  // Version 4 only adds: outlines of marks, repairs that end a temporary one.
  3: (file) => ({ ...file, version: 4 }),
};
const CURRENT = 4;

/** Brings a job file of any known version to the current one, without judging its contents. */
export function migrateJobFile(raw: unknown): Result<Raw, FieldProblem[]> {
  if (!isRaw(raw) || raw.format !== 'stratocoat-job')
    return fail([{ path: 'format', message: 'This is not a Stratocoat job file' }]);
  let file = raw;
  if (typeof file.version !== 'number' || !Number.isInteger(file.version) || file.version < 1)
    return fail([{ path: 'version', message: 'The version of the file is missing' }]);
  if (file.version > CURRENT)
    return fail([
      {
        path: 'version',
        message: `This file is of version ${file.version}; this app reads up to ${CURRENT}. Update the app, then import again.`,
      },
    ]);
  for (let v = file.version as number; v < CURRENT; v++) file = STEPS[v]!(file);
  return ok(file);
}
