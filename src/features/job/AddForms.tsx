import { useState } from 'react';
import { View } from 'react-native';
import {
  BOUNDS,
  formatQuantity,
  SUBSTRATES,
  SUBSTRATE_KINDS,
  zonesOf,
  type LogEvent,
  type Panel,
  type SubstrateKind,
  type UnitSystem,
  type Message,
  errorText,
} from '@/core';
import { AS_FOUND, asFoundName, layersAsFound, type AsFound } from '@/core/log/asFound';
import { panelNameProblem } from '@/core/log/panelChange';
import { newId, nowMs, useShopActions, type OpenJob } from '@/data';
import { Field, Fields, Measure } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { gap } from '@/ui/theme';

type Begin = AsFound | 'later';

/** What stands on a zone when it comes into the log. */
function beginning(begin: Begin, zoneId: string, substrate: SubstrateKind, thicknessUm: number): LogEvent[] {
  if (begin === 'later') return [];
  const now = nowMs();
  const layers = layersAsFound(begin, substrate);
  return [
    { id: newId(now), kind: 'found', atMs: now, writtenMs: now, zoneIds: [zoneId], substrate, thicknessUm, layers },
  ];
}

const BEGINS: { value: Begin; label: string }[] = [
  ...AS_FOUND.map((a) => ({ value: a, label: asFoundName(a) })),
  { value: 'later', label: 'Look later' },
];

/** An area as typed, in the user's units of area; its problem in words. */
export function readArea(text: string, units: UnitSystem): { cm2: number } | { problem: string } {
  const r = readNumber(text, { quantity: 'area' }, units);
  if (!r.ok) return { problem: r.error };
  const { min, max } = BOUNDS.areaCm2;
  return r.value >= min && r.value <= max
    ? { cm2: r.value }
    : { problem: `Between ${formatQuantity('area', min, units, 4)} and ${formatQuantity('area', max, units)}` };
}

/** A new panel with its first zone, and what stands on it. */
export function AddPanel({ open, close }: { open: OpenJob; close(): void }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const [name, setName] = useState('');
  const [substrate, setSubstrate] = useState<SubstrateKind>('steel');
  const [thick, setThick] = useState(() => formatForInput(0.8, { quantity: 'thickness' }, units));
  const [area, setArea] = useState('');
  const [begin, setBegin] = useState<Begin>('old');
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const save = () => {
    const a = readArea(area, units);
    const t = readNumber(thick, { quantity: 'thickness' }, units);
    const bad: Record<string, Message> = {};
    const wrong = panelNameProblem(open.job, name);
    if (wrong) bad.name = wrong;
    if ('problem' in a) bad.area = a.problem;
    if (!t.ok) bad.thick = t.error;
    else if (t.value < 0.1 || t.value > 50)
      bad.thick = `Between ${formatQuantity('thickness', 0.1, units)} and ${formatQuantity('thickness', 50, units)}`;
    if (Object.keys(bad).length > 0 || 'problem' in a || !t.ok) return setProblems(bad);
    const id = newId(nowMs());
    const um = Math.round(t.value * 1000);
    changeJob(
      open.job.id,
      (j) => ({
        ...j,
        panels: [...j.panels, { id, name: name.trim(), substrate, thicknessUm: um }],
        zones: [...j.zones, { id: `${id}-z`, panelId: id, name: 'Whole', areaCm2: a.cm2 }],
      }),
      beginning(begin, `${id}-z`, substrate, um),
    ).then(close, (e: Error) => setProblems({ '': errorText(e) }));
  };
  return (
    <View style={{ paddingBottom: gap(4) }}>
      <Field label="Panel" value={name} onChange={setName} problem={problems.name} />
      <ChoiceGroup
        label="Made of"
        options={SUBSTRATE_KINDS.map((s) => ({ value: s, label: SUBSTRATES[s].name }))}
        value={substrate}
        onChange={(v) => setSubstrate(v)}
      />
      <Fields>
        <Measure label="Thick" quantity="thickness" value={thick} onChange={setThick} problem={problems.thick} />
        <Measure
          label="Area"
          quantity="area"
          value={area}
          onChange={setArea}
          problem={problems.area}
          hint={`A car door is about ${formatQuantity('area', 8000, units)}`}
        />
      </Fields>
      <ChoiceGroup label="What is on it" options={BEGINS} value={begin} onChange={(v) => setBegin(v)} />
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <ActionButton label="Add the panel" strong onPress={save} testID="add-panel" />
        <ActionButton label="Leave" onPress={close} />
      </View>
    </View>
  );
}

/** One more zone of a panel, with its own history. */
export function AddZone({ open, panel, close }: { open: OpenJob; panel: Panel; close(): void }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const [name, setName] = useState('');
  const [area, setArea] = useState('');
  const [begin, setBegin] = useState<Begin>('old');
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const save = () => {
    const a = readArea(area, units);
    const bad: Record<string, Message> = {};
    if (!name.trim()) bad.name = 'Give the zone a name';
    else if (zonesOf(open.job, panel.id).some((z) => z.name.toLowerCase() === name.trim().toLowerCase()))
      bad.name = 'The panel has a zone of that name';
    if ('problem' in a) bad.area = a.problem;
    if (Object.keys(bad).length > 0 || 'problem' in a) return setProblems(bad);
    const id = newId(nowMs());
    changeJob(
      open.job.id,
      (j) => ({ ...j, zones: [...j.zones, { id, panelId: panel.id, name: name.trim(), areaCm2: a.cm2 }] }),
      beginning(begin, id, panel.substrate, panel.thicknessUm),
    ).then(close, (e: Error) => setProblems({ '': errorText(e) }));
  };
  return (
    <View style={{ paddingBottom: gap(4) }}>
      <Fields>
        <Field label="Zone" value={name} onChange={setName} problem={problems.name} short />
        <Measure label="Area" quantity="area" value={area} onChange={setArea} problem={problems.area} />
      </Fields>
      <ChoiceGroup label="What is on it" options={BEGINS} value={begin} onChange={(v) => setBegin(v)} />
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <ActionButton label="Add the zone" strong onPress={save} />
        <ActionButton label="Leave" onPress={close} />
      </View>
    </View>
  );
}
