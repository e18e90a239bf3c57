import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  type AnyObject,
  type ISchema,
  type ObjectSchema,
  type Reference,
} from 'yup';
import { DEFECT_CAUSE_NAMES } from './defectCauses';
import { DEFECT_NAMES } from './defects';
import { MASK_EDGES } from './evening';
import { FAULT_CAUSES, FAULT_KINDS, TREATMENTS } from './marks';
import { PRODUCT_FAMILIES } from '../library/product';
import { recordParser } from './parse';
import { BOUNDS } from './bounds';
import { colourRead, sprayedHow } from './colourSchema';
import type { LogEvent } from './event';
import { between, finite, id, layerId, moment, oneOf, outlineOf, pointOf, text } from '../validation/fields';
import { FACES } from './job';
import { APPLICATION_KINDS } from '../library/application';
import { EVENT_KINDS, GAP_BEFORE_NAMES, KINDS, type EventKind, type FieldOf } from './event';
import { keysOf } from '../keysOf';
import { GRITS, MEASURES, RETURNED_AS, SAND_TOOLS, STRIP_METHODS } from './tools';
import { WORK_ACTS } from './workActs';
import { SUBSTRATE_KINDS } from '../library/substrates';

const grit = () =>
  number()
    .strict()
    .typeError('Grit: a number is needed')
    .oneOf([...GRITS], 'Grit P${value} is not a standard grit');
const film = (label = 'Film') => between(label, BOUNDS.filmUm.min, BOUNDS.filmUm.max, 'film');
const coats = () => between('Coats', BOUNDS.coats.min, BOUNDS.coats.max).integer('Coats: a whole number');
const fraction = (label: string, max = 1) => between(label, 0, max);

const air = object({
  tempC: between('Air temperature', BOUNDS.tempC.min, BOUNDS.tempC.max, 'temp').required('Air temperature is missing'),
  rh: fraction('Humidity').required('Humidity is missing'),
  surfaceTempC: between('Surface temperature', BOUNDS.tempC.min, 90, 'temp'),
})
  .default(undefined)
  .noUnknown('Air has a field that is not known: ${unknown}');

/** Layers that were there, or that somebody else put on. */
const reportedLayers = () =>
  array()
    .strict()
    .typeError('Layers must be a list')
    .of(
      object({
        label: text('Layer name', 80).required('Layer name is missing'),
        family: oneOf('Layer family', PRODUCT_FAMILIES).required('Layer family is missing'),
        filmUm: film('Layer thickness').required('Layer thickness is missing'),
        n: between('Number of the layer', 0, 100).integer('Number of the layer: a whole number'),
      }).noUnknown('Layer has a field that is not known: ${unknown}'),
    )
    .required('Layers are missing')
    .max(40, 'More than 40 layers');
const points = (label: string) =>
  between(label, 1, 200).integer(`${label}: a whole number`).required(`${label} are missing`);
const heights = object({
  nx: points('Readings across'),
  ny: points('Readings down'),
  stepX: between('Distance across', 1, 2000, 'thickness').required('Distance across is missing'),
  stepY: between('Distance down', 1, 2000, 'thickness').required('Distance down is missing'),
  x0: finite('Place').required('Place is missing'),
  y0: finite('Place').required('Place is missing'),
  face: oneOf('Face', FACES).required('Face is missing'),
  mm: array()
    .strict()
    .typeError('Heights must be a list')
    .of(
      mixed<number>()
        .nullable()
        .test(
          'height',
          'A height is a figure within 100 mm, or nothing',
          (v: unknown) => v === null || (typeof v === 'number' && Math.abs(v) <= 100),
        ),
    )
    .required('Heights are missing')
    .test('whole', 'There are more or fewer heights than places', (v, { parent }) => {
      const { nx, ny } = parent as { nx: number; ny: number };
      return v.length === nx * ny;
    }),
})
  .default(undefined)
  .noUnknown('Heights have a field that is not known: ${unknown}');
/** Figures along a gap, each within reason or not read. */
const along = (label: string, least: number, most: number) =>
  array()
    .strict()
    .typeError(`${label} must be a list`)
    .min(3, `${label}: at least 3 places`)
    .max(60, `${label}: more than 60 places`)
    .of(
      mixed<number>()
        .nullable()
        .test(
          'figure',
          `${label}: ${least} to ${most} mm each, or nothing`,
          (v: unknown) => v === null || (typeof v === 'number' && v >= least && v <= most),
        ),
    )
    .required(`${label} are missing`);
const gap = object({
  name: text('Which gap', 80).required('Say which gap it is'),
  lengthMm: between('Length of the gap', 10, 6000, 'thickness').required('Length of the gap is missing'),
  widthMm: along('Widths', 0, 60),
  flushMm: along('Steps', -60, 60).test('whole', 'There are more or fewer steps than widths', (v, { parent }) => {
    const { widthMm } = parent as { widthMm?: unknown[] };
    return v.length === widthMm?.length;
  }),
  agreedMm: between('What it should be', 0, 60, 'thickness').required('What it should be is missing'),
  before: oneOf('Before what', keysOf(GAP_BEFORE_NAMES)).required('Say before what'),
})
  .default(undefined)
  .noUnknown('A gap has a field that is not known: ${unknown}');
/** What an entry took out of a cup. */
const onSpots = () =>
  array()
    .strict()
    .of(id('Spot'))
    .typeError('Spots must be a list')
    .min(1, 'Say on which spots')
    .max(200, 'More than 200 spots');

const cup = () =>
  object({
    batchId: id('Batch'),
    pouredMl: array()
      .strict()
      .of(between('Poured', 0, 200_000, 'volume').required('Poured is missing'))
      .required('Poured is missing')
      .max(6),
    usedMl: between('Used', 0, 200_000, 'volume').required('Used is missing'),
  })
    .default(undefined)
    .noUnknown('Batch has a field that is not known: ${unknown}');
const workMin = () => between('Work time', BOUNDS.workMin.min, BOUNDS.workMin.max);

const common = {
  id: id('Event id'),
  kind: oneOf('Kind of event', EVENT_KINDS).required('Kind of event is missing'),
  atMs: moment('Time').required('Time is missing'),
  writtenMs: moment('Time written').required('Time written is missing'),
  zoneIds: array()
    .of(id('Zone'))
    .strict()
    .typeError('Zones must be a list')
    .required('Zones are missing')
    .max(500, 'More than 500 zones'),
  air,
  note: text('Note', 2000),
  workMin: workMin(),
  against: text('Reason', 500),
  // Since version 16.
  who: text('Who', 40),
};

/** Fields of each kind's payload; those of every kind are in `common`. */
const PAYLOADS: { readonly [K in EventKind]: { readonly [F in FieldOf<K>]-?: ISchema<unknown> | Reference } } = {
  found: {
    substrate: oneOf('Substrate', SUBSTRATE_KINDS).required('Substrate is missing'),
    thicknessUm: between('Panel thickness', 100, 50_000, 'film').required('Panel thickness is missing'),
    layers: reportedLayers(),
    fault: text('Fault', 500),
  },
  marked: {
    fault: oneOf('Fault', FAULT_KINDS).required('Fault is missing'),
    grade: number()
      .strict()
      .typeError('Grade must be 1, 2 or 3')
      .oneOf([1, 2, 3], 'Grade must be 1, 2 or 3')
      .required('Grade is missing'),
    depthMm: between('Depth', 0, 200, 'thickness'),
    sizeMm: between('Size', 1, 5000, 'thickness'),
    cause: oneOf('Cause', FAULT_CAUSES),
    treatment: oneOf('Treatment', TREATMENTS).required('Treatment is missing'),
    face: oneOf('Face', FACES),
    at: pointOf('Place').default(undefined),
    outline: outlineOf(200),
  },
  stripped: {
    to: layerId('What it was stripped to'),
    method: oneOf('Method', STRIP_METHODS).required('Method is missing'),
    grit: grit(),
  },
  blasted: {
    media: text('Media', 80).required('Media is missing'),
    profileUm: between('Profile', 0, 300, 'film').required('Profile is missing'),
    wet: boolean().strict().typeError('Wet must be yes or no').required('Wet must be yes or no'),
    inhibitor: boolean().strict().typeError('Inhibitor must be yes or no'),
    barG: between('Pressure', 0.5, 14, 'pressure'),
    salts: boolean().strict().typeError('Salt must be yes or no'),
  },
  treated: {
    productId: id('Product'),
    coats: coats().required('Coats are missing'),
    filmUm: film().required('Film is missing'),
    batch: cup(),
    on: onSpots(),
  },
  repaired: {
    treatment: oneOf('Treatment', TREATMENTS),
    method: text('What was done', 300).when('treatment', {
      is: undefined,
      then: (s) => s.required('Say what was done'),
    }),
    temporaryMonths: between('Months', 1, 240).integer('Months: a whole number'),
    ends: boolean().strict().typeError('Ends must be yes or no'),
    faultIds: array().strict().of(id('Fault')).typeError('Faults must be a list').max(100, 'More than 100 faults'),
  },
  left: {
    faultIds: array()
      .strict()
      .of(id('Fault'))
      .typeError('Faults must be a list')
      .required('Faults are missing')
      .min(1, 'Say which fault is left')
      .max(100, 'More than 100 faults'),
    byMs: finite('By when')
      .min(0, 'By when is before 1970')
      .max(Date.UTC(2200, 0, 1), 'By when is after 2200'),
  },
  filled: {
    productId: id('Product'),
    filmUm: film('Thickness').required('Thickness is missing'),
    hardenerFraction: fraction('Hardener', 0.1),
    batch: cup(),
    on: onSpots(),
  },
  coated: {
    productId: id('Product'),
    coats: coats().required('Coats are missing'),
    // A bead of sealer is as thick as that.
    filmUm: between('Film of one coat', BOUNDS.filmUm.min, 5000, 'film').required('Film is missing'),
    thinnerFraction: fraction('Thinner', 2),
    hardenerId: id('Hardener').notRequired(),
    application: oneOf('Application', APPLICATION_KINDS).required('Application is missing'),
    colourId: text('Id of the colour', 80),
    colourHex: string()
      .strict()
      .matches(/^#[0-9a-f]{6}$/i, 'Colour must look like #a1b2c3'),
    how: sprayedHow,
    batch: cup(),
    on: onSpots(),
    leftOutCm2: between('What was left out', 0.01, 1_000_000, 'area'),
  },
  guideCoated: { productId: id('Product') },
  sanded: {
    grit: grit().required('Grit is missing'),
    tool: oneOf('Tool', SAND_TOOLS).required('Tool is missing'),
    wet: boolean().strict().typeError('Wet must be yes or no').required('Wet must be yes or no'),
    removedUm: between('Removed', 0, 20_000, 'film').required('Removed is missing'),
    spotsThrough: boolean().strict().typeError('Spots through must be yes or no'),
    through: text('What shows at the spots', 200),
    spotCm2: between('Size of the spots', 0.01, 1_000_000, 'area'),
    on: onSpots(),
  },
  guideRead: {
    grit: grit().required('Grit is missing'),
    tool: oneOf('Tool', SAND_TOOLS).required('Tool is missing'),
    boardMm: between('Board', 20, 2000, 'thickness'),
    face: oneOf('Face', FACES).required('Face is missing'),
    marks: array()
      .strict()
      .typeError('Marks must be a list')
      .max(200, 'More than 200 marks')
      .of(
        object({
          x: finite('Place').required('Place is missing'),
          y: finite('Place').required('Place is missing'),
          showed: oneOf('What it showed', ['low', 'high'] as const).required('Say what it showed'),
        }).noUnknown('A mark has a field that is not known: ${unknown}'),
      )
      .required('Marks are missing'),
    rest: oneOf('The rest', ['even', 'notBlocked'] as const).required('Say how the rest came off'),
  },
  cleaned: { productId: id('Product'), on: onSpots() },
  baked: {
    tempC: between('Bake temperature', BOUNDS.bakeC.min, BOUNDS.bakeC.max, 'temp').required(
      'Bake temperature is missing',
    ),
    minutes: between('Minutes', 1, 10_000).required('Minutes are missing'),
  },
  measured: {
    measure: oneOf('Measure', MEASURES).required('Measure is missing'),
    filmUm: film('Reading').when('measure', { is: 'filmTotal', then: (s) => s.required('Reading is missing') }),
    air: air.when('measure', { is: 'air', then: (s) => s.required('Air reading is missing') }),
    gap: gap.when('measure', { is: 'gap', then: (s) => s.required('The gap is missing') }),
    colour: colourRead.when('measure', { is: 'colour', then: (s) => s.required('The reading is missing') }),
    heights: heights.when('measure', { is: 'heights', then: (s) => s.required('Heights are missing') }),
  },
  polished: {
    grit: grit().required('Grit is missing'),
    removedUm: between('Removed', 0, 100, 'film').required('Removed is missing'),
  },
  masked: {
    what: text('What', 200).required('What was masked is missing'),
    // Since version 16.
    edge: oneOf('Edge of the masking', MASK_EDGES),
    tapeM: between('Tape', 0, 1000),
    paperM2: between('Paper', 0, 1000),
  },
  fitted: { where: text('Where', 200).required('Where is missing') },
  removed: { where: text('Where', 200).required('Where is missing') },
  sentOut: {
    to: text('To whom', 120).required('Say to whom it went'),
    work: text('What is done there', 300),
    dueMs: finite('When it is to be back')
      .min(0, 'When it is to be back is before 1970')
      .max(Date.UTC(2200, 0, 1), 'When it is to be back is after 2200'),
  },
  cameBack: {
    as: oneOf('How it came back', RETURNED_AS).required('Say how it came back'),
    layers: reportedLayers().when('as', {
      is: (as: unknown) => as === 'coated' || as === 'recoated',
      then: (s) => s.min(1, 'Say what was put on'),
      otherwise: (s) => s.max(0, 'Only a part that was coated has new layers'),
    }),
    sprayedMs: finite('When it was sprayed').min(0, 'When it was sprayed is before 1970'),
    baked: boolean().strict().typeError('Baked must be yes or no'),
  },
  // These four since version 16.
  defectMarked: {
    defect: oneOf('Defect', keysOf(DEFECT_NAMES)).required('Say what it is'),
    grade: number()
      .strict()
      .typeError('Grade must be 1, 2 or 3')
      .oneOf([1, 2, 3], 'Grade must be 1, 2 or 3')
      .required('Grade is missing'),
    layer: layerId('Layer').notRequired(),
    sizeMm: between('Size', 0.1, 5000, 'thickness'),
    count: between('How many', 1, 10_000).integer('How many: a whole number'),
    face: oneOf('Face', FACES),
    at: pointOf('Place').default(undefined),
  },
  defectGone: {
    defectIds: array()
      .strict()
      .of(id('Defect'))
      .typeError('Defects must be a list')
      .min(1, 'Say which defects are gone')
      .max(500, 'More than 500 defects')
      .required('Defects are missing'),
  },
  defectExplained: {
    defectId: id('Defect').required('Defect is missing'),
    cause: oneOf('Cause', keysOf(DEFECT_CAUSE_NAMES)).required('Cause is missing'),
  },
  lookedAgain: { found: between('How many', 0, 500).integer('How many: a whole number') },
  worked: {
    act: oneOf('Work', WORK_ACTS).required('Say what the work was'),
    workMin: workMin().required('Minutes are missing'),
  },
  toDo: {
    text: text('What is to be done', 300).required('Say what is to be done'),
    face: oneOf('Face', FACES),
    at: pointOf('Place').default(undefined),
    minutes: between('Minutes', BOUNDS.workMin.min, BOUNDS.workMin.max).integer('Minutes: a whole number'),
  },
  ticked: { toDoId: id('What was to be done') },
  voided: { targetId: id('Event to void'), reason: text('Reason', 500) },
  replaced: {
    targetId: id('Event to replace'),
    by: lazy((v) => {
      const kind = (v as { kind?: unknown } | undefined)?.kind;
      return kind === 'voided' || kind === 'replaced' || !isKind(kind)
        ? mixed().test('plain', 'A replacement must be an event of its own kind', () => false)
        : SCHEMAS[kind];
    }),
  },
};

const isKind = (k: unknown): k is EventKind => (EVENT_KINDS as readonly unknown[]).includes(k);

const SCHEMAS = Object.fromEntries(
  EVENT_KINDS.map((k) => {
    const shape = { ...common, ...PAYLOADS[k] };
    const needsZone = KINDS[k].onZones;
    return [
      k,
      object({ ...shape, ...(needsZone && { zoneIds: common.zoneIds.min(1, 'Pick at least one zone') }) })
        .strict()
        .noUnknown('There is a field that is not known: ${unknown}'),
    ];
  }),
) as unknown as Record<EventKind, ObjectSchema<AnyObject>>;

/** Checks that something from outside is an event, field by field. */
export const parseEvent = recordParser<LogEvent>(SCHEMAS, 'An event');
