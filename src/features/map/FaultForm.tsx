import { useState } from 'react';
import { View } from 'react-native';
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
} from '@/core';
import { acrossMm, overlappedZoneNames } from '@/core/outline';
import { NotLogged, useLogCommand, useAdvice, useSettings, type OpenJob } from '@/data';
import { Fields, Measure } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { markWords } from '@/ui/words';

const MM = { quantity: 'thickness' } as const;

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
  const [depth, setDepth] = useState('');
  const [size, setSize] = useState(outline ? formatForInput(acrossMm(outline), MM, units) : '');
  const [cause, setCause] = useState<FaultCause>();
  const [own, setOwn] = useState<Treatment>();
  const [other, setOther] = useState(false);
  const [problems, setProblems] = useState<Record<string, Message>>({});
  if (!settings || !advice) return null;
  const figures = advice.FAULTS[fault];
  const read = (text: string): number | undefined => {
    const r = readNumber(text, MM, units, true);
    return r.ok ? r.value : undefined;
  };
  const depthMm = read(depth);
  const proposal = advice.proposeTreatment({
    fault,
    grade: Number(grade) as 1 | 2 | 3,
    substrate: panel.substrate,
    method: settings.method,
    ...(depthMm !== undefined && { depthMm }),
  });
  const treatment = own ?? proposal.treatment;
  const save = () => {
    const bad: Record<string, Message> = {};
    const figure = (name: string, text: string, min: number, max: number): number | undefined => {
      if (!text.trim()) return undefined;
      const v = read(text);
      if (v === undefined || v < min || v > max)
        bad[name] = phrase`A number from ${pair('thickness', min, max, ' to ')}`;
      // As fine as a straightedge reads: inches do not come out even.
      return v && Math.round(v * 10) / 10;
    };
    const depthMm = figures.depth && figure('depthMm', depth, 0, 200);
    const sizeMm = figures.size && figure('sizeMm', size, 1, 5000);
    if (Object.keys(bad).length > 0) return setProblems(bad);
    const mark = {
      fault,
      grade: Number(grade) as 1 | 2 | 3,
      treatment,
      face,
      at,
      ...(outline && { outline }),
      ...(typeof depthMm === 'number' && { depthMm }),
      ...(typeof sizeMm === 'number' && { sizeMm }),
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
        <View style={{ marginTop: gap(3) }}>
          <T kind="figure" testID="fault-area">
            {drawnAreaText(areaMm2(outline) / 100, units)}
          </T>
          {also.length > 0 && (
            <T kind="small" tone="muted">
              {`It reaches into ${also.join(' and ').toLowerCase()} too; it is kept on ${zone.name.toLowerCase()}, where its middle is.`}
            </T>
          )}
        </View>
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
            <Measure label="Depth" quantity="thickness" value={depth} onChange={setDepth} problem={problems.depthMm} />
          )}
          {figures.size && (
            <Measure label="Across" quantity="thickness" value={size} onChange={setSize} problem={problems.sizeMm} />
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
        <T kind="strong">{TREATMENT_NAMES[treatment]}</T>
        <T kind="small">{own && own !== proposal.treatment ? 'Your own choice.' : proposal.why}</T>
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
        <ActionButton
          label={`Mark it on ${zone.name.toLowerCase()}`}
          strong
          grow
          disabled={command.isPending}
          onPress={save}
          testID="save-mark"
        />
        <ActionButton label="Leave" onPress={() => onDone()} />
      </View>
    </View>
  );
}
