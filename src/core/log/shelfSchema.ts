import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  type AnyObject,
  type ISchema,
  type ObjectSchema,
  type Reference,
} from 'yup';
import { keysOf } from '../keysOf';
import { between, id, moment, oneOf, text } from '../validation/fields';
import { recordParser } from './parse';
import { ARTICLES, WASTE_REASONS, type ShelfKind, type ShelfPayloads, type ShelfRecord } from './shelf';

/** More than this no tin of a shop holds, g; and no box pieces. */
const MOST = 1_000_000;
const amount = (label = 'Amount') => between(label, 0, MOST);
const known = (what: string) => `${what} has a field that is not known: \${unknown}`;
const whole = (label: string, most: number) => between(label, 0, most).integer(`${label}: a whole number`);

const PART = object({
  what: oneOf('Content', ['part']).required('Content is missing'),
  productId: id('Product').required('Product is missing'),
  part: whole('Part of the product', 9).required('Part of the product is missing'),
}).noUnknown(known('The content'));
const MIX = object({
  what: oneOf('Content', ['mix']).required('Content is missing'),
  batchId: id('Batch').required('Batch is missing'),
}).noUnknown(known('The content'));
const ARTICLE = object({
  what: oneOf('Content', ['article']).required('Content is missing'),
  article: oneOf('Article', keysOf(ARTICLES)).required('Article is missing'),
  name: text('Name', 80).required('Say what it is'),
}).noUnknown(known('The content'));
const HOLDS = { part: PART, mix: MIX, article: ARTICLE };
/** What a container or a pour may be of. */
const holds = (...kinds: (keyof typeof HOLDS)[]) =>
  lazy((v: { what?: unknown } | undefined) => {
    const kind = kinds.find((k) => k === v?.what);
    if (kind) return HOLDS[kind].required('Content is missing');
    return mixed().test('content', 'Content is not one that it can be', () => false);
  });

const POUR = object({
  holds: holds('part', 'mix'),
  massG: amount('Weight').required('Weight is missing'),
  plannedG: amount('Planned weight'),
  containerId: id('Container').notRequired(),
}).noUnknown(known('A pour'));

const common = {
  id: id('Record id'),
  atMs: moment('Time').required('Time is missing'),
  writtenMs: moment('Time of writing').required('Time of writing is missing'),
  note: text('Note', 1000),
};
const container = () => id('Container').required('Container is missing');
const optionalId = (label: string) => id(label).notRequired();
const place = () => text('Place', 80);
const days = () => between('Days that it keeps open', 1, 3650);

const PAYLOADS: {
  readonly [K in ShelfKind]: { readonly [F in keyof ShelfPayloads[K]]-?: ISchema<unknown> | Reference };
} = {
  received: {
    containerId: container(),
    holds: holds('part', 'article'),
    amount: amount()
      .required('Amount is missing')
      .test('some', 'Amount: more than nothing', (v) => v > 0),
    price: between('Price', 0, 1_000_000),
    currency: text('Currency', 4),
    lot: text('Lot', 60),
    label: text('Label', 80),
    bestBeforeMs: moment('Best before'),
    openDays: days(),
    place: place(),
    opened: boolean().strict().typeError('Opened must be yes or no'),
  },
  opened: { containerId: container() },
  moved: { containerId: container(), place: place().required('Place is missing') },
  mixed: {
    batchId: id('Batch').required('Batch is missing'),
    no: whole('Number of the batch', 1e9).required('Number of the batch is missing'),
    productId: id('Product').required('Product is missing'),
    pours: array()
      .strict()
      .typeError('Pours must be a list')
      .of(POUR)
      .min(1, 'Nothing was poured')
      .max(60, 'More than 60 pours')
      .required('Pours are missing'),
    tempC: between('Temperature', -20, 60, 'temp'),
    colour: text('Colour', 80),
    lab: array()
      .strict()
      .typeError('The reading must be a list')
      .of(number().strict().typeError('The reading: a number is needed').required('The reading: a number is needed'))
      .length(3, 'The reading has three figures')
      .default(undefined),
  },
  kept: {
    batchId: id('Batch').required('Batch is missing'),
    containerId: container(),
    amount: amount().required('Amount is missing'),
    label: text('Label', 80).required('A label is missing'),
    openDays: days(),
    place: place(),
  },
  wasted: {
    batchId: optionalId('Batch'),
    containerId: optionalId('Container'),
    amount: amount().required('Amount is missing'),
    why: oneOf('Why', keysOf(WASTE_REASONS)).required('Say why'),
  },
  used: {
    containerId: container(),
    amount: amount().required('Amount is missing'),
    jobId: optionalId('Job'),
    zoneIds: array().strict().of(id('Zone')).max(500, 'More than 500 zones').default(undefined),
  },
  formula: {
    formulaId: id('Formula').required('Formula is missing'),
    colour: text('Colour', 80).required('Say which colour it is'),
    variant: text('Variant', 80),
    toners: array()
      .strict()
      .typeError('Toners must be a list')
      .of(
        object({
          productId: id('Toner').required('Toner is missing'),
          gPerL: between('Grams in a litre', 0, 2000).required('Grams in a litre are missing'),
        }).noUnknown(known('A toner')),
      )
      .min(1, 'A formula has at least one toner')
      .max(24, 'More than 24 toners')
      .required('Toners are missing')
      .test('some', 'That formula weighs nothing', (v) => v.some((t) => t.gPerL > 0)),
  },
  counted: { containerId: container(), amount: amount().required('Amount is missing') },
  voided: { targetId: id('Record to strike'), reason: text('Reason', 500) },
  replaced: {
    targetId: id('Record to correct'),
    by: lazy((v: { kind?: unknown } | undefined) => {
      const kind = v?.kind;
      return typeof kind === 'string' && Object.hasOwn(SCHEMAS, kind) && kind !== 'voided' && kind !== 'replaced'
        ? SCHEMAS[kind as ShelfKind]
        : mixed().test('plain', 'A correction must be a record of its own kind', () => false);
    }),
  },
};

const SCHEMAS = Object.fromEntries(
  keysOf(PAYLOADS).map((k) => {
    const schema = object({ ...common, kind: oneOf('Kind', [k]).required('Kind is missing'), ...PAYLOADS[k] })
      .strict()
      .noUnknown('There is a field that is not known: ${unknown}');
    return [
      k,
      k === 'wasted'
        ? schema.test('from', 'Say what it was thrown out of: one cup, or one container', (v) => {
            const { batchId, containerId } = v as { batchId?: unknown; containerId?: unknown };
            return (batchId === undefined) !== (containerId === undefined);
          })
        : schema,
    ];
  }),
) as unknown as Record<ShelfKind, ObjectSchema<AnyObject>>;

/** Checks that something from outside is a record of the shop's log, field by field. */
export const parseShelfRecord = recordParser<ShelfRecord>(SCHEMAS, 'A record of the shelf');
