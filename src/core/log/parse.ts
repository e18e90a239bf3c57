import type { AnyObject, ObjectSchema } from 'yup';
import { fail, type FieldProblem, type Result } from '../result';
import { overlong } from '../validation/lists';
import { validated } from '../validation/validated';

/** Heights on a grid are the longest list that an entry has. */
const LONGEST = { mm: 40_000 };

/**
 * How records of a log are checked when they come from outside: each by the schema of its kind.
 * @param schemas one a kind
 * @param what names a record in a sentence: 'An event'
 * @returns a function that gives the record, or every field that is wrong with a sentence for it
 */
export function recordParser<E>(schemas: Readonly<Record<string, ObjectSchema<AnyObject>>>, what: string) {
  return (raw: unknown): Result<E, FieldProblem[]> => {
    if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
      return fail([{ path: '', message: `${what} is missing` }]);
    const kind = (raw as { kind?: unknown }).kind;
    const schema = typeof kind === 'string' && Object.hasOwn(schemas, kind) ? schemas[kind] : undefined;
    const tooLong = overlong(raw, LONGEST, 1000);
    if (tooLong) return fail([tooLong]);
    if (schema) return validated<E>(schema, raw);
    return fail([
      {
        path: 'kind',
        message: kind === undefined ? 'Kind of event is missing' : `Kind of event '${String(kind)}' is not known`,
      },
    ]);
  };
}
