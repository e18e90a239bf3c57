import { array, lazy, object, type AnyObject, type Schema } from 'yup';
import { keysOf } from '../keysOf';
import { between, finite, oneOf, pointOf, text } from '../validation/fields';
import {
  LAST_COATS,
  READ_BY,
  READ_LIGHTS,
  READ_ON,
  READ_SURFACE,
  THINNER_SPEEDS,
  type ColourValues,
} from './colourRead';
import { FACES } from './job';

/** Reflectance over this is a slip: flake mirrors up to about 3. Per cent typed as a fraction is caught by it. */
const MOST_REFLECTANCE = 4;
const figures = (label: string, least: number, most: number, says: string) =>
  finite(label)
    .strict()
    .required(`${label} is missing`)
    .test('within', says, (v) => v === undefined || (v >= least && v <= most));
const labFigures = (label: string) =>
  array()
    .strict()
    .typeError(`${label} must be L*, a* and b*`)
    .length(3, `${label} must be L*, a* and b*`)
    .of(figures(label, -200, 200, `${label}: −200 to 200`))
    .required(`${label} is missing`);
const angle = () => between('Angle', 0, 180).required('Angle is missing');
const readingsOf = (inner: Schema) =>
  array()
    .strict()
    .typeError('Readings must be a list')
    .min(1, 'There is no reading')
    .max(20, 'More than 20 readings of one place')
    .of(
      array()
        .strict()
        .of(inner)
        .required('A reading is missing')
        .test('angles', 'A reading has more or fewer angles than there are', (v, { from }) => {
          const { anglesDeg } = (from?.[0]?.value ?? {}) as { anglesDeg?: unknown[] };
          return v.length === anglesDeg?.length;
        }),
    )
    .required('Readings are missing');
const anglesDeg = () =>
  array()
    .strict()
    .typeError('Angles must be a list')
    .min(1, 'There is no angle')
    .max(12, 'More than 12 angles')
    .of(angle())
    .required('Angles are missing');
const VALUES: Record<ColourValues['form'], AnyObject> = {
  spectra: {
    anglesDeg: anglesDeg(),
    readings: readingsOf(
      array()
        .strict()
        .length(31, 'A spectrum has 31 figures, 400 to 700 nm by 10 nm')
        .of(
          figures(
            'Reflectance',
            0,
            MOST_REFLECTANCE,
            'Reflectance is a fraction: 0 to 4 (per cent is a hundred times that)',
          ),
        )
        .required('A spectrum is missing'),
    ),
  },
  lab: { anglesDeg: anglesDeg(), readings: readingsOf(labFigures('CIELAB')) },
  difference: {
    seen: array()
      .strict()
      .typeError('What was seen must be a list')
      .min(1, 'Nothing was seen')
      .max(40, 'More than 40 differences')
      .of(
        object({
          angleDeg: angle(),
          light: oneOf('Light', READ_LIGHTS).required('Light is missing'),
          lab: labFigures('Difference'),
          spread: labFigures('Spread'),
        }).noUnknown('A difference has a field that is not known: ${unknown}'),
      )
      .required('What was seen is missing'),
    coarser: between('Coarser', -3, 3),
  },
};
/** A reading of colour, in each of its forms. */
export const colourRead = object({
  colour: text('Colour', 80).required('Say which colour it is'),
  by: oneOf('How it was read', keysOf(READ_BY)).required('Say how it was read'),
  on: oneOf('On what', keysOf(READ_ON)).required('Say on what it was read'),
  surface: oneOf('Surface', keysOf(READ_SURFACE)),
  where: text('Where', 120),
  at: pointOf('Place').default(undefined),
  face: oneOf('Face', FACES),
  values: lazy((v: unknown) => {
    const form = (v as { form?: keyof typeof VALUES } | undefined)?.form;
    return object({
      form: oneOf('Form of the values', keysOf(VALUES)).required('Form of the values is missing'),
      ...(form && VALUES[form]),
    })
      .required('Values are missing')
      .noUnknown('Values have a field that is not known: ${unknown}');
  }),
})
  .default(undefined)
  .noUnknown('A reading of colour has a field that is not known: ${unknown}');
/** How a coat was sprayed. */
export const sprayedHow = object({
  thinner: oneOf('Thinner', keysOf(THINNER_SPEEDS)),
  distanceMm: between('Distance of the gun', 50, 600, 'thickness'),
  lastCoat: oneOf('Last coat', keysOf(LAST_COATS)),
  who: text('Who', 60),
})
  .default(undefined)
  .noUnknown('How it was sprayed has a field that is not known: ${unknown}');
