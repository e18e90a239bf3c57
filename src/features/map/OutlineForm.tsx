import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import {
  drawnAreaText,
  type Face,
  type FieldProblem,
  type Job,
  type LogEvent,
  type Panel,
  type Point,
  type Result,
  type Message,
  Refusal,
  errorText,
} from '@/core';
import { AS_FOUND, asFoundName, layersAsFound, type AsFound } from '@/core/log/asFound';
import {
  areaMm2,
  drawZone,
  MAX_OUTLINE_CORNERS,
  zonesOnFace,
  outlineProblem,
  outlineZone,
  simplifyLine,
  FINGER_TOLERANCE_MM,
  clipToPanel,
  withKeepOut,
  withZone,
} from '@/core/outline';
import { newId, nowMs, useShopActions, type OpenJob } from '@/data';
import { FormField } from '@/ui/form/FormField';
import { useAppTheme } from '@/ui/appTheme';
import { Row, Stack } from '@/ui/layout';
import { useSketchAtRest, type Sketch } from '@/ui/map/sketch';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { SketchTools } from './SketchTools';
import { TypedCorners } from './TypedCorners';

const BEGINS = AS_FOUND.map((a) => ({ value: a, label: asFoundName(a) }));

/** In the choice of zones: none that is there. */
const NEW = '';

/** What is being drawn on the map: its area as it grows, what is wrong with it, its name. */
export function OutlineForm({
  open,
  panel,
  face,
  what,
  redraw,
  sketch,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  face: Face;
  what: 'zone' | 'keepOut';
  /** A drawn zone that is to be drawn anew. */
  redraw?: string;
  sketch: Sketch;
  /** @param before the job's head before it, to take it back */
  onDone(words: string, before: Job): void;
}) {
  const { changeJob } = useShopActions();
  const { units } = useAppTheme();
  const form = useForm({ defaultValues: { name: '' } });
  const name = useWatch({ control: form.control, name: 'name' });
  const [on, setOn] = useState<AsFound>('old');
  const [fitting, setFitting] = useState<Point[]>();
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const here = zonesOnFace(open.job, panel.id, face);
  const undrawn = here.filter((z) => !z.outline);
  const drawable = what === 'zone' ? here.filter((z) => !z.outline || z.id === redraw) : [];
  // Where several zones are not drawn, a new one could not tell whose history it has: they are drawn first.
  const [which, setWhich] = useState(redraw ?? (undrawn.length > 1 ? undrawn[0]!.id : NEW));
  const old = drawable.find((z) => z.id === which);
  // A zone that is cut out of no other has no history yet: it begins with what is on it.
  const alone = undrawn.length === 0;
  const firstLook = (zoneId: string): LogEvent => {
    const now = nowMs();
    return {
      id: newId(now),
      kind: 'found',
      atMs: now,
      writtenMs: now,
      zoneIds: [zoneId],
      substrate: panel.substrate,
      thicknessUm: panel.thicknessUm,
      layers: layersAsFound(on, panel.substrate),
    };
  };
  const change = (j: Job, outline: Point[], id: string, now: number): Result<Job, FieldProblem[]> => {
    const p = j.panels.find((x) => x.id === panel.id) ?? panel;
    if (what === 'keepOut') return withKeepOut(j, p, { id, name, face, outline });
    return old ? outlineZone(j, p, old.id, outline) : withZone(j, p, face, { id, name, outline }, now);
  };
  /** The outline cut off where it goes too far, if it can be kept so. */
  const fitted = (outline: readonly Point[], now: number): Point[] | undefined => {
    // One that crosses itself is drawn anew: nobody can tell which side was meant.
    if (outlineProblem(outline)) return undefined;
    const t = clipToPanel(open.job, panel, face, what === 'keepOut' ? { keepOut: true } : { zoneId: old?.id }, outline);
    return t && change(open.job, t, newId(now), now).ok ? t : undefined;
  };
  const save = () => {
    const points = sketch.get();
    const outline = points.length > MAX_OUTLINE_CORNERS ? simplifyLine(points, FINGER_TOLERANCE_MM) : [...points];
    const now = nowMs();
    const id = newId(now);
    if (!old && !name.trim()) return setProblems({ name: what === 'zone' ? 'Give the zone a name' : 'Say what it is' });
    const made = change(open.job, outline, id, now);
    if (!made.ok) {
      setFitting(fitted(outline, now));
      return setProblems(Object.fromEntries(made.error.map((p) => [p.path, p.message])));
    }
    const drawn = what === 'zone' && !old ? drawZone(open.job, panel, face, outline) : undefined;
    const parent = drawn?.ok ? drawn.value.from?.zone : undefined;
    changeJob(
      open.job.id,
      (j) => {
        const again = change(j, outline, id, now);
        // Nothing is written then, and least of all a first look at a zone that is not there.
        if (!again.ok) throw new Refusal(again.error[0]!.message);
        return again.value;
      },
      drawn && !parent ? [firstLook(id)] : [],
    ).then(
      () => onDone(words(made.value, outline, parent?.name), open.job),
      (e: Error) => setProblems({ '': errorText(e) }),
    );
  };
  const words = (after: Job, outline: readonly Point[], parent: string | undefined): string => {
    if (what === 'keepOut')
      return `${name.trim()} stays unpainted.${undrawn.length > 1 ? ` The areas of ${undrawn.map((z) => z.name).join(' and ')} stay as they were stated.` : ''}`;
    if (!old) return `${name.trim()} is drawn.${parent ? ` It has the history of ${parent.toLowerCase()}.` : ''}`;
    const cm2 = after.zones.find((z) => z.id === old.id)?.areaCm2 ?? areaMm2(outline) / 100;
    return `${old.name} is drawn: ${drawnAreaText(cm2, units)}, and was ${drawnAreaText(old.areaCm2, units)} before.`;
  };
  return (
    <Stack top={3}>
      <DrawnArea sketch={sketch} />
      <SketchTools sketch={sketch} onChange={() => setProblems({})} />
      <TypedCorners sketch={sketch} onChange={() => setProblems({})} />
      {problems.outline !== undefined && (
        <Notice tone="stop">
          <Text kind="small">{problems.outline}</Text>
          {fitting && (
            <TextButton
              label="Cut it off there"
              onPress={() => {
                setProblems({});
                sketch.replace(fitting);
              }}
            />
          )}
        </Notice>
      )}
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      {drawable.length > 0 && (
        <ChoiceGroup
          label="Which zone"
          options={[
            ...(redraw === undefined ? [{ value: NEW, label: 'A new one' }] : []),
            ...drawable.map((z) => ({ value: z.id, label: z.name })),
          ]}
          value={which}
          onChange={(v) => {
            setWhich(v);
            setProblems({});
          }}
        />
      )}
      {!old && (
        <FormField
          control={form.control}
          name="name"
          label={what === 'zone' ? 'Name of the zone' : 'What must not be painted'}
          problem={problems.name}
        />
      )}
      {what === 'zone' && !old && alone && (
        <ChoiceGroup label="What is on it" options={BEGINS} value={on} onChange={(v) => setOn(v)} />
      )}
      <Row top={3}>
        <ActionButton
          label={
            what !== 'zone' ? 'Keep it out' : old ? `Keep the outline of ${old.name.toLowerCase()}` : 'Keep the zone'
          }
          strong
          grow
          onPress={save}
          testID="keep-outline"
        />
      </Row>
    </Stack>
  );
}

/** The area of what is drawn, as soon as the finger rests: counting under it would hold it up. */
function DrawnArea({ sketch }: { sketch: Sketch }) {
  const { units } = useAppTheme();
  const points = useSketchAtRest(sketch);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: gap(3) }}>
      <Text kind="figure" testID="drawn-area">
        {points.length > 2 ? drawnAreaText(areaMm2(points) / 100, units) : '\u2013'}
      </Text>
      <Text tone="muted">{`${points.length} ${points.length === 1 ? 'corner' : 'corners'}`}</Text>
    </View>
  );
}
