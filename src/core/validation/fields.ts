import { array, number, object, string } from 'yup';

/** Farther out than this no panel reaches, mm. */
const MAX_COORDINATE_MM = 20_000;

/** A number that is one. */
export const finite = (label: string) =>
  number()
    .typeError(`${label}: a number is needed`)
    .test('finite', `${label}: a number is needed`, (v) => v === undefined || Number.isFinite(v));
/** A number that must lie between two bounds, both allowed, with one plain sentence when it does not. */
export const between = (label: string, min: number, max: number, unit = '') => {
  const text = `${label} must be between ${min} and ${max}${unit && ` ${unit}`}`;
  return finite(label).min(min, text).max(max, text);
};
/** A name that a machine gives, up to 80 signs. */
export const id = (label: string) =>
  string().strict().typeError(`${label} is missing`).required(`${label} is missing`).max(80, `${label} is too long`);
/** Words of a person. */
export const text = (label: string, max: number) =>
  string().strict().typeError(`${label} must be text`).max(max, `${label} is longer than ${max} signs`);
/** One of a list of words. */
export const oneOf = <T extends string>(label: string, values: readonly T[]) =>
  string()
    .strict()
    .typeError(`${label} is not one that is known`)
    .oneOf([...values], `${label} '\${value}' is not one that is known`);

/** A place on a drawing. @param what names it in a sentence */
export const pointOf = (what: string) =>
  object({
    x: between(what, -MAX_COORDINATE_MM, MAX_COORDINATE_MM, 'mm').required(`${what} is missing`),
    y: between(what, -MAX_COORDINATE_MM, MAX_COORDINATE_MM, 'mm').required(`${what} is missing`),
  }).noUnknown(`${what} has a field that is not known: \${unknown}`);

/** What is wrong with a corner: its field and why. By hand, since a drawing has thousands and is checked at every change. */
function cornerProblem(c: unknown): { field: string; message: string } | undefined {
  if (typeof c !== 'object' || c === null) return { field: '', message: 'Corner is missing' };
  for (const k of Object.keys(c))
    if (k !== 'x' && k !== 'y') return { field: '', message: `Corner has a field that is not known: ${k}` };
  for (const k of ['x', 'y'] as const) {
    const v = (c as { x?: unknown; y?: unknown })[k];
    if (v === undefined) return { field: `.${k}`, message: 'Corner is missing' };
    if (typeof v !== 'number' || !Number.isFinite(v)) return { field: `.${k}`, message: 'Corner: a number is needed' };
    if (Math.abs(v) > MAX_COORDINATE_MM)
      return { field: `.${k}`, message: `Corner must be between ${-MAX_COORDINATE_MM} and ${MAX_COORDINATE_MM} mm` };
  }
  return undefined;
}

/** Corners of an outline. */
export const outlineOf = (maxCorners = 400) =>
  array()
    .strict()
    .typeError('Corners must be a list')
    .max(maxCorners, `More than ${maxCorners} corners`)
    .min(3, 'An outline needs at least three corners')
    .test('corners', (value, context) => {
      for (const [i, c] of (value ?? []).entries()) {
        const bad = cornerProblem(c);
        if (bad) return context.createError({ path: `${context.path}[${i}]${bad.field}`, message: bad.message });
      }
      return true;
    });
