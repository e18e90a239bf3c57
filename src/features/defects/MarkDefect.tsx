import { useState } from 'react';
import { errorText, zoneLabel, zonesOf, type Layer, type Message, type Panel, type Point } from '@/core';
import { pointInPolygon } from '@/core/outline';
import { DEFECT_NAMES, type DefectKind } from '@/core/log/defects';
import { defectLayer, defectsIn, type DefectGrade, type DefectLayer } from '@/core/systems/defects';
import { DEFECT_WORDS } from '@/core/systems/defectWords';
import { useLogCommand, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { PickFrom } from '@/ui/PickFrom';
import { Text } from '@/ui/Text';

/** What is seen most in each layer, the first six to tap. */
const LIKELY: { readonly [L in DefectLayer]: readonly DefectKind[] } = {
  topcoat: ['run', 'nib', 'orangePeel', 'drySpray', 'solventPop', 'holograms'],
  base: ['nib', 'stripes', 'mottle', 'run', 'poorHiding', 'drySpray'],
  primer: ['run', 'drySpray', 'pinholes', 'nib', 'edgeMapping', 'scratchSwelling'],
  filler: ['pinholes', 'peelsOff', 'softFilm', 'sinkBack', 'edgeMapping', 'fisheyes'],
};
const GRADES = [1, 2, 3] as const;
const USUAL_GRADE = '1';

/** One defect of a panel, marked: what, how bad, in which layer, and where the finger was. */
export function MarkDefect({
  open,
  panel,
  at,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  at: Point | undefined;
  onDone(id: string | undefined): void;
}) {
  const { job, state } = open;
  const command = useLogCommand(job.id);
  const notify = useNotify();
  const zones = zonesOf(job, panel.id).filter((z) => (state.zones.get(z.id)?.strata?.layers.length ?? 0) > 0);
  const [zoneId, setZone] = useState<string>();
  const [kind, setKind] = useState<DefectKind>();
  const [grade, setGrade] = useState(USUAL_GRADE);
  const [layerId, setLayer] = useState<string>();
  const [problem, setProblem] = useState<Message>();
  // The zone that the finger was on, where zones are drawn.
  const under = at && zones.find((z) => z.outline && pointInPolygon(z.outline, at))?.id;
  const zone = zones.find((z) => z.id === (zoneId ?? under)) ?? zones[0];
  const layers: readonly Layer[] = (zone && state.zones.get(zone.id)?.strata?.layers) ?? [];
  const layer = layers.find((l) => l.id === layerId) ?? layers.at(-1);
  if (!zone || !layer) return null;
  const kinds = defectsIn(layer.family);
  const what = kind && kinds.includes(kind) ? kind : undefined;
  const save = () => {
    if (!what) return setProblem('Say what it is');
    command.mutate(
      {
        log: {
          kind: 'defectMarked',
          zoneIds: [zone.id],
          defect: what,
          grade: Number(grade) as DefectGrade,
          ...(layer.id !== layers.at(-1)?.id && { layer: layer.id }),
          ...(at && { at: { x: Math.round(at.x), y: Math.round(at.y) }, face: zone.face ?? 'outer' }),
        },
      },
      {
        onSuccess: ({ event, undo }) => {
          notify({ text: `Marked: ${DEFECT_NAMES[what].toLowerCase()}.`, undo });
          onDone(event.id);
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  };
  return (
    <Stack between={1} top={1} bottom={3}>
      <PickFrom<DefectKind>
        label="What is it?"
        options={kinds.map((k) => ({ value: k, label: DEFECT_NAMES[k] }))}
        likely={LIKELY[defectLayer(layer.family)].filter((k) => kinds.includes(k))}
        value={what}
        onChange={setKind}
      />
      {what && (
        <>
          <Text kind="small" tone="muted">
            {DEFECT_WORDS[what].looks}
          </Text>
          <ChoiceGroup
            label="How bad"
            options={GRADES.map((g) => ({ value: String(g), label: DEFECT_WORDS[what].grades[g - 1] ?? '' }))}
            value={grade}
            onChange={setGrade}
          />
        </>
      )}
      {zones.length > 1 && (
        <ChoiceGroup
          label="Zone"
          options={zones.map((z) => ({ value: z.id, label: zoneLabel(job, z.id) }))}
          value={zone.id}
          onChange={setZone}
        />
      )}
      {layers.length > 1 && (
        <ChoiceGroup
          label="In"
          options={[...layers]
            .reverse()
            .slice(0, 4)
            .map((l) => ({ value: l.id, label: l.label }))}
          value={layer.id}
          onChange={setLayer}
        />
      )}
      {panel.map && !at && (
        <Text kind="small" tone="muted">
          A tap on the drawing says where.
        </Text>
      )}
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton
          label={command.isPending ? 'Saving' : 'Mark it'}
          strong
          grow
          disabled={command.isPending}
          onPress={save}
          testID="save-defect"
        />
        <ActionButton label="Leave" onPress={() => onDone(undefined)} />
      </Row>
    </Stack>
  );
}
