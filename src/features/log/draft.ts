import {
  fail,
  fromDisplay,
  ok,
  toDisplay,
  type FieldProblem,
  type LoggableKind,
  type Product,
  type Result,
  type UnitSystem,
} from '@/core';
import { readNumber, typed } from '@/ui/numbers';
import { asked, FIELDS } from './fields';

/** Everything on the sheet as it stands there, by field. */
export type Texts = Record<string, string>;

/** A skim's thickness is asked in mm (in) but kept in µm, as everything on a stack is. */
const isSkim = (kind: LoggableKind, name: string) => kind === 'filled' && name === 'filmUm';

/** Fills the sheet from a payload. */
export function textsOf(kind: LoggableKind, payload: Record<string, unknown>, units: UnitSystem): Texts {
  const texts: Texts = {};
  for (const f of FIELDS[kind]) {
    const v = payload[f.name];
    if (isSkim(kind, f.name))
      texts[f.name] =
        typeof v === 'number' ? String(Number(toDisplay('thickness', v / 1000, units).toPrecision(3))) : '';
    else if (f.type === 'number') texts[f.name] = typed(v as number | undefined, f.kind, units);
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
    if (!asked(f, kind, texts, product)) continue;
    const text = texts[f.name] ?? '';
    if (f.type === 'number') {
      const r = readNumber(text, f.kind, units, f.optional);
      if (!r.ok) problems.push({ path: f.name, message: r.error });
      else if (r.value !== undefined)
        payload[f.name] = isSkim(kind, f.name)
          ? fromDisplay('thickness', Number(text.replace(',', '.')), units) * 1000
          : r.value;
    } else if (f.type === 'yesNo') payload[f.name] = text === 'yes';
    else if (text.trim() === '') {
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
      return 'Log the repair';
    case 'blasted':
      return 'Log blasting';
    case 'fitted':
      return 'Log fitting';
    case 'removed':
      return 'Log taking off';
    case 'masked':
      return 'Log masking';
    case 'found':
      return 'Log what was found';
  }
}
