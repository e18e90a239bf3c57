import { useMemo, useState } from 'react';
import { finishOf, formatQuantity, zonesOf, type Message, type Panel, type Point, type UnitSystem } from '@/core';
import { liesFlat } from '@/core/bodies';
import { colourCase, COLOUR_LIMITS, spotWay, type BlendAsk, type BlendPlan, type ClearEnds } from '@/core/colour';
import type { PanelMap } from '@/core/log/job';
import { useLibrary, useSettings, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput, readNumber } from '@/ui/numbers';
import { repairsOf, roomRound, spotAt, usualNext, type Repair } from './repairs';
import { useBlendPlan } from './useBlendPlan';

/** A repair that is no marked one: where somebody tapped. */
export const TAPPED = 'tapped';
/** A blend with no card yet: what is usual. */
const USUAL_DE = 1.5;
const MOST_DE = 20;
/** A length of somebody's own, cm. */
const LENGTH_CM = { min: 1, max: 300 };
/** A spot is not smaller, mm. */
const LEAST_SPOT_MM = 2;

/** What somebody chose and typed for a blend. */
export interface BlendInput {
  repairId: string;
  spot: Point | undefined;
  across: string;
  de: string;
  length: string;
  ends: ClearEnds['at'];
  axis: 'x' | 'y';
  line: string;
  looksAlong: 'yes' | 'no';
  next: BlendAsk['next'];
}

/** What the typed figures read as, and what is wrong with those that cannot be read. */
function readFigures({ across, de, length, line }: BlendInput, units: UnitSystem) {
  const figures = {
    across: readNumber(across, { quantity: 'length' }, units),
    de: readNumber(de, { plain: true }, units),
    length: readNumber(length, { quantity: 'length' }, units, true),
    line: readNumber(line, { quantity: 'length' }, units),
  };
  const cm = (v: number) => formatQuantity('length', v, units, 0);
  const deProblem = !figures.de.ok
    ? figures.de.error
    : figures.de.value < 0 || figures.de.value > MOST_DE
      ? `Between 0 and ${MOST_DE}`
      : undefined;
  const lengthProblem = !figures.length.ok
    ? figures.length.error
    : figures.length.value !== undefined &&
        (figures.length.value < LENGTH_CM.min || figures.length.value > LENGTH_CM.max)
      ? `Between ${cm(LENGTH_CM.min)} and ${cm(LENGTH_CM.max)}`
      : undefined;
  const problems: Partial<Record<'across' | 'de' | 'length' | 'line', Message>> = {
    ...(!figures.across.ok && { across: figures.across.error }),
    ...(deProblem !== undefined && { de: deProblem }),
    ...(lengthProblem !== undefined && { length: lengthProblem }),
    ...(line !== '' && !figures.line.ok && { line: figures.line.error }),
  };
  return {
    problems,
    acrossMm: figures.across.ok ? Math.max(LEAST_SPOT_MM, figures.across.value * 10) : undefined,
    de: figures.de.ok && deProblem === undefined ? figures.de.value : undefined,
    lineMm: figures.line.ok ? figures.line.value * 10 : undefined,
    length: figures.length.ok && lengthProblem === undefined ? (figures.length.value ?? ('usual' as const)) : undefined,
  };
}

/** A blend on a panel: what was chosen, what is repaired, the plan of it, and whether a spot is better touched in. */
export function useBlend(open: OpenJob, panel: Panel, map: PanelMap) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const limits = useSettings()?.colourLimits ?? COLOUR_LIMITS;
  const { colour } = finishOf(open.job, zonesOf(open.job, panel.id)[0]?.id);
  const best = useMemo(
    () => colour && colourCase(open.job, open.state, colour, lookup, limits).cards.find((c) => c.compared),
    [open.job, open.state, colour, lookup, limits],
  );
  const verdict = best?.compared?.verdict;
  const repairs = useMemo(() => repairsOf(open.job, open.state, panel), [open.job, open.state, panel]);
  const [choices, setChoices] = useState<BlendInput>(() => ({
    repairId: repairs[0]?.id ?? TAPPED,
    spot: undefined,
    across: formatForInput(6, { quantity: 'length' }, units),
    de: (verdict?.high ?? USUAL_DE).toFixed(1),
    length: '',
    ends: 'edge',
    axis: 'y',
    line: '',
    looksAlong: liesFlat(panel) ? 'yes' : 'no',
    next: usualNext(open.job, panel),
  }));
  const { repairId, spot, ends, axis, next } = choices;
  const { problems, acrossMm, de, lineMm, length } = readFigures(choices, units);
  const repair = useMemo<Pick<Repair, 'name' | 'outline' | 'whole'> | undefined>(
    () =>
      repairId !== TAPPED
        ? repairs.find((r) => r.id === repairId)
        : spot && acrossMm !== undefined
          ? { name: 'Spot', outline: spotAt(spot, acrossMm) }
          : undefined,
    [repairs, repairId, spot, acrossMm],
  );
  const looksAlong = choices.looksAlong === 'yes';
  const plan: BlendPlan | undefined = useBlendPlan({
    map,
    repair: repair?.outline,
    next,
    de,
    butt: de !== undefined && de < limits.butt,
    looksAlong,
    ends,
    axis,
    lineMm,
    length,
  });
  const small = repair && !repair.whole ? roomRound(repair.outline, map.outline) : undefined;
  // What bends to another lightness has flake in it.
  const metallic =
    verdict?.flakeTilt !== undefined ||
    (verdict?.faceL !== undefined && verdict.alongL !== undefined && Math.abs(verdict.faceL - verdict.alongL) > 1);
  return {
    choices,
    choose: (some: Partial<BlendInput>) => setChoices((c) => ({ ...c, ...some })),
    problems,
    colour,
    best,
    repairs,
    repair,
    plan,
    spotAnswer: small && de !== undefined ? spotWay({ ...small, looksAlong, de, metallic }) : undefined,
  };
}

export type Blend = ReturnType<typeof useBlend>;
