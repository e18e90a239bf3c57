import {
  fail,
  figure,
  ok,
  phrase,
  REFERENCE_C,
  upperFirst,
  type FieldProblem,
  type Message,
  type Product,
  type Stage,
  type Thinning,
  type Quantity,
  type Result,
  type UnitSystem,
} from '@/core';
import { readNumber, formatForInput, type NumberKind } from '@/ui/numbers';
import { parseTinRatio, tinRatioText, withTinRatio } from '@/core/mix/tinRatio';
import { STAGE_SHORT } from '@/ui/words';

/** One figure of a data sheet: where it stands in the product, and how it is asked. */
export interface SheetFigure {
  path: string;
  label: Message;
  kind: NumberKind;
  quantity?: Quantity;
  unit?: string;
}
export interface SheetGroup {
  title: Message;
  figures: SheetFigure[];
}

const plain = (path: string, label: Message, unit?: string): SheetFigure => ({
  path,
  label,
  kind: { plain: true },
  ...(unit && { unit }),
});
const pct = (path: string, label: string): SheetFigure => ({ path, label, kind: { percent: true }, unit: '%' });
const qty = (path: string, label: string, quantity: Quantity): SheetFigure => ({
  path,
  label,
  kind: { quantity },
  quantity,
});

/** Stages whose times every sheet gives; the others are for those who look closer. */
const FIRST_STAGES: readonly Stage[] = ['flash', 'recoat', 'sand'];

/** The figures that a product's data sheet gives: first the few that are enough to work with, which are typed in two minutes. */
export function figuresOf(p: Product): { first: SheetGroup; more: SheetGroup[] } {
  const timesOf = (wanted: (s: Stage) => boolean) =>
    p.stages.flatMap((s, i) =>
      wanted(s.stage)
        ? [
            plain(`stages[${i}].opensMin`, `To ${STAGE_SHORT[s.stage]}`, 'min'),
            ...(s.closesMin !== undefined
              ? [plain(`stages[${i}].closesMin`, phrase`${upperFirst(STAGE_SHORT[s.stage])} until`, 'min')]
              : []),
          ]
        : [],
    );
  const isFirst = (s: Stage) => FIRST_STAGES.includes(s);
  return {
    first: {
      title: phrase`First of all, at ${figure('temp', REFERENCE_C)}`,
      figures: [
        ...(p.potLifeMin === undefined ? [] : [plain('potLifeMin', 'Pot life', 'min')]),
        ...timesOf(isFirst),
        qty('film.nominalUm', 'Dry film a coat', 'film'),
        pct('parts[0].volumeSolids', 'Volume solids'),
        qty('limits.minTempC', 'Coldest panel', 'temp'),
      ],
    },
    more: [
      ...p.parts.map((part, i) => ({
        title: `Part ${i + 1}: ${part.name}`,
        figures: [
          qty(`parts[${i}].densityKgL`, 'Density', 'density'),
          ...(i === 0 ? [] : [pct(`parts[${i}].volumeSolids`, 'Volume solids')]),
          qty(`parts[${i}].vocGL`, 'VOC', 'solvent'),
          qty(`parts[${i}].pricePerL`, 'Price', 'price'),
        ],
      })),
      ...(p.thinning ? [{ title: 'Thinner', figures: [pct('thinning.defaultFraction', 'Usual')] }] : []),
      ...(p.stages.some((s) => !isFirst(s.stage))
        ? [{ title: phrase`Later, at ${figure('temp', REFERENCE_C)}`, figures: timesOf((s) => !isFirst(s)) }]
        : []),
      {
        title: 'Film and limits',
        figures: [
          qty('film.maxUm', 'Most a coat', 'film'),
          qty('film.maxTotalUm', 'Most in all', 'film'),
          qty('limits.maxTempC', 'Hottest panel', 'temp'),
          pct('limits.maxRh', 'Dampest air'),
          ...(p.cureStopsBelowC === undefined ? [] : [qty('cureStopsBelowC', 'Cure stops below', 'temp')]),
        ],
      },
    ],
  };
}

/** All of them. */
export const allFigures = (p: Product): SheetFigure[] => {
  const { first, more } = figuresOf(p);
  return [first, ...more].flatMap((g) => g.figures);
};

/** Under this name stands the ratio, which is no figure of its own. */
export const RATIO = 'ratio';

/** Whether a figure is the user's own data sheet's, and not one of its kind. */
export const isStated = (p: Product, path: string): boolean =>
  p.basis === 'sheet' && (p.stated === undefined || p.stated.includes(path));

const steps = (path: string): (string | number)[] =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((s) => (/^\d+$/.test(s) ? Number(s) : s));

/** The number at a path, if there is one. */
export const figureAt = (p: Product, path: string): number | undefined =>
  steps(path).reduce<unknown>((o, k) => (o as Record<string | number, unknown> | undefined)?.[k], p) as
    number | undefined;

function withFigure(p: Product, path: string, value: number | undefined): Product {
  const copy = structuredClone(p);
  const ks = steps(path);
  const last = ks.pop() ?? '';
  const at = ks.reduce<Record<string | number, unknown>>(
    (o, k) => o[k] as Record<string | number, unknown>,
    copy as unknown as Record<string, unknown>,
  );
  if (value === undefined) Reflect.deleteProperty(at, last);
  else at[last] = value;
  return copy;
}

/** A figure as it is shown to be typed over. */
export const figureText = (p: Product, f: SheetFigure, units: UnitSystem): string =>
  formatForInput(figureAt(p, f.path), f.kind, units);

/** What stands on the sheet: what the user's own data sheet says. What is of its kind is left out. */
export const textsOf = (p: Product, units: UnitSystem): Record<string, string> => ({
  [RATIO]: isStated(p, RATIO) ? tinRatioText(p) : '',
  ...Object.fromEntries(allFigures(p).map((f) => [f.path, isStated(p, f.path) ? figureText(p, f, units) : ''])),
});

/** How a ratio is counted, where the tin does not say it with the numbers. */
export interface Counting {
  ratioBy: Product['ratioBy'];
  thinnerOf: Thinning['of'];
}

/**
 * Puts typed figures into a product. What is left out is that of its kind, and marked so. Problems carry the figure's path. The whole is
 * then checked at the boundary.
 * @param kind the generic product that it is a copy of
 */
export function withTexts(
  p: Product,
  kind: Product,
  name: string,
  texts: Readonly<Record<string, string>>,
  units: UnitSystem,
  counting: Counting,
): Result<Product, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  const typed = (path: string) => (texts[path] ?? '').trim();
  const stated = [RATIO, ...allFigures(p).map((f) => f.path)].filter((path) => typed(path) !== '');
  let out: Product = { ...p, name: name.trim(), basis: 'sheet', stated, ratioBy: counting.ratioBy };
  if (out.thinning) out = { ...out, thinning: { ...out.thinning, of: counting.thinnerOf } };
  const ratio = parseTinRatio(typed(RATIO) || tinRatioText({ ...out, ...ratioOf(kind, out) }), p.parts.length);
  if (ratio.ok) out = withTinRatio(out, ratio.value);
  else problems.push({ path: RATIO, message: ratio.error });
  for (const f of allFigures(p)) {
    if (typed(f.path) === '') {
      // The usual share of thinner follows the tin.
      if (f.path !== 'thinning.defaultFraction')
        out = withFigure(out, f.path, figureAt(kind, f.path) ?? figureAt(p, f.path));
      continue;
    }
    const r = readNumber(typed(f.path), f.kind, units);
    if (r.ok) out = withFigure(out, f.path, r.value);
    else problems.push({ path: f.path, message: r.error });
  }
  return problems.length > 0 ? fail(problems) : ok(out);
}

/** The ratio of its kind, counted as the tin in hand counts. */
const ratioOf = (kind: Product, own: Product): Pick<Product, 'parts' | 'thinning'> => ({
  parts: own.parts.map((x, i) => ({ ...x, parts: kind.parts[i]?.parts ?? x.parts })),
  ...(own.thinning && kind.thinning && { thinning: { ...kind.thinning, of: own.thinning.of } }),
});
