import { array, number, object, string, type TestContext } from 'yup';
import { isQuantity, type Quantity } from '../units/convert';
import { pair, phrase, type Message } from '../units/phrase';

/** Farther out than this no panel reaches, mm. */
const MAX_COORDINATE_MM = 20_000;

/** A number that is one. */
export const finite = (label: string) =>
  number()
    .typeError(`${label}: a number is needed`)
    .test('finite', `${label}: a number is needed`, (v) => v === undefined || Number.isFinite(v));
/** A number that must lie between two bounds, both allowed, with one plain sentence when it does not. */
export const between = (label: string, min: number, max: number, unit: Quantity | OtherUnit = '') =>
  finite(label).test('between', (v, context) =>
    v === undefined || !Number.isFinite(v) || (v >= min && v <= max)
      ? true
      : complain(context, betweenText(label, min, max, unit)),
  );

/** Units that are the same everywhere. */
type OtherUnit = '' | 'min';

const betweenText = (label: string, min: number, max: number, unit: Quantity | OtherUnit): Message =>
  isQuantity(unit)
    ? phrase`${label} must be between ${pair(unit, min, max, ' and ')}`
    : `${label} must be between ${min} and ${max}${unit && ` ${unit}`}`;

/** Yup carries strings; a phrase travels beside its own metric words, see `validated`. */
export const complain = (context: TestContext, text: Message, path?: string) =>
  context.createError({ message: String(text), params: { text }, ...(path !== undefined && { path }) });
/** Records are of the time in which there are such apps, ms. */
export const TIME_MS = { min: Date.UTC(1980, 0, 1), max: Date.UTC(2200, 0, 1) } as const;
/** A moment, ms since 1970. */
export const moment = (label: string) =>
  number()
    .strict()
    .typeError(`${label}: a time is needed`)
    .test('finite', `${label}: a time is needed`, (v) => v === undefined || Number.isFinite(v))
    .min(TIME_MS.min, `${label} is before 1980`)
    .max(TIME_MS.max, `${label} is after 2200`);

const machineName = (label: string) =>
  string().strict().typeError(`${label} is missing`).required(`${label} is missing`).max(80, `${label} is too long`);
/** A name that a machine gives, up to 80 signs: it stands in addresses and in keys of the store. */
export const id = (label: string) =>
  machineName(label).matches(
    /^(?!\.{1,2}$)[^\s/\\?#%\p{C}]+$/u,
    `${label} '\${value}' has signs that an id cannot have`,
  );
/** The name of a layer: that of the entry which laid it, perhaps with its number behind #. */
export const layerId = (label: string) =>
  machineName(label).matches(
    /^(?!\.{1,2}$)[^\s/\\?#%\p{C}]+(#\d{1,3})?$/u,
    `${label} '\${value}' has signs that an id cannot have`,
  );
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
    x: between(what, -MAX_COORDINATE_MM, MAX_COORDINATE_MM, 'thickness').required(`${what} is missing`),
    y: between(what, -MAX_COORDINATE_MM, MAX_COORDINATE_MM, 'thickness').required(`${what} is missing`),
  }).noUnknown(`${what} has a field that is not known: \${unknown}`);

/** What is wrong with a corner: its field and why. By hand, since a drawing has thousands and is checked at every change. */
function cornerProblem(c: unknown): { field: string; message: Message } | undefined {
  if (typeof c !== 'object' || c === null) return { field: '', message: 'Corner is missing' };
  for (const k of Object.keys(c))
    if (k !== 'x' && k !== 'y') return { field: '', message: `Corner has a field that is not known: ${k}` };
  for (const k of ['x', 'y'] as const) {
    const v = (c as { x?: unknown; y?: unknown })[k];
    if (v === undefined) return { field: `.${k}`, message: 'Corner is missing' };
    if (typeof v !== 'number' || !Number.isFinite(v)) return { field: `.${k}`, message: 'Corner: a number is needed' };
    if (Math.abs(v) > MAX_COORDINATE_MM)
      return { field: `.${k}`, message: betweenText('Corner', -MAX_COORDINATE_MM, MAX_COORDINATE_MM, 'thickness') };
  }
  return undefined;
}

/** Corners of an outline. */
/** @param least 3 for what goes round something, 2 for a line */
export const outlineOf = (maxCorners = 400, least = 3) =>
  array()
    .strict()
    .typeError('Corners must be a list')
    .max(maxCorners, `More than ${maxCorners} corners`)
    .min(least, `An outline needs at least ${least === 2 ? 'two' : 'three'} corners`)
    .test('corners', (value, context) => {
      for (const [i, c] of (value ?? []).entries()) {
        const bad = cornerProblem(c);
        if (bad) return complain(context, bad.message, `${context.path}[${i}]${bad.field}`);
      }
      return true;
    });
