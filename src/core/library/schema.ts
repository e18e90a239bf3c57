import { array, lazy, mixed, object, string } from 'yup';
import { between, TIME_MS } from '../validation/fields';
import { validated } from '../validation/validated';
import { fail, type FieldProblem, type Result } from '../result';
import { SHEENS } from './finish';
import { MECHANISMS, PRODUCT_FAMILIES, STAGES, type Product } from './product';

const name = (label: string) =>
  string()
    .strict()
    .typeError(`${label} must be text`)
    .trim()
    .required(`${label} is missing`)
    .max(80, `${label} is longer than 80 signs`);
const need = (label: string, min: number, max: number, unit?: Parameters<typeof between>[3]) =>
  between(label, min, max, unit).required(`${label} is missing`);
const known = <T extends string>(label: string, values: readonly T[]) =>
  string()
    .strict()
    .oneOf([...values], `${label} '\${value}' is not one that is known`)
    .required(`${label} is missing`);

const MOST_MOMENTS = 60;
const areMoments = (v: unknown): boolean =>
  v === undefined ||
  (typeof v === 'object' &&
    v !== null &&
    !Array.isArray(v) &&
    Object.keys(v).length <= MOST_MOMENTS &&
    Object.values(v).every((ms) => typeof ms === 'number' && ms >= TIME_MS.min && ms <= TIME_MS.max));

const DOSES = {
  tube: object({
    by: known('Dose', ['tube']),
    tubeG: need('Tube', 0.1, 100_000, 'mass'),
    toG: need('To how much', 0.1, 1_000_000, 'mass'),
  }).noUnknown('Dose has a field that is not known: ${unknown}'),
  drops: object({
    by: known('Dose', ['drops']),
    drops: need('Drops', 1, 10_000),
    toG: need('To how much', 0.1, 1_000_000, 'mass'),
    dropMl: need('One drop', 0.005, 1),
  }).noUnknown('Dose has a field that is not known: ${unknown}'),
  percent: object({
    by: known('Dose', ['percent']),
    rows: array()
      .strict()
      .of(
        object({
          tempC: need('Temperature', -20, 80, 'temp'),
          fraction: need('Share', 0.0001, 2),
        }).noUnknown('Dose has a field that is not known: ${unknown}'),
      )
      .min(1, 'At least one temperature')
      .max(12, 'At most twelve temperatures')
      .required('Temperatures are missing')
      .test('rising', 'Temperatures must rise, each once', (rows) =>
        rows.every((r, i) => i === 0 || r.tempC > rows[i - 1]!.tempC),
      ),
  }).noUnknown('Dose has a field that is not known: ${unknown}'),
};

const SCHEMA = object({
  id: name('Product id'),
  name: name('Name'),
  family: known('Family', PRODUCT_FAMILIES),
  mechanism: known('How it dries', MECHANISMS),
  ratioBy: known('Ratio', ['volume', 'weight']),
  parts: array()
    .strict()
    .of(
      object({
        name: name('Part'),
        parts: need('Ratio', 0.01, 1000),
        densityKgL: need('Density', 0.3, 8, 'density'),
        volumeSolids: need('Solids', 0, 1),
        vocGL: need('VOC', 0, 1200, 'solvent'),
        pricePerL: need('Price', 0, 10_000),
      }).noUnknown('Part has a field that is not known: ${unknown}'),
    )
    .min(1, 'At least one part')
    .max(5, 'At most five parts')
    .required('Parts are missing'),
  dose: lazy((v: { by?: unknown } | undefined) => {
    if (v === undefined) return mixed().notRequired();
    const by = v.by;
    return typeof by === 'string' && Object.hasOwn(DOSES, by)
      ? DOSES[by as keyof typeof DOSES]
      : mixed().test('dose', 'Dose is not one that is known', () => false);
  }),
  thinning: object({
    of: known('Thinner of', ['paint', 'total']),
    defaultFraction: need('Thinner', 0, 2),
    minFraction: need('Least thinner', 0, 2),
    maxFraction: need('Most thinner', 0, 2),
    densityKgL: need('Density', 0.3, 8, 'density'),
    vocGL: need('VOC', 0, 1200, 'solvent'),
    pricePerL: need('Price', 0, 10_000),
  })
    .default(undefined)
    .noUnknown('Thinner has a field that is not known: ${unknown}'),
  potLifeMin: between('Pot life', 1, 100_000, 'min'),
  stages: array()
    .strict()
    .of(
      object({
        stage: known('Stage', STAGES),
        opensMin: need('Time', 0, 200_000, 'min'),
        closesMin: between('Window', 0, 400_000, 'min').test(
          'after',
          'A window must close after it opens',
          (v, c) => v === undefined || v > (c.parent as { opensMin: number }).opensMin,
        ),
        mechanism: string()
          .strict()
          .oneOf([...MECHANISMS], 'How it dries is not one that is known'),
      }).noUnknown('Stage has a field that is not known: ${unknown}'),
    )
    .required('Stages are missing'),
  film: object({
    nominalUm: need('Nominal film', 0.5, 10_000, 'film'),
    minUm: need('Least film', 0.1, 10_000, 'film'),
    maxUm: need('Most film', 0.5, 20_000, 'film'),
    maxTotalUm: need('Most film in all', 0.5, 20_000, 'film'),
  })
    .required('Film is missing')
    .noUnknown('Film has a field that is not known: ${unknown}'),
  coats: need('Coats', 1, 12),
  limits: object({
    minTempC: need('Lowest temperature', -20, 60, 'temp'),
    maxTempC: need('Highest temperature', -20, 80, 'temp').test(
      'over',
      'Highest temperature must be over the lowest',
      (v, c) => v === undefined || v > (c.parent as { minTempC: number }).minTempC,
    ),
    maxRh: need('Highest humidity', 0.05, 1),
  })
    .required('Limits are missing')
    .noUnknown('Limits have a field that is not known: ${unknown}'),
  suits: string().strict().oneOf(['metal', 'plastic', 'any'], 'What it suits is not one that is known'),
  speed: string().strict().oneOf(['fast', 'medium', 'slow'], 'Speed is not one that is known'),
  rateFactor: between('Rate', 0.1, 10),
  cureStopsBelowC: between('Cure stops below', -30, 40, 'temp'),
  colourHex: string()
    .strict()
    .matches(/^#[0-9a-f]{6}$/i, 'Colour must look like #a1b2c3'),
  sheen: string()
    .strict()
    .oneOf([...SHEENS], 'Sheen is not one that is known'),
  basis: known('Basis', ['generic', 'sheet']),
  copiedFrom: string().strict().max(80),
  stated: array().strict().of(string().strict().required().max(60)).max(100, 'More than 100 figures'),
  // Since version 14.
  changed: mixed<Record<string, number>>().test('moments', 'When its parts were changed cannot be read', areMoments),
})
  .strict()
  .noUnknown('There is a field that is not known: ${unknown}');

/** Checks a product from a form or a file. Refused parts are named by field. */
export function parseProduct(raw: unknown): Result<Product, FieldProblem[]> {
  if (typeof raw !== 'object' || raw === null) return fail([{ path: '', message: 'A product is missing' }]);
  return validated<Product>(SCHEMA, raw);
}
