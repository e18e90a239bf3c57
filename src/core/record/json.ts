import { array, boolean, number, object, string } from 'yup';
import { fail, ok, type Result } from '../result';
import { AUDIENCES, type JobRecord } from './record';

const text = (most: number) => string().strict().max(most);
const moment = () => number().strict().integer();
const LAYER = object({
  label: text(200).required(),
  product: text(200),
  family: text(100).required(),
  coats: number().strict().required(),
  filmUm: number().strict().min(0).required(),
  basis: string().strict().oneOf(['measured', 'estimated', 'found']).required(),
  depthUm: number().strict().min(0).required(),
  firstMs: moment().required(),
  lastMs: moment().required(),
  air: object({ tempC: number().strict().required(), rh: number().strict().required() }).default(undefined),
  batch: object({
    no: number().strict().required(),
    lots: array().strict().of(text(100).required()).required(),
  }).default(undefined),
  colour: object({ name: text(200), hex: text(9).required() }).default(undefined),
}).noUnknown();
const SAID = object({ what: text(300).required(), untilMs: moment() }).noUnknown();
const ZONE = object({
  name: text(200).required(),
  areaCm2: number().strict().min(0).required(),
  substrate: text(100).required(),
  substrateUm: number().strict().min(0).required(),
  layers: array().strict().of(LAYER).required(),
  measured: object({ atMs: moment().required(), totalUm: number().strict().required() }).default(undefined),
  repairs: array()
    .strict()
    .of(object({ atMs: moment().required(), method: text(300).required(), untilMs: moment() }).noUnknown())
    .required(),
  spots: array()
    .strict()
    .of(
      object({
        cause: text(40).required(),
        areaCm2: number().strict(),
        layers: number().strict().required(),
      }).noUnknown(),
    )
    .required(),
  left: array().strict().of(SAID).required(),
  open: array().strict().of(text(300).required()).required(),
  keyed: object({
    grit: number().strict().required(),
    wet: boolean().strict().required(),
    atMs: moment().required(),
  }).default(undefined),
  wipedMs: number().strict(),
  coatFromMs: number().strict(),
  coatUntilMs: number().strict(),
  hardMs: number().strict(),
  finish: text(40).required(),
}).noUnknown();
const RECORD = object({
  format: string()
    .strict()
    .oneOf(['stratocoat-record'], 'This is no record of paint')
    .required('This is no record of paint'),
  version: number().strict().oneOf([1], 'A newer app wrote this record').required('The version is missing'),
  madeMs: moment().required(),
  shop: text(100).required(),
  job: object({
    name: text(300).required(),
    about: string().strict().defined(),
    colour: object({ name: text(200).required(), hex: text(9).required() }).default(undefined),
  }).required(),
  audience: string()
    .strict()
    .oneOf([...AUDIENCES])
    .required(),
  panels: array()
    .strict()
    .of(
      object({
        id: text(200).required(),
        name: text(200).required(),
        zones: array().strict().of(ZONE).required(),
      }).noUnknown(),
    )
    .required(),
  due: array()
    .strict()
    .of(object({ panel: text(300).required(), what: text(300).required(), dueMs: moment().required() }).noUnknown())
    .required(),
  cost: object({
    hours: number().strict().min(0).required(),
    rate: number().strict().min(0).required(),
    currency: text(10).required(),
  }).default(undefined),
}).noUnknown('The record has a field that is not known: ${unknown}');

export const writePaintRecord = (r: JobRecord): string => `${JSON.stringify(r, null, 1)}\n`;

/** Reads a record again. @returns what is wrong with it, in words, where it is none */
export function readPaintRecord(json: string): Result<JobRecord, string> {
  let raw: unknown;
  try {
    raw = JSON.parse(json);
  } catch {
    return fail('This is no JSON');
  }
  try {
    return ok(RECORD.validateSync(raw, { strict: true }) as JobRecord);
  } catch (e) {
    return fail((e as Error).message);
  }
}
