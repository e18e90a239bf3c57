import { useState } from 'react';
import { View } from 'react-native';
import { object, string } from 'yup';
import {
  errorText,
  formatQuantity,
  Refusal,
  SEAM_NAMES,
  type Face,
  type Job,
  type Message,
  type Panel,
  type SeamKind,
  type UnitSystem,
} from '@/core';
import { keysOf } from '@/core/keysOf';
import { lineLengthMm, withSeam, type NewSeam } from '@/core/outline';
import { newId, nowMs, useShopActions, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Stack } from '@/ui/layout';
import { useSketchAtRest, type Sketch } from '@/ui/map/sketch';
import { Problem } from '@/ui/Notice';
import { formatForInput } from '@/ui/numbers';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { SketchTools } from './SketchTools';

const KINDS = keysOf(SEAM_NAMES).map((value) => ({ value, label: SEAM_NAMES[value] }));
const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;
type YesNo = (typeof YES_NO)[number]['value'];

/** A lap for plug welds, and from one to the next, mm. */
const USUAL = { widthMm: 12, spacingMm: 40 };

const schema = (units: UnitSystem) =>
  object({
    name: typedText(120, 'Give the seam a name'),
    kind: string<SeamKind>().required(),
    width: typedQuantity('thickness', { min: 1, max: 200 }, units).required(),
    spacing: typedQuantity('thickness', { min: 5, max: 500, optional: true }, units),
    both: string<YesNo>().required(),
    drained: string<YesNo>().required(),
  });

/** A seam that is drawn along: a narrow zone with a history of its own, on one face or through both. */
export function SeamForm({
  open,
  panel,
  face,
  sketch,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  face: Face;
  sketch: Sketch;
  /** @param before the job's head before it, to take it back */
  onDone(words: string, before: Job): void;
}) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const inText = (mm: number) => formatForInput(mm, { quantity: 'thickness' }, units);
  const through = (panel.map?.faces.length ?? 1) > 1;
  const form = useAppForm(
    {
      name: '',
      kind: 'plugWeld',
      width: inText(USUAL.widthMm),
      spacing: inText(USUAL.spacingMm),
      both: through ? 'yes' : 'no',
      drained: 'yes',
    },
    schema,
  );
  const kind = form.watch('kind');
  const [problem, setProblem] = useState<Message>();
  const line = useSketchAtRest(sketch);
  const length = lineLengthMm(line);
  const save = form.handleSubmit((v) => {
    const now = nowMs();
    const ids: NewSeam['ids'] = v.both === 'yes' ? [newId(now), newId(now)] : [newId(now)];
    const seam: NewSeam = {
      ids,
      name: v.name,
      kind: v.kind,
      line: [...sketch.get()],
      widthMm: v.width,
      ...(v.kind === 'plugWeld' && v.spacing !== undefined && { spacingMm: v.spacing }),
      drained: v.drained === 'yes',
    };
    const change = (j: Job) => {
      const r = withSeam(j, j.panels.find((p) => p.id === panel.id) ?? panel, face, seam, now);
      if (!r.ok) throw new Refusal(r.error[0]!.message);
      return r.value;
    };
    changeJob(open.job.id, change).then(
      () => onDone(`${v.name} is drawn, ${formatQuantity('thickness', length, units, 0)} long.`, open.job),
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Stack top={3}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: gap(3) }}>
        <Text kind="figure" testID="drawn-length">
          {line.length > 1 ? formatQuantity('thickness', length, units, units === 'metric' ? 0 : 1) : '\u2013'}
        </Text>
        <Text tone="muted">along the seam</Text>
      </View>
      <SketchTools sketch={sketch} onChange={() => setProblem(undefined)} />
      <FormField control={form.control} name="name" label="Name of the seam" />
      <FormChoice control={form.control} name="kind" label="What holds it" options={KINDS} />
      <Fields>
        <FormField control={form.control} name="width" label="Wide" quantity="thickness" />
        {kind === 'plugWeld' && (
          <FormField control={form.control} name="spacing" label="From plug to plug" quantity="thickness" />
        )}
      </Fields>
      {through && <FormChoice control={form.control} name="both" label="It goes through both faces" options={YES_NO} />}
      <FormChoice control={form.control} name="drained" label="Water can get out again" options={YES_NO} />
      <Problem says={problem} />
      <Stack top={3}>
        <ActionButton label="Keep the seam" strong onPress={() => void save()} testID="keep-seam" />
      </Stack>
    </Stack>
  );
}
