import { useState } from 'react';
import { View } from 'react-native';
import { drawnAreaText, zonesOf, type Face, type LogEvent, type Panel } from '@/core';
import { areaMm2, drawZone, faceOf, MOST_CORNERS, outlineProblem, thinned, withZone } from '@/core/outline';
import { newId, nowMs, useShopActions, type OpenJob } from '@/data';
import { Field } from '@/ui/Field';
import { useLook } from '@/ui/look';
import { useBlank, useSketchAtRest, type Sketch } from '@/ui/map/sketch';
import { Act, Choices, Notice } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

const BEGINS = [
  { value: 'old', label: 'Old paint' },
  { value: 'bare', label: 'Nothing: bare' },
] as const;

/** A finger trembles by about this much, mm. */
const TREMBLE_MM = 1.5;

/** What is being drawn on the map: its area as it grows, what is wrong with it, its name. */
export function OutlineForm({
  open,
  panel,
  face,
  what,
  sketch,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  face: Face;
  what: 'zone' | 'keepOut';
  sketch: Sketch;
  onDone(words: string): void;
}) {
  const { changeJob } = useShopActions();
  const blank = useBlank(sketch);
  const [name, setName] = useState('');
  const [on, setOn] = useState<'old' | 'bare'>('old');
  const [problems, setProblems] = useState<Record<string, string>>({});
  // A zone that is cut out of no other has no history yet: it begins with what is on it.
  const alone = !zonesOf(open.job, panel.id).some((z) => faceOf(z) === face && !z.outline);
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
      layers: on === 'old' ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }] : [],
    };
  };
  const save = () => {
    const points = sketch.get();
    const outline = points.length > MOST_CORNERS ? thinned(points, TREMBLE_MM) : [...points];
    const id = newId(nowMs());
    if (!name.trim()) return setProblems({ name: what === 'zone' ? 'Give the zone a name' : 'Say what it is' });
    if (what === 'zone') {
      const made = withZone(open.job, panel, face, { id, name, outline }, nowMs());
      if (!made.ok) return setProblems(Object.fromEntries(made.error.map((p) => [p.path, p.message])));
      const drawn = drawZone(open.job, panel, face, outline);
      const from =
        drawn.ok && drawn.value.parent ? ` It has the history of ${drawn.value.parent.name.toLowerCase()}.` : '';
      const fresh = drawn.ok && !drawn.value.parent ? [firstLook(id)] : [];
      changeJob(
        open.job.id,
        (j) => {
          const again = withZone(j, panel, face, { id, name, outline }, nowMs());
          // Nothing is written then, and least of all a first look at a zone that is not there.
          if (!again.ok) throw new Error(again.error[0]?.message);
          return again.value;
        },
        fresh,
      ).then(
        () => onDone(`${name.trim()} is drawn.${from}`),
        (e: Error) => setProblems({ '': e.message }),
      );
      return;
    }
    const wrong = outlineProblem(outline);
    if (wrong) return setProblems({ outline: wrong });
    changeJob(open.job.id, (j) => ({
      ...j,
      panels: j.panels.map((p) =>
        p.id === panel.id && p.map
          ? { ...p, map: { ...p.map, keepOuts: [...p.map.keepOuts, { id, name: name.trim(), face, outline }] } }
          : p,
      ),
    })).then(
      () => onDone(`${name.trim()} stays unpainted.`),
      (e: Error) => setProblems({ '': e.message }),
    );
  };
  return (
    <View style={{ marginTop: gap(3) }}>
      <DrawnArea sketch={sketch} />
      <View style={{ flexDirection: 'row', gap: gap(2), marginTop: gap(2) }}>
        <Act
          label="Back one"
          disabled={blank}
          onPress={() => {
            setProblems({});
            sketch.back();
          }}
        />
        <Act
          label="Clear"
          disabled={blank}
          onPress={() => {
            setProblems({});
            sketch.clear();
          }}
        />
      </View>
      {problems.outline !== undefined && <Notice tone="stop">{problems.outline}</Notice>}
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <Field
        label={what === 'zone' ? 'Name of the zone' : 'What must not be painted'}
        value={name}
        onChange={setName}
        problem={problems.name}
      />
      {what === 'zone' && alone && (
        <Choices label="What is on it" options={BEGINS} value={on} onChange={(v) => setOn(v)} />
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <Act
          label={what === 'zone' ? 'Keep the zone' : 'Keep it out'}
          strong
          grow
          onPress={save}
          testID="keep-outline"
        />
      </View>
    </View>
  );
}

/** The area of what is drawn, as soon as the finger rests: counting under it would hold it up. */
function DrawnArea({ sketch }: { sketch: Sketch }) {
  const { units } = useLook();
  const points = useSketchAtRest(sketch);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: gap(3) }}>
      <T kind="figure" testID="drawn-area">
        {points.length > 2 ? drawnAreaText(areaMm2(points) / 100, units) : '\u2013'}
      </T>
      <T tone="muted">{`${points.length} ${points.length === 1 ? 'corner' : 'corners'}`}</T>
    </View>
  );
}
