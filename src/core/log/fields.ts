import { array, number, object, string } from 'yup';

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
export const pointOf = (what: string, mostMm = 20_000) =>
  object({
    x: between(what, -mostMm, mostMm, 'mm').required(`${what} is missing`),
    y: between(what, -mostMm, mostMm, 'mm').required(`${what} is missing`),
  }).noUnknown(`${what} has a field that is not known: \${unknown}`);

/** Corners of an outline. */
export const outlineOf = (most = 400) =>
  array()
    .strict()
    .typeError('Corners must be a list')
    .max(most, `More than ${most}: corners`)
    .of(pointOf('Corner'))
    .min(3, 'An outline needs at least three corners');
