import {
  APPLICATIONS,
  FAMILIES,
  MEDIA_NAMES,
  SAND_TOOL_NAMES,
  RETURNED_AS,
  RETURNED_AS_NAMES,
  SAND_TOOLS,
  STRIP_METHOD_NAMES,
  STRIP_METHODS,
  WORK_ACT_NAMES,
  WORK_ACTS,
  type Application,
  type LoggableKind,
  type ProductFamily,
  type UsedIn,
  type Quantity,
} from '@/core';
import { AS_FOUND, asFoundName } from '@/core/log/asFound';
import type { NumberKind } from '@/ui/numbers';

/** One thing that the sheet asks for. `name` is the payload's field. */
export type FieldSpec = { name: string; label: string } & (
  | { type: 'number'; kind: NumberKind; optional?: boolean; hint?: string }
  | { type: 'choice'; options: readonly { value: string; label: string }[]; numeric?: boolean; optional?: boolean }
  | { type: 'grit'; optional?: boolean }
  | { type: 'product'; passes(f: ProductFamily): boolean; optional?: boolean }
  | { type: 'yesNo' }
  | { type: 'text'; optional?: boolean; multiline?: boolean }
  | { type: 'layer' }
  | { type: 'day'; optional?: boolean }
);

const num = (
  name: string,
  label: string,
  quantity: Quantity,
  more: { optional?: boolean; hint?: string } = {},
): FieldSpec => ({ name, label, type: 'number', kind: { quantity }, ...more });
const pct = (name: string, label: string, more: { optional?: boolean } = {}): FieldSpec => ({
  name,
  label,
  type: 'number',
  kind: { percent: true },
  ...more,
});
const coats: FieldSpec = {
  name: 'coats',
  label: 'Coats',
  type: 'choice',
  numeric: true,
  options: ['1', '2', '3', '4'].map((v) => ({ value: v, label: v })),
};
const names = <K extends string>(values: readonly K[], map: Record<K, string>) =>
  values.map((value) => ({ value, label: map[value] }));
/** Families whose products go into a kind of entry. */
const usedIn =
  (kind: UsedIn) =>
  (f: ProductFamily): boolean =>
    FAMILIES[f].usedIn === kind;
const GUNS: Application[] = ['lowPressureGun', 'conventionalGun', 'aerosol', 'brush'];

/** What others put on a part that was sent to them. */
const TOLD_FAMILIES: ProductFamily[] = [
  'epoxy',
  'highBuild',
  'electrocoat',
  'lightFiller',
  'baseSolvent',
  'clear',
  'singleStage',
  'oldCoating',
];

/** What each kind asks for, most asked first. */
export const FIELDS: Record<LoggableKind, FieldSpec[]> = {
  coated: [
    {
      name: 'productId',
      label: 'Product',
      type: 'product',
      passes: usedIn('coated'),
    },
    coats,
    num('filmUm', 'Dry film of one coat', 'film'),
    pct('thinnerFraction', 'Thinner, %', { optional: true }),
    { name: 'hardenerId', label: 'Hardener', type: 'product', optional: true, passes: (f) => f === 'hardener' },
    {
      name: 'application',
      label: 'Put on with',
      type: 'choice',
      options: GUNS.map((value) => ({ value, label: APPLICATIONS[value].name })),
    },
  ],
  filled: [
    { name: 'productId', label: 'Product', type: 'product', passes: usedIn('filled') },
    { name: 'filmUm', label: 'Average thickness of this skim', type: 'number', kind: { quantity: 'thickness' } },
    pct('hardenerFraction', 'Hardener by weight, %', { optional: true }),
  ],
  treated: [
    { name: 'productId', label: 'Product', type: 'product', passes: usedIn('treated') },
    coats,
    num('filmUm', 'Dry film of one coat', 'film'),
  ],
  guideCoated: [{ name: 'productId', label: 'Product', type: 'product', passes: usedIn('guideCoated') }],
  cleaned: [{ name: 'productId', label: 'Product', type: 'product', passes: usedIn('cleaned') }],
  sanded: [
    { name: 'grit', label: 'Grit', type: 'grit' },
    { name: 'tool', label: 'With', type: 'choice', options: names(SAND_TOOLS, SAND_TOOL_NAMES) },
    num('removedUm', 'Taken off on average', 'film', { hint: 'Estimated from grit and peel. A gauge knows better.' }),
    { name: 'wet', label: 'Wet', type: 'yesNo' },
    { name: 'spotsThrough', label: 'Went through in spots', type: 'yesNo' },
  ],
  stripped: [
    { name: 'to', label: 'Down to', type: 'layer' },
    { name: 'method', label: 'How', type: 'choice', options: names(STRIP_METHODS, STRIP_METHOD_NAMES) },
    { name: 'grit', label: 'Last grit', type: 'grit', optional: true },
  ],
  measured: [
    {
      name: 'measure',
      label: 'What',
      type: 'choice',
      options: [
        { value: 'filmTotal', label: 'Film over the substrate' },
        { value: 'air', label: 'Air' },
      ],
    },
    num('filmUm', 'Gauge reading', 'film'),
  ],
  polished: [
    { name: 'grit', label: 'Finest grit before compound', type: 'grit' },
    num('removedUm', 'Taken off in all', 'film', { hint: 'Clear has only so many micrometres.' }),
  ],
  baked: [
    num('tempC', 'Surface under the lamp', 'temp', { hint: 'From the moment that it was switched on.' }),
    { name: 'minutes', label: 'Minutes', type: 'number', kind: { plain: true } },
  ],
  repaired: [
    { name: 'method', label: 'What was done', type: 'text' },
    {
      name: 'temporaryMonths',
      label: 'If temporary: months it has to last',
      type: 'number',
      kind: { plain: true },
      optional: true,
    },
    { name: 'ends', label: 'Takes the place of the temporary repair', type: 'yesNo' },
  ],
  blasted: [
    {
      name: 'media',
      label: 'Media',
      type: 'choice',
      options: MEDIA_NAMES.map((m) => ({ value: m, label: m })),
    },
    { name: 'wet', label: 'Wet', type: 'yesNo' },
    { name: 'inhibitor', label: 'Inhibitor in the water', type: 'yesNo' },
    { name: 'salts', label: 'Salt in the steel (road, sea)', type: 'yesNo' },
    num('profileUm', 'Profile', 'film', { hint: 'From the media, unless it was measured.' }),
    num('barG', 'Pressure at the nozzle', 'pressure', { optional: true }),
  ],
  fitted: [{ name: 'where', label: 'Where, and with what', type: 'text' }],
  removed: [{ name: 'where', label: 'Where it is now', type: 'text' }],
  masked: [{ name: 'what', label: 'What is masked', type: 'text' }],
  sentOut: [
    { name: 'to', label: 'To whom', type: 'text' },
    { name: 'work', label: 'What is done there', type: 'text', optional: true },
    { name: 'dueMs', label: 'Back by', type: 'day', optional: true },
  ],
  cameBack: [
    { name: 'as', label: 'How it came back', type: 'choice', options: names(RETURNED_AS, RETURNED_AS_NAMES) },
    {
      name: 'family',
      label: 'What was put on',
      type: 'choice',
      options: TOLD_FAMILIES.map((value) => ({ value, label: FAMILIES[value].name })),
    },
    num('layerUm', 'Dry film, as they say', 'film', { hint: 'A gauge knows better: measure it when it is here.' }),
  ],
  worked: [
    { name: 'act', label: 'Work', type: 'choice', options: names(WORK_ACTS, WORK_ACT_NAMES) },
    { name: 'workMin', label: 'Minutes', type: 'number', kind: { plain: true } },
  ],
  found: [
    {
      name: 'begin',
      label: 'What is on it',
      type: 'choice',
      optional: true,
      options: AS_FOUND.map((a) => ({ value: a, label: asFoundName(a) })),
    },
    { name: 'fault', label: 'What was found', type: 'text', optional: true, multiline: true },
  ],
};

/** Whether a field is asked for, given what else stands there. */
export function isAsked(
  spec: FieldSpec,
  kind: LoggableKind,
  texts: Record<string, string>,
  product: { family: ProductFamily; mechanism: string; parts: readonly unknown[]; thinning?: unknown } | undefined,
): boolean {
  if (kind === 'measured' && spec.name === 'filmUm') return texts.measure === 'filmTotal';
  if (kind === 'cameBack' && spec.name !== 'as') return texts.as === 'coated' || texts.as === 'recoated';
  if (spec.name === 'inhibitor') return texts.wet === 'yes';
  if (spec.name === 'thinnerFraction') return product?.thinning !== undefined;
  if (spec.name === 'hardenerId') return product?.mechanism === 'urethane' && product.parts.length > 1;
  return true;
}
