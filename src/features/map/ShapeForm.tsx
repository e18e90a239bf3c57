import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import {
  drawnAreaText,
  zonesOf,
  type Face,
  type Panel,
  type Point,
  type Message,
  type UnitSystem,
  errorText,
  pair,
  phrase,
} from '@/core';
import {
  areaMm2,
  boundsOf,
  MAX_OUTLINE_CORNERS,
  outlineProblem,
  scaleOutline,
  SHAPE_NAMES,
  shapeOutline,
  SHAPES,
  namesLeftOutside,
  simplifyLine,
  FINGER_TOLERANCE_MM,
  withShape,
  type ShapeName,
} from '@/core/outline';
import { useShopActions, type OpenJob } from '@/data';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { PanelMap } from '@/ui/map/PanelMap';
import { Sketch, useIsEmptySketch, useSketchAtRest } from '@/ui/map/sketch';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';

const WAYS = [
  { value: 'shape', label: 'A usual shape' },
  { value: 'draw', label: 'Draw it' },
] as const;

const MM = { quantity: 'thickness' } as const;

const sizeSchema = (units: UnitSystem) => {
  const side = () =>
    typedQuantity(
      'thickness',
      { min: 20, max: 6000, message: phrase`A number from ${pair('thickness', 20, 6000, ' to ')}` },
      units,
    ).required();
  return object({ width: side(), height: side() });
};

/** Gives a panel its outline to scale: a generic shape with its own width and height, or drawn on a board of that size. */
export function ShapeForm({ open, panel, onDone }: { open: OpenJob; panel: Panel; onDone?(): void }) {
  const { units } = useAppTheme();
  const router = useRouter();
  const { changeJob } = useShopActions();
  const had = panel.map && boundsOf(panel.map.outline);
  const [way, setWay] = useState<(typeof WAYS)[number]['value']>('shape');
  const [shape, setShape] = useState<ShapeName | 'asItIs'>(panel.map ? 'asItIs' : 'rectangle');
  const [size, setSize] = useState(had ?? { width: SHAPES.rectangle.size[0], height: SHAPES.rectangle.size[1] });
  const suggested = useMemo(
    () => ({ width: formatForInput(size.width, MM, units), height: formatForInput(size.height, MM, units) }),
    [size, units],
  );
  const form = useLiveForm(suggested, sizeSchema);
  const [both, setBoth] = useState<'no' | 'yes'>(panel.map?.faces.includes('inner') ? 'yes' : 'no');
  const [sketch] = useState(() => new Sketch());
  const drawn = useSketchAtRest(sketch);
  const blank = useIsEmptySketch(sketch);
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const side = (name: 'width' | 'height') => {
    const r = form.problems[name] === undefined ? readNumber(form.texts[name], MM, units) : undefined;
    return r?.ok ? r.value : undefined;
  };
  const w = side('width');
  const h = side('height');
  const board: Point[] = shapeOutline('rectangle', w ?? 1000, h ?? 600);
  const outline: Point[] =
    way === 'draw'
      ? [...drawn]
      : shape === 'asItIs' && panel.map
        ? scaleOutline(panel.map.outline, w ?? 1000, h ?? 600)
        : shapeOutline(shape as ShapeName, w ?? 1000, h ?? 600);
  const zones = zonesOf(open.job, panel.id);
  const anyDrawn = zones.some((z) => z.outline) || (panel.map?.keepOuts.length ?? 0) > 0;
  const marked = zones.some((z) => open.state.zones.get(z.id)?.strata?.faults.some((f) => f.mark?.at));
  const off = anyDrawn && outlineProblem(outline) === undefined ? namesLeftOutside(open.job, panel, outline) : [];
  const save = () => {
    if (!form.figures) return;
    const bad: Record<string, Message> = {};
    const now = way === 'draw' ? [...sketch.get()] : outline;
    const kept = now.length > MAX_OUTLINE_CORNERS ? simplifyLine(now, FINGER_TOLERANCE_MM) : now;
    const wrong = outlineProblem(kept);
    if (wrong) bad.outline = wrong;
    const within = zones.filter((z) => z.face === 'inner').map((z) => z.name);
    if (both === 'no' && within.length > 0)
      bad[''] = `${within.join(' and ')} ${within.length === 1 ? 'is' : 'are'} on the inner face: it cannot go.`;
    if (Object.keys(bad).length > 0) return setProblems(bad);
    const faces: Face[] = both === 'yes' ? ['outer', 'inner'] : ['outer'];
    changeJob(open.job.id, (j) => withShape(j, j.panels.find((p) => p.id === panel.id) ?? panel, kept, faces)).then(
      () => onDone?.(),
      (e: Error) => setProblems({ '': errorText(e) }),
    );
  };
  return (
    <Page
      testID="shape-page"
      foot={
        <>
          <ActionButton label="Keep this outline" strong grow onPress={save} testID="keep-shape" />
          <ActionButton
            label="Leave"
            onPress={() =>
              onDone
                ? onDone()
                : router.navigate(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id }))
            }
          />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={panel.map ? 'Change its outline' : 'What shape is it?'}
        subtitle={
          outline.length > 2
            ? `${drawnAreaText(areaMm2(outline) / 100, units)} on one face, from the drawing.`
            : 'Drag round it, or tap its corners.'
        }
      />
      <ChoiceGroup label="How" hideLabel options={WAYS} value={way} onChange={(v) => setWay(v)} />
      {way === 'shape' && (
        <ChoiceGroup
          label="Shape"
          options={[
            ...(panel.map ? [{ value: 'asItIs' as const, label: 'As it is' }] : []),
            ...SHAPE_NAMES.map((s) => ({ value: s, label: SHAPES[s].name })),
          ]}
          value={shape}
          onChange={(s) => {
            setShape(s);
            if (s === 'asItIs') return;
            form.resetField('width');
            form.resetField('height');
            setSize({ width: SHAPES[s].size[0], height: SHAPES[s].size[1] });
          }}
        />
      )}
      <Fields>
        <FormField
          control={form.control}
          name="width"
          label={way === 'draw' ? 'Board, wide' : 'Wide'}
          quantity="thickness"
          problem={form.problems.width}
        />
        <FormField
          control={form.control}
          name="height"
          label={way === 'draw' ? 'Board, high' : 'High'}
          quantity="thickness"
          problem={form.problems.height}
        />
      </Fields>
      <PanelMap
        outline={way === 'draw' ? board : outline}
        zones={[]}
        keepOuts={[]}
        marks={[]}
        sketch={sketch}
        finger={way === 'draw' ? 'draws' : 'moves'}
        height={260}
        onTap={nothing}
      />
      {way === 'draw' && (
        <View style={{ flexDirection: 'row', gap: gap(2), marginTop: gap(2) }}>
          <ActionButton label="Back one" disabled={blank} onPress={() => sketch.back()} />
          <ActionButton label="Clear" disabled={blank} onPress={() => sketch.clear()} />
        </View>
      )}
      <ChoiceGroup
        label="Inner face worked on too"
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes' },
        ]}
        value={both}
        onChange={(v) => setBoth(v)}
      />
      <Problem says={problems.outline} />
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      {(anyDrawn || marked) && (
        <Notice tone="window">
          {`Zones, keep-outs and marks keep their own places.${off.length > 0 ? ` ${off.join(' and ')} would hang over the edge.` : ' Look whether they still lie right.'}`}
        </Notice>
      )}
      {zones.length > 1 && !anyDrawn && (
        <Notice tone="muted">{`${zones.length} zones keep the areas that were stated. Draw them to have their areas from here.`}</Notice>
      )}
    </Page>
  );
}

const nothing = () => undefined;
