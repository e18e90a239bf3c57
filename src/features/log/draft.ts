import { endOfDay } from 'date-fns/endOfDay';
import {
  colourOn,
  fail,
  KINDS,
  MEDIA,
  ok,
  panelOf,
  PRODUCT_FAMILIES,
  repairWords,
  toDisplay,
  TREATMENT_NAMES,
  treatmentOf,
  TREATMENTS,
  type AirReading,
  type FieldProblem,
  type LoggableKind,
  type MediaId,
  type FoundLayer,
  type PlainEvent,
  type Product,
  type Result,
  type Treatment,
  type UnitSystem,
} from '@/core';
import { coatDefaults } from '@/core/route/draft';
import {
  AS_FOUND,
  asFoundOf,
  BASE_AND_CLEAR,
  BELOW_FAMILIES,
  layersAsFound,
  layersAsTold,
  withLayerBelow,
} from '@/core/log/asFound';
import type { Entry, OpenJob } from '@/data';
import { parseDay, showDay } from '@/ui/days';
import { readNumber, formatForInput } from '@/ui/numbers';
import { FIELDS, isAsked } from './fields';

/** Everything on the sheet as it stands there, by field. */
export type Texts = Record<string, string>;

/** A skim's thickness is asked in mm (in) but kept in µm, as everything on a stack is. */
const isSkim = (kind: LoggableKind, name: string) => kind === 'filled' && name === 'filmUm';

/** Fills the sheet from a payload. */
export function textsOf(kind: LoggableKind, given: Record<string, unknown>, units: UnitSystem): Texts {
  const texts: Texts = {};
  const treatment = kind === 'repaired' ? treatmentOf(given) : undefined;
  const payload = treatment ? { ...given, treatment, method: repairWords(given) } : given;
  for (const f of FIELDS[kind]) {
    const v = payload[f.name];
    if (isSkim(kind, f.name))
      texts[f.name] =
        typeof v === 'number' ? String(Number(toDisplay('thickness', v / 1000, units).toPrecision(3))) : '';
    else if (f.type === 'day') texts[f.name] = typeof v === 'number' ? showDay(v) : '';
    else if (f.type === 'spots') texts[f.name] = Array.isArray(v) ? v.join() : '';
    else if (f.type === 'number') texts[f.name] = formatForInput(v as number | undefined, f.kind, units);
    else
      texts[f.name] =
        v === undefined
          ? f.type === 'yesNo'
            ? 'no'
            : ''
          : typeof v === 'boolean'
            ? v
              ? 'yes'
              : 'no'
            : String(v as string | number);
  }
  return texts;
}

/** Reads the sheet back into a payload, or says which fields are not right. */
export function payloadOf(
  kind: LoggableKind,
  texts: Texts,
  product: Product | undefined,
  units: UnitSystem,
): Result<Record<string, unknown>, FieldProblem[]> {
  const payload: Record<string, unknown> = {};
  const problems: FieldProblem[] = [];
  for (const f of FIELDS[kind]) {
    if (!isAsked(f, kind, texts, product)) continue;
    const text = texts[f.name] ?? '';
    if (f.type === 'number') {
      const r = readNumber(text, f.kind, units, f.optional);
      if (!r.ok) problems.push({ path: f.name, message: r.error });
      else if (r.value !== undefined)
        // Read as a thickness in mm, see `isSkim`.
        payload[f.name] = isSkim(kind, f.name) ? r.value * 1000 : r.value;
    } else if (f.type === 'day') {
      const day = text.trim() ? parseDay(text) : undefined;
      if (day) payload[f.name] = endOfDay(day).getTime();
      else if (text.trim() || !f.optional) problems.push({ path: f.name, message: 'A day, such as 2026-06-10' });
    } else if (f.type === 'spots') {
      if (text !== '') payload[f.name] = text.split(',');
    } else if (f.type === 'yesNo') payload[f.name] = text === 'yes';
    else if (f.type === 'kept') {
      if (text !== '') payload[f.name] = text;
    } else if (text.trim() === '') {
      if (!('optional' in f && f.optional))
        problems.push({ path: f.name, message: f.type === 'text' ? 'Say it in a few words' : 'Pick one' });
    } else payload[f.name] = f.type === 'grit' || (f.type === 'choice' && f.numeric) ? Number(text) : text.trim();
  }
  return problems.length > 0 ? fail(problems) : ok(payload);
}

/** Sentence on the button: what will stand in the log. */
export function saveLabel(kind: LoggableKind, texts: Texts, product: Product | undefined): string {
  const name = product?.name.toLowerCase();
  switch (kind) {
    case 'coated':
    case 'treated':
      return name ? `Log ${texts.coats} ${texts.coats === '1' ? 'coat' : 'coats'}` : 'Log the coat';
    case 'sanded':
      return `Log P${texts.grit}`;
    case 'filled':
      return 'Log the skim';
    case 'guideCoated':
      return 'Log guide coat';
    case 'cleaned':
      return 'Log cleaning';
    case 'stripped':
      return 'Log stripping';
    case 'measured':
      return 'Log the reading';
    case 'baked':
      return 'Log the heat';
    case 'polished':
      return 'Log polishing';
    case 'repaired':
      return 'Repair done';
    case 'blasted':
      return 'Log blasting';
    case 'fitted':
      return 'Log fitting';
    case 'removed':
      return 'Log taking off';
    case 'masked':
      return 'Log masking';
    case 'sentOut':
      return 'Log sending it out';
    case 'cameBack':
      return 'Log that it is back';
    case 'worked':
      return 'Log the time';
    case 'found':
      return 'Log what was found';
  }
}

/** Usual figures of a product, for the kind of entry. */
export function productDefaults(kind: LoggableKind, p: Product): Record<string, unknown> {
  if (kind === 'coated') return coatDefaults(p);
  if (kind === 'filled') return { productId: p.id, filmUm: p.film.nominalUm, hardenerFraction: 0.02 };
  if (kind === 'treated') return { productId: p.id, coats: 1, filmUm: p.film.nominalUm };
  return { productId: p.id };
}

/** A media and the profile that it usually leaves. */
export const textsOfMedia = (media: MediaId, units: UnitSystem): Texts => ({
  media,
  profileUm: formatForInput(MEDIA[media].profileUm, { quantity: 'film' }, units),
});

/** What the sheet does not ask because the job knows it. */
export function withContext(
  kind: LoggableKind,
  payload: Record<string, unknown>,
  open: OpenJob,
  zones: string[],
): Record<string, unknown> {
  if (kind === 'found') {
    const panel = zones[0] ? panelOf(open.job, zones[0]) : undefined;
    const { begin, below, ...rest } = payload;
    const substrate = panel?.substrate ?? 'steel';
    const stack = layersAsFound(AS_FOUND.find((a) => a === begin) ?? 'bare', substrate);
    const more = BELOW_FAMILIES.find((f) => f === below);
    const layers = more ? withLayerBelow(stack, more) : stack;
    return { ...rest, substrate, thicknessUm: panel?.thicknessUm ?? 800, layers };
  }
  if (kind === 'cameBack') {
    const { family, layerUm, as, sprayedMs, baked } = payload;
    const told = family === BASE_AND_CLEAR ? family : PRODUCT_FAMILIES.find((f) => f === family);
    return {
      as,
      layers: told && typeof layerUm === 'number' ? layersAsTold(told, layerUm) : [],
      ...(sprayedMs !== undefined && { sprayedMs }),
      ...(baked === true && { baked }),
    };
  }
  if (kind === 'repaired') {
    const { ends, treatment, method, ...rest } = payload;
    const name = TREATMENTS.includes(treatment as Treatment) ? TREATMENT_NAMES[treatment as Treatment] : undefined;
    // Words that were changed to something else say what was done; what was added to the treatment's name goes with it.
    const isThat = name !== undefined && String(method).includes(name);
    return {
      ...rest,
      ...(ends === true && { ends }),
      ...(isThat && { treatment }),
      ...(method !== name && { method }),
    };
  }
  if (kind === 'coated') {
    const product = open.products(String(payload.productId));
    return { ...payload, ...(product && colourOn(open.job, product, zones[0])) };
  }
  return payload;
}

/** A repair on the sheet: as it was worked out, in words that can be added to. */
export const textsOfTreatment = (treatment: Treatment): Texts => ({ treatment, method: TREATMENT_NAMES[treatment] });

/** What a product brought to a coat: not the next product's. */
const OF_PRODUCT = ['colourId', 'colourHex', 'batch'];

/**
 * An entry put in place of another. What the sheet does not ask stays as it was (cup, layers that were found, faults dealt with, air unless it
 * was read anew); what it does ask is as it stands there now, and gone where it was emptied. An entry of another kind keeps only what
 * every entry may have.
 * @param event as the sheet gives it
 */
export function correctionOf(old: PlainEvent, kind: LoggableKind, event: Readonly<Record<string, unknown>>): Entry {
  const had = old as unknown as Record<string, unknown>;
  const asks = new Set([...FIELDS[kind].map((f) => f.name), 'note', ...(KINDS[kind].act ? ['workMin'] : [])]);
  const stays = (name: string): boolean =>
    !asks.has(name) && !(OF_PRODUCT.includes(name) && had.productId !== event.productId);
  const kept: Record<string, unknown> =
    old.kind === kind
      ? Object.fromEntries(Object.entries(had).filter(([name]) => stays(name)))
      : {
          ...(old.air && { air: old.air }),
          ...(old.against !== undefined && { against: old.against }),
          ...(old.who !== undefined && { who: old.who }),
        };
  // The sheet asks only what was on it by and large, and what came to light below: the layers that were told stay.
  const begun =
    old.kind === 'found' && kind === 'found'
      ? {
          substrate: old.substrate,
          thicknessUm: old.thicknessUm,
          ...(asFoundOf(event.layers as typeof old.layers) === asFoundOf(old.layers) && {
            layers: withMore(old.layers, event.layers as typeof old.layers),
          }),
        }
      : {};
  // As on the sheet: what it asks makes an entry, and the command checks that it does.
  return { ...kept, ...event, ...begun } as Entry;
}

/** What was told, with the layer that the sheet names below it. */
function withMore(old: readonly FoundLayer[], sheet: readonly FoundLayer[]): readonly FoundLayer[] {
  const family = sheet[0]?.n === undefined ? undefined : BELOW_FAMILIES.find((f) => f === sheet[0]?.family);
  return family ? withLayerBelow(old, family) : old;
}

/** Fills the sheet from an entry that is to be corrected. */
export const textsOfEntry = (e: PlainEvent, kind: LoggableKind, units: UnitSystem): Texts =>
  textsOf(
    kind,
    {
      ...e,
      ...(e.kind === 'found' && { begin: asFoundOf(e.layers) }),
      ...(e.kind === 'cameBack' && {
        family: e.layers.length > 1 ? BASE_AND_CLEAR : e.layers[0]?.family,
        layerUm: e.layers.length > 0 ? e.layers.reduce((um, l) => um + l.filmUm, 0) : undefined,
      }),
    },
    units,
  );

/** The air as it stands on the sheet. */
export interface AirTexts {
  temp: string;
  rh: string;
  surface: string;
}

/** Air as the sheet shows it: that of an entry, or what is known here. */
export const airTextsOf = (
  air: { tempC: number; rh: number; surfaceTempC?: number } | undefined,
  units: UnitSystem,
): AirTexts => ({
  temp: formatForInput(air?.tempC, { quantity: 'temp' }, units),
  rh: formatForInput(air?.rh, { percent: true }, units),
  surface: formatForInput(air?.surfaceTempC, { quantity: 'temp' }, units),
});

/** The air as it was typed on the sheet, with what is wrong under each field's name. */
export function readAir(texts: AirTexts, units: UnitSystem): Result<AirReading, FieldProblem[]> {
  const temp = readNumber(texts.temp, { quantity: 'temp' }, units);
  const rh = readNumber(texts.rh, { percent: true }, units);
  const surface = readNumber(texts.surface, { quantity: 'temp' }, units, true);
  const problems = Object.entries({ temp, rh, surface }).flatMap(([path, r]) =>
    r.ok ? [] : [{ path, message: r.error }],
  );
  if (!temp.ok || !rh.ok || !surface.ok) return fail(problems);
  return ok({
    tempC: temp.value,
    rh: rh.value,
    ...(surface.value !== undefined && { surfaceTempC: surface.value }),
  });
}

/** Where the boundary's complaints about the air belong on the sheet. */
export const SHEET_FIELD_OF: Readonly<Record<string, string>> = {
  'air.tempC': 'temp',
  'air.rh': 'rh',
  'air.surfaceTempC': 'surface',
};
