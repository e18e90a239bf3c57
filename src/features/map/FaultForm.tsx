import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import {
  areaMm2,
  drawnAreaText,
  FAULT_CAUSES,
  FAULT_KINDS,
  FAULT_NAMES,
  TREATMENT_NAMES,
  TREATMENTS,
  type Face,
  type FaultCause,
  type FaultKind,
  type Panel,
  type Point,
  type Treatment,
  type Zone,
  type Message,
  errorText,
  pair,
  phrase,
  upperFirst,
  type UnitSystem,
} from '@/core';
import { acrossMm, overlappedZoneNames } from '@/core/outline';
import { NotLogged, useLogCommand, useAdvice, useSettings, type OpenJob } from '@/data';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedQuantity } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { useAppTheme } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { formatForInput } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { markWords } from '@/ui/words';

const MM = { quantity: 'thickness' } as const;

const sizeSchema = (units: UnitSystem) => {
  const upTo = (min: number, max: number) =>
    typedQuantity(
      'thickness',
      { min, max, optional: true, message: phrase`A number from ${pair('thickness', min, max, ' to ')}` },
      units,
    );
  return object({ depthMm: upTo(0, 200), sizeMm: upTo(1, 5000) });
};
/** As fine as a straightedge reads: inches do not come out even. */
const inTenths = (mm: number | undefined) => mm && Math.round(mm * 10) / 10;

/** What is wrong at the place that was tapped, how bad, why, and what is proposed. */
export function FaultForm({
  open,
  panel,
  zones,
  face,
  at,
  outline,
  onDone,
}: {
  open: OpenJob;
  panel: Panel;
  /** Where the place lies; several where the panel's zones are not drawn. */
  zones: readonly Zone[];
  face: Face;
  at: Point;
  /** How far it reaches, where a finger went round it. */
  outline?: Point[];
  onDone(words?: string, id?: string): void;
}) {
  const { units } = useAppTheme();
  const settings = useSettings();
  const advice = useAdvice();
  const command = useLogCommand(open.job.id);
  const [zone, setZone] = useState(zones[0]!);
  const [fault, setFault] = useState<FaultKind>('surfaceRust');
  const [grade, setGrade] = useState<'1' | '2' | '3'>('1');
  const [asked] = useState(() => ({
    depthMm: '',
    sizeMm: outline ? formatForInput(acrossMm(outline), MM, units) : '',
  }));
  const form = useLiveForm(asked, sizeSchema);
  const [cause, setCause] = useState<FaultCause>();
  const [own, setOwn] = useState<Treatment>();
  const [other, setOther] = useState(false);
  const [problems, setProblems] = useState<Record<string, Message>>({});
  if (!settings || !advice) return null;
  const figures = advice.FAULTS[fault];
  // What this fault does not ask for is not read.
  const depthMm = figures.depth ? inTenths(form.figures?.depthMm) : undefined;
  const sizeMm = figures.size ? inTenths(form.figures?.sizeMm) : undefined;
  const wrong = (figures.depth && form.problems.depthMm) ?? (figures.size && form.problems.sizeMm);
  const proposal = advice.proposeTreatment({
    fault,
    grade: Number(grade) as 1 | 2 | 3,
    substrate: panel.substrate,
    method: settings.method,
    ...(depthMm !== undefined && { depthMm }),
  });
  const treatment = own ?? proposal.treatment;
  const save = () => {
    if (wrong) return;
    const mark = {
      fault,
      grade: Number(grade) as 1 | 2 | 3,
      treatment,
      face,
      at,
      ...(outline && { outline }),
      ...(depthMm !== undefined && { depthMm }),
      ...(sizeMm !== undefined && { sizeMm }),
      ...(cause && { cause }),
    };
    command.mutate(
      { log: { kind: 'marked', zoneIds: [zone.id], ...mark } },
      {
        onSuccess: ({ event }) => onDone(`Marked on ${zone.name.toLowerCase()}. ${markWords(mark, units)}.`, event.id),
        onError: (e) =>
          setProblems(
            e instanceof NotLogged
              ? Object.fromEntries(e.problems.map((p) => [p.path, p.message]))
              : { '': errorText(e) },
          ),
      },
    );
  };
  const stray = Object.entries(problems).filter(([k]) => k !== 'depthMm' && k !== 'sizeMm');
  const also = outline ? overlappedZoneNames(open.job, panel, face, outline, zone.id) : [];
  return (
    <View>
      {outline && (
        <Stack top={3}>
          <Text kind="figure" testID="fault-area">
            {drawnAreaText(areaMm2(outline) / 100, units)}
          </Text>
          {also.length > 0 && (
            <Text kind="small" tone="muted">
              {`It reaches into ${also.join(' and ').toLowerCase()} too; it is kept on ${zone.name.toLowerCase()}, where its middle is.`}
            </Text>
          )}
        </Stack>
      )}
      {zones.length > 1 && (
        <ChoiceGroup
          label="On which zone"
          options={zones.map((z) => ({ value: z.id, label: z.name }))}
          value={zone.id}
          onChange={(id) => setZone(zones.find((z) => z.id === id) ?? zone)}
        />
      )}
      <ChoiceGroup
        label="What it is"
        options={FAULT_KINDS.map((k) => ({ value: k, label: FAULT_NAMES[k] }))}
        value={fault}
        onChange={(k) => {
          setFault(k);
          setOwn(undefined);
          setProblems({});
        }}
      />
      <ChoiceGroup
        label="How bad"
        options={figures.grades.map((g, i) => ({
          value: String(i + 1) as '1',
          label: upperFirst(g),
        }))}
        value={grade}
        onChange={(g) => {
          setGrade(g);
          setOwn(undefined);
        }}
      />
      {(figures.depth ?? figures.size) && (
        <Fields>
          {figures.depth && (
            <FormField
              control={form.control}
              name="depthMm"
              label="Depth"
              quantity="thickness"
              problem={form.problems.depthMm ?? problems.depthMm}
            />
          )}
          {figures.size && (
            <FormField
              control={form.control}
              name="sizeMm"
              label="Across"
              quantity="thickness"
              problem={form.problems.sizeMm ?? problems.sizeMm}
            />
          )}
        </Fields>
      )}
      <ChoiceGroup
        label="Why (if you know)"
        options={FAULT_CAUSES.map((c) => ({ value: c, label: advice.CAUSE_NAMES[c] }))}
        value={cause}
        onChange={(c) => setCause(c === cause ? undefined : c)}
      />
      <Notice tone="muted" testID="proposal">
        <Text kind="strong">{TREATMENT_NAMES[treatment]}</Text>
        <Text kind="small">{own && own !== proposal.treatment ? 'Your own choice.' : proposal.why}</Text>
      </Notice>
      {other ? (
        <ChoiceGroup
          label="Another way"
          options={TREATMENTS.map((t) => ({ value: t, label: TREATMENT_NAMES[t] }))}
          value={treatment}
          onChange={(t) => setOwn(t)}
        />
      ) : (
        <TextButton label="Another way" onPress={() => setOther(true)} />
      )}
      {stray.map(([k, m]) => (
        <Notice key={k} tone="stop">
          {m}
        </Notice>
      ))}
      <View style={{ marginTop: gap(3), flexDirection: 'row', gap: gap(2) }}>
        <ActionButton label={'Mark it'} strong grow disabled={command.isPending} onPress={save} testID="save-mark" />
        <ActionButton label="Leave" onPress={() => onDone()} />
      </View>
    </View>
  );
}
