import {
  APPLICATIONS,
  FAMILIES,
  MEDIA,
  MEDIA_IDS,
  SAND_TOOL_NAMES,
  RETURNED_AS,
  RETURNED_AS_NAMES,
  SAND_TOOLS,
  STRIP_METHOD_NAMES,
  STRIP_METHODS,
  WORK_ACT_NAMES,
  WORK_ACTS,
  type Application,
  LOGGABLE,
  type FieldOf,
  type LoggableKind,
  type ProductFamily,
  type UsedIn,
  type Quantity,
} from '@/core';
import { AS_FOUND, asFoundName, BASE_AND_CLEAR, BELOW_FAMILIES } from '@/core/log/asFound';
import { MASK_EDGE_NAMES, MASK_EDGES } from '@/core/log/evening';
import type { NumberKind } from '@/ui/numbers';

/** One thing that the sheet asks for. */
type Spec = { label: string } & (
  | { type: 'number'; kind: NumberKind; optional?: boolean; hint?: string }
  | { type: 'choice'; options: readonly { value: string; label: string }[]; numeric?: boolean; optional?: boolean }
  | { type: 'grit'; optional?: boolean }
  | { type: 'product'; passes(f: ProductFamily): boolean; optional?: boolean }
  | { type: 'yesNo' }
  | { type: 'text'; optional?: boolean; multiline?: boolean }
  | { type: 'layer'; optional?: boolean }
  /** Ids with commas between; none: everywhere. */
  | { type: 'spots'; optional: true }
  /** Not asked: it goes with the entry as it came. */
  | { type: 'kept' }
  | { type: 'day'; optional?: boolean }
);
/** With the name of the payload's field. */
export type FieldSpec = Spec & { name: string };

const num = (label: string, quantity: Quantity, more: { optional?: boolean; hint?: string } = {}): Spec => ({
  label,
  type: 'number',
  kind: { quantity },
  ...more,
});
const pct = (label: string, more: { optional?: boolean } = {}): Spec => ({
  label,
  type: 'number',
  kind: { percent: true },
  ...more,
});
const coats: Spec = {
  label: 'Coats',
  type: 'choice',
  numeric: true,
  options: ['1', '2', '3', '4'].map((v) => ({ value: v, label: v })),
};
/** Asked only where spots are open: all of the zone, or those spots alone. */
const on: Spec = { label: 'Where', type: 'spots', optional: true };
/** Sizes that a hand knows, cm². */
const SPOT_SIZES = [
  { value: '1', label: 'Fingertip' },
  { value: '4', label: 'Thumb' },
  { value: '60', label: 'Palm' },
  { value: '150', label: 'Hand' },
] as const;
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
  'powderCoat',
  'oldCoating',
];

/** What stands with an entry and is not asked here: it comes from the job, a cup, a drawing or another view. */
const ELSEWHERE = null;
/** What the sheet asks that is no field of the payload itself: `withContext` makes one of it. */
type Derived = 'begin' | 'below' | 'family' | 'layerUm';
type Asked = {
  readonly [K in LoggableKind]: { readonly [F in FieldOf<K>]: Spec | null } & {
    readonly [F in Derived]?: Spec;
  };
};

/** Each kind's fields, most asked first: all of its payload, by the compiler. */
const ASKED: Asked = {
  coated: {
    productId: { label: 'Product', type: 'product', passes: usedIn('coated') },
    coats,
    filmUm: num('Dry film of one coat', 'film'),
    thinnerFraction: pct('Thinner, %', { optional: true }),
    hardenerId: { label: 'Hardener', type: 'product', optional: true, passes: (f) => f === 'hardener' },
    application: {
      label: 'Put on with',
      type: 'choice',
      options: GUNS.map((value) => ({ value, label: APPLICATIONS[value].name })),
    },
    colourId: ELSEWHERE,
    colourHex: ELSEWHERE,
    how: ELSEWHERE,
    batch: ELSEWHERE,
    on,
    leftOutCm2: num('Left out, or where it stopped', 'area', {
      optional: true,
      hint: 'Left empty, all of it was coated.',
    }),
  },
  filled: {
    productId: { label: 'Product', type: 'product', passes: usedIn('filled') },
    filmUm: { label: 'Average thickness of this skim', type: 'number', kind: { quantity: 'thickness' } },
    hardenerFraction: pct('Hardener by weight, %', { optional: true }),
    batch: ELSEWHERE,
    on,
  },
  treated: {
    productId: { label: 'Product', type: 'product', passes: usedIn('treated') },
    coats,
    filmUm: num('Dry film of one coat', 'film'),
    batch: ELSEWHERE,
    on,
  },
  guideCoated: { productId: { label: 'Product', type: 'product', passes: usedIn('guideCoated') } },
  cleaned: { productId: { label: 'Product', type: 'product', passes: usedIn('cleaned') }, on },
  sanded: {
    grit: { label: 'Grit', type: 'grit' },
    tool: { label: 'With', type: 'choice', options: names(SAND_TOOLS, SAND_TOOL_NAMES) },
    removedUm: num('Taken off on average', 'film', { hint: 'Estimated from grit and peel. A gauge knows better.' }),
    wet: { label: 'Wet', type: 'yesNo' },
    spotsThrough: { label: 'Went through in spots', type: 'yesNo' },
    through: { label: 'What shows there', type: 'layer', optional: true },
    spotCm2: { label: 'How large', type: 'choice', numeric: true, optional: true, options: SPOT_SIZES },
    on,
  },
  stripped: {
    to: { label: 'Down to', type: 'layer' },
    method: { label: 'How', type: 'choice', options: names(STRIP_METHODS, STRIP_METHOD_NAMES) },
    grit: { label: 'Last grit', type: 'grit', optional: true },
  },
  measured: {
    measure: {
      label: 'What',
      type: 'choice',
      options: [
        { value: 'filmTotal', label: 'Film over the substrate' },
        { value: 'air', label: 'Air' },
      ],
    },
    filmUm: num('Gauge reading', 'film'),
    air: ELSEWHERE,
    heights: ELSEWHERE,
    gap: ELSEWHERE,
    colour: ELSEWHERE,
  },
  polished: {
    grit: { label: 'Finest grit before compound', type: 'grit' },
    removedUm: num('Taken off in all', 'film', { hint: 'Clear has only so many micrometres.' }),
  },
  baked: {
    tempC: num('Surface under the lamp', 'temp', { hint: 'From the moment that it was switched on.' }),
    minutes: { label: 'Minutes', type: 'number', kind: { plain: true } },
  },
  repaired: {
    treatment: { label: 'Treatment', type: 'kept' },
    method: { label: 'What was done', type: 'text' },
    temporaryMonths: {
      label: 'If temporary: months it has to last',
      type: 'number',
      kind: { plain: true },
      optional: true,
    },
    ends: { label: 'Takes the place of the temporary repair', type: 'yesNo' },
    faultIds: ELSEWHERE,
  },
  blasted: {
    media: {
      label: 'Media',
      type: 'choice',
      options: MEDIA_IDS.map((m) => ({ value: m, label: MEDIA[m].name })),
    },
    wet: { label: 'Wet', type: 'yesNo' },
    inhibitor: { label: 'Inhibitor in the water', type: 'yesNo' },
    salts: { label: 'Salt in the steel (road, sea)', type: 'yesNo' },
    profileUm: num('Profile', 'film', { hint: 'From the media, unless it was measured.' }),
    barG: num('Pressure at the nozzle', 'pressure', { optional: true }),
  },
  fitted: { where: { label: 'Where, and with what', type: 'text' } },
  removed: { where: { label: 'Where it is now', type: 'text' } },
  masked: {
    what: { label: 'What is masked', type: 'text' },
    edge: { label: 'Its edge', type: 'choice', optional: true, options: names(MASK_EDGES, MASK_EDGE_NAMES) },
    tapeM: ELSEWHERE,
    paperM2: ELSEWHERE,
  },
  sentOut: {
    to: { label: 'To whom', type: 'text' },
    work: { label: 'What is done there', type: 'text', optional: true },
    dueMs: { label: 'Back by', type: 'day', optional: true },
  },
  cameBack: {
    as: { label: 'How it came back', type: 'choice', options: names(RETURNED_AS, RETURNED_AS_NAMES) },
    family: {
      label: 'What was put on',
      type: 'choice',
      options: [
        { value: BASE_AND_CLEAR, label: 'Base and clear' },
        ...TOLD_FAMILIES.map((value) => ({ value, label: FAMILIES[value].name })),
      ],
    },
    layerUm: num('Dry film, as they say', 'film', { hint: 'A gauge knows better: measure it when it is here.' }),
    sprayedMs: { label: 'Day that it was sprayed', type: 'day', optional: true },
    baked: { label: 'Baked there', type: 'yesNo' },
    layers: ELSEWHERE,
  },
  worked: {
    act: { label: 'Work', type: 'choice', options: names(WORK_ACTS, WORK_ACT_NAMES) },
    workMin: { label: 'Minutes', type: 'number', kind: { plain: true } },
  },
  found: {
    begin: {
      label: 'What is on it',
      type: 'choice',
      optional: true,
      options: AS_FOUND.map((a) => ({ value: a, label: asFoundName(a) })),
    },
    below: {
      label: 'And below that',
      type: 'choice',
      optional: true,
      options: BELOW_FAMILIES.map((value) => ({ value, label: FAMILIES[value].name })),
    },
    fault: { label: 'What was found', type: 'text', optional: true, multiline: true },
    substrate: ELSEWHERE,
    thicknessUm: ELSEWHERE,
    layers: ELSEWHERE,
  },
};

/** What each kind asks for, in the order of the sheet. */
export const FIELDS = Object.fromEntries(
  LOGGABLE.map((kind) => [
    kind,
    Object.entries<Spec | null | undefined>(ASKED[kind]).flatMap(([name, spec]) => (spec ? [{ ...spec, name }] : [])),
  ]),
) as Record<LoggableKind, FieldSpec[]>;

/** Whether a field is asked for, given what else stands there. */
export function isAsked(
  spec: FieldSpec,
  kind: LoggableKind,
  texts: Record<string, string>,
  product: { family: ProductFamily; mechanism: string; parts: readonly unknown[]; thinning?: unknown } | undefined,
): boolean {
  if (kind === 'measured' && spec.name === 'filmUm') return texts.measure === 'filmTotal';
  if (kind === 'cameBack' && spec.name !== 'as') return texts.as === 'coated' || texts.as === 'recoated';
  if (spec.name === 'leftOutCm2') return !texts.on;
  if (spec.name === 'through' || spec.name === 'spotCm2') return texts.spotsThrough === 'yes';
  if (spec.name === 'inhibitor') return texts.wet === 'yes';
  if (spec.name === 'thinnerFraction') return product?.thinning !== undefined;
  if (spec.name === 'hardenerId') return product?.mechanism === 'urethane' && product.parts.length > 1;
  return true;
}
