import {
  fail,
  figure,
  ok,
  phrase,
  REFERENCE_C,
  type FieldProblem,
  type Message,
  type Product,
  type Quantity,
  type Result,
  type UnitSystem,
} from '@/core';
import { readNumber, formatForInput, type NumberKind } from '@/ui/numbers';
import { STAGE_SHORT } from '@/ui/words';

/** One figure of a data sheet: where it stands in the product, and how it is asked. */
export interface SheetFigure {
  path: string;
  label: Message;
  kind: NumberKind;
  quantity?: Quantity;
  unit?: string;
  optional?: boolean;
}

const plain = (path: string, label: Message, unit?: string, optional?: boolean): SheetFigure => ({
  path,
  label,
  kind: { plain: true },
  ...(unit && { unit }),
  ...(optional && { optional }),
});
const pct = (path: string, label: string): SheetFigure => ({ path, label, kind: { percent: true }, unit: '%' });
const qty = (path: string, label: string, quantity: Quantity, optional?: boolean): SheetFigure => ({
  path,
  label,
  kind: { quantity },
  quantity,
  ...(optional && { optional }),
});

/** The figures that a product's data sheet gives, in groups as a sheet prints them. */
export function figuresOf(p: Product): { title: Message; figures: SheetFigure[] }[] {
  return [
    ...p.parts.map((part, i) => ({
      title: `Part ${i + 1}: ${part.name}`,
      figures: [
        plain(`parts[${i}].parts`, `Ratio by ${p.ratioBy}`),
        plain(`parts[${i}].densityKgL`, 'Density', 'kg/L'),
        pct(`parts[${i}].volumeSolids`, 'Volume solids'),
        plain(`parts[${i}].vocGL`, 'VOC', 'g/L'),
        plain(`parts[${i}].pricePerL`, 'Price of a litre'),
      ],
    })),
    ...(p.thinning
      ? [
          {
            title: `Thinner, counted on ${p.thinning.of === 'paint' ? 'the paint' : 'paint and hardener'}`,
            figures: [
              pct('thinning.defaultFraction', 'Usual'),
              pct('thinning.minFraction', 'Least'),
              pct('thinning.maxFraction', 'Most'),
            ],
          },
        ]
      : []),
    ...(p.stages.length > 0
      ? [
          {
            title: phrase`Times at ${figure('temp', REFERENCE_C)}, 50 % and usual film`,
            figures: p.stages.flatMap((s, i) => [
              plain(`stages[${i}].opensMin`, `To ${STAGE_SHORT[s.stage]}`, 'min'),
              ...(s.closesMin !== undefined
                ? [plain(`stages[${i}].closesMin`, `${STAGE_SHORT[s.stage]} closes`, 'min')]
                : []),
            ]),
          },
        ]
      : []),
    {
      title: 'Film and limits',
      figures: [
        qty('film.nominalUm', 'Usual film a coat', 'film'),
        qty('film.maxUm', 'Most a coat', 'film'),
        qty('film.maxTotalUm', 'Most in all', 'film'),
        plain('potLifeMin', phrase`Pot life at ${figure('temp', REFERENCE_C)}`, 'min', true),
        qty('limits.minTempC', 'Coldest panel', 'temp'),
        qty('limits.maxTempC', 'Hottest panel', 'temp'),
        pct('limits.maxRh', 'Dampest air'),
        qty('cureStopsBelowC', 'Cure stops below', 'temp', true),
      ],
    },
  ];
}

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

export const textsOf = (p: Product, units: UnitSystem): Record<string, string> =>
  Object.fromEntries(
    figuresOf(p).flatMap((g) => g.figures.map((f) => [f.path, formatForInput(figureAt(p, f.path), f.kind, units)])),
  );

/** Puts typed figures into a product. Problems carry the figure's path. The whole is then checked at the boundary. */
export function withTexts(
  p: Product,
  name: string,
  texts: Record<string, string>,
  units: UnitSystem,
): Result<Product, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  let out: Product = { ...p, name: name.trim() };
  for (const g of figuresOf(p))
    for (const f of g.figures) {
      const r = readNumber(texts[f.path] ?? '', f.kind, units, f.optional);
      if (r.ok) out = withFigure(out, f.path, r.value);
      else problems.push({ path: f.path, message: r.error });
    }
  return problems.length > 0 ? fail(problems) : ok(out);
}
