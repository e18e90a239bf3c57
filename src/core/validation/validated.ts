import { ValidationError, type AnyObject, type ObjectSchema } from 'yup';
import { fail, ok, type FieldProblem, type Result } from '../result';
import type { Message } from '../units/phrase';

/** Runs a Yup schema and turns its complaints into field problems. */
export function validated<T>(
  schema: { validateSync: ObjectSchema<AnyObject>['validateSync'] },
  raw: unknown,
): Result<T, FieldProblem[]> {
  try {
    schema.validateSync(raw, { abortEarly: false });
    return ok(raw as T);
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    const inner = e.inner.length > 0 ? e.inner : [e];
    return fail(
      inner.map((p) => ({ path: p.path ?? '', message: (p.params?.text as Message | undefined) ?? p.message })),
    );
  }
}
