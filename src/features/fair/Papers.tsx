import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, isFiller, isTopcoat, waitText, type Strata, type Zone } from '@/core';
import { afterRemoval, filmBudget } from '@/core/grit/budget';
import { boardFor, gritLadder, ladderRemovalUm, type Grit, type LadderOn, type Rung } from '@/core/grit/ladder';
import { paceOn, pieceClass, type OwnPaces } from '@/core/labour/hours';
import { SHAPE_CLASSES, type ShapeClass } from '@/core/library/shapeClass';
import { keysOf } from '@/core/keysOf';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

const SHAPES = keysOf(SHAPE_CLASSES).map((value) => ({ value, label: SHAPE_CLASSES[value].name }));
const MIN_MS = 60_000;
/** What each is sanded to before what comes on it: primer on filler, colour on primer, compound on clear. Usual papers. */
const SANDED_TO: Readonly<Record<LadderOn, Grit>> = { filler: 180, primer: 600, clear: 3000 };
/** Shape is cut no finer than that. */
const SHAPES_UP_TO = 180;

const HELD: Readonly<Record<Rung['held'], string>> = {
  board: 'on a rigid board',
  flexible: 'on a flexible board that follows the curve',
  round: 'on a round block or a hose',
  hand: 'by hand, edges and lines last and lightly',
  pad: 'on a soft pad',
};

/** What is on top, and the paper from which its ladder begins. */
function startOf(strata: Strata | undefined, fills: boolean): { on: LadderOn; from: Grit | undefined; first: Grit } {
  const top = strata?.layers[strata.layers.length - 1];
  const from = strata?.surface.scratch?.grit as Grit | undefined;
  if (fills || !top || isFiller(top.family)) return { on: 'filler', from: fills ? undefined : from, first: 80 };
  return isTopcoat(top.family) ? { on: 'clear', from, first: 1500 } : { on: 'primer', from, first: 320 };
}

/** The papers from what is there to what the next coat needs, how each is held, and how long it takes. */
export function Papers({
  zones,
  strata,
  fills,
  areaCm2,
  waveMm,
  panelMm,
  paces,
  usualShape,
}: {
  zones: readonly Zone[];
  strata: Strata | undefined;
  /** A skim comes first, which is cut to shape. */
  fills: boolean;
  areaCm2: number;
  /** Across the lows, and of the panel, mm. */
  waveMm: number;
  panelMm: number;
  /** How much longer this shop is at things than is usual. */
  paces: OwnPaces;
  /** What somebody said the panel is like. */
  usualShape: ShapeClass | undefined;
}) {
  const { units } = useAppTheme();
  const [shape, setShape] = useState<ShapeClass>(usualShape ?? 'flat');
  const { on, from, first } = startOf(strata, fills);
  const area = areaCm2 > 0 ? areaCm2 : zones.reduce((sum, z) => sum + z.areaCm2, 0);
  const factor = paceOn(paces, 'sand', pieceClass(shape, area));
  const rungs = gritLadder(from, SANDED_TO[on], on, area, shape, first);
  const board = boardFor(waveMm, panelMm);
  const budget = strata && !fills ? filmBudget(strata) : undefined;
  const spends = ladderRemovalUm(rungs);
  const usual = rungs.reduce((sum, r) => sum + r.minutes, 0);
  const length = (mm: number) => formatQuantity('length', mm / 10, units, 0);
  const times = (min: number) => waitText(Math.max(1, Math.round(min)) * MIN_MS);
  if (rungs.length === 0) return null;
  return (
    <Section
      title="Papers"
      aside={`about ${times(usual * factor.times)}, ${times((usual * factor.times) / factor.spread)} to ${times(usual * factor.times * factor.spread)}`}
    >
      <ChoiceGroup label="It is" options={SHAPES} value={shape} onChange={(s) => setShape(s)} />
      {fills &&
        (board ? (
          <Text kind="small" tone="muted">
            {`Cut the shape with a board of ${length(board.lengthMm)}: lows here are about ${length(waveMm)} across, and a board shorter than half of that follows them.`}
          </Text>
        ) : (
          <Notice tone="window">
            {`Lows here are about ${length(waveMm)} across: no board bridges them on this panel. Work by straightedge and guide coat.`}
          </Notice>
        ))}
      {budget && budget.reserveUm !== null && budget.reserveUm > 0 && afterRemoval(budget, spends) !== 'enough' && (
        <Notice tone={afterRemoval(budget, spends) === 'through' ? 'stop' : 'window'}>
          {`These papers take about ${formatQuantity('film', spends, units)} off; ${formatQuantity('film', budget.spendableUm, units)} of ${budget.layer.label} may come off. Begin with a finer paper, or coat it again first.`}
        </Notice>
      )}
      {rungs.map((r) => (
        <ListRow key={r.grit}>
          <View style={{ width: 64 }}>
            <Text kind="section">{`P${r.grit}`}</Text>
          </View>
          <Grow>
            <Text kind="small">
              {r.removesUm === 0
                ? `${r.grit <= SHAPES_UP_TO ? 'Cuts it to shape' : 'Cuts it flat'}, in an X, never along one line`
                : `Across the last scratch, until it is gone: ${formatQuantity('film', r.removesUm, units)} off`}
            </Text>
            <Text kind="small" tone="muted">
              {`${on === 'filler' && r.grit === 120 ? 'Many leave it out and give P180 twice the strokes. ' : ''}${HELD[r.held]}, ${r.wet ? 'wet' : 'dry'}, about ${r.passes} strokes a place; ${times(r.minutes * factor.times)}, ${r.discs} ${r.discs === 1 ? 'sheet' : 'sheets'}`}
            </Text>
          </Grow>
        </ListRow>
      ))}
      <Text kind="small" tone="muted">
        {factor.entries === 0
          ? `Usual times; log how long it took, and they become yours.`
          : `Usual: ${times(usual)}. From ${factor.entries} of your own entries: ${times(usual * factor.times)}.`}
      </Text>
    </Section>
  );
}
