import { useState } from 'react';
import { View } from 'react-native';
import {
  entriesOn,
  errorText,
  FINISHES,
  finishOf,
  formatQuantity,
  Refusal,
  SHEEN_NAMES,
  zonesOf,
  type AgreedFinish,
  type Job,
  type Message,
  type Panel,
  type Zone,
} from '@/core';
import { changePanel, isStated, keepsPanel, keepsZone, withoutPanel } from '@/core/log/panelChange';
import { useShopActions, type OpenJob } from '@/data';
import { Field, Fields, Measure } from '@/ui/Field';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { readArea } from './AddForms';
import { FinishFields } from './FinishFields';

/** 'Ends with base and clear, gloss'. */
function finishWords(job: Job, z: Zone): string {
  const { system, sheen, level } = finishOf(job, z.id);
  const parts = [
    FINISHES[system].name.toLowerCase(),
    ...(FINISHES[system].sheen ? [SHEEN_NAMES[sheen].toLowerCase()] : []),
    ...(level ? [level] : []),
  ];
  return `Ends with ${parts.join(', ')}`;
}

/** Names, thickness and stated areas of a panel put right; what nothing was logged on can go. */
export function ChangePanel({ open, panel, close }: { open: OpenJob; panel: Panel; close(): void }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const { job, state } = open;
  const zones = zonesOf(job, panel.id);
  const [name, setName] = useState(panel.name);
  const [thick, setThick] = useState(() => formatForInput(panel.thicknessUm / 1000, { quantity: 'thickness' }, units));
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      zones.flatMap((z) => [
        [`zone.${z.id}`, z.name],
        [`area.${z.id}`, formatForInput(z.areaCm2, { quantity: 'area' }, units)],
      ]),
    ),
  );
  const [finishes, setFinishes] = useState<Record<string, AgreedFinish>>({});
  const [showing, setShowing] = useState<string>();
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const say = (e: Error) => setProblems({ '': errorText(e) });
  const set = (key: string) => (text: string) => setTexts({ ...texts, [key]: text });
  const areaOf = (z: Zone) => {
    const text = texts[`area.${z.id}`] ?? '';
    // Figures that nobody touched stay to the last digit.
    return text === formatForInput(z.areaCm2, { quantity: 'area' }, units) ? { cm2: z.areaCm2 } : readArea(text, units);
  };
  const save = () => {
    const t = readNumber(thick, { quantity: 'thickness' }, units);
    const read = zones.map((z) => ({ z, area: isStated(job, z) ? areaOf(z) : { cm2: z.areaCm2 } }));
    const bad: Record<string, Message> = {};
    if (!t.ok) bad.thick = t.error;
    for (const { z, area } of read) if ('problem' in area) bad[`area.${z.id}`] = area.problem;
    const change = {
      name,
      thicknessUm: t.ok ? Math.round(t.value * 1000) : panel.thicknessUm,
      zones: read.map(({ z, area }) => ({
        id: z.id,
        name: texts[`zone.${z.id}`] ?? z.name,
        areaCm2: 'cm2' in area ? area.cm2 : z.areaCm2,
        ...(finishes[z.id] && { finish: finishes[z.id] }),
      })),
    };
    const r = changePanel(job, panel.id, change);
    if (!r.ok) for (const p of r.error) bad[p.path] ??= p.message;
    if (!r.ok || Object.keys(bad).length > 0) return setProblems(bad);
    changeJob(job.id, (j) => {
      const again = changePanel(j, panel.id, change);
      if (!again.ok) throw new Refusal(again.error[0]!.message);
      return again.value;
    }).then(close, say);
  };
  const dropZone = (z: Zone) => {
    const why = keepsZone(job, z, entriesOn(state, z.id));
    if (why) return setProblems({ [`zone.${z.id}`]: why });
    changeJob(job.id, (j) => ({ ...j, zones: j.zones.filter((x) => x.id !== z.id) })).then(() => setProblems({}), say);
  };
  const dropPanel = () => {
    const why = keepsPanel(job, panel, (id) => entriesOn(state, id));
    if (why) return setProblems({ '': why });
    changeJob(job.id, (j) => withoutPanel(j, panel.id)).then(close, say);
  };
  return (
    <View style={{ paddingBottom: gap(4) }} testID="change-panel">
      <Fields>
        <Field label="Panel" value={name} onChange={setName} problem={problems.name} short />
        <Measure label="Thick" quantity="thickness" value={thick} onChange={setThick} problem={problems.thick} />
      </Fields>
      {zones.map((z, i) => (
        <View key={z.id}>
          <Fields>
            <Field
              label={zones.length === 1 ? 'Zone' : `Zone ${i + 1}`}
              value={texts[`zone.${z.id}`] ?? z.name}
              onChange={set(`zone.${z.id}`)}
              problem={problems[`zone.${z.id}`]}
              short
            />
            {isStated(job, z) && (
              <Measure
                label={zones.length === 1 ? 'Area' : `Area of zone ${i + 1}`}
                quantity="area"
                value={texts[`area.${z.id}`] ?? ''}
                onChange={set(`area.${z.id}`)}
                problem={problems[`area.${z.id}`]}
              />
            )}
          </Fields>
          {!isStated(job, z) && (
            <T kind="small" tone="muted">{`${formatQuantity('area', z.areaCm2, units)}, from the drawing`}</T>
          )}
          {showing === z.id ? (
            <FinishFields
              job={job}
              zone={z}
              value={finishes[z.id] ?? z.finish ?? {}}
              onChange={(f) => setFinishes({ ...finishes, [z.id]: f })}
            />
          ) : (
            <TextButton
              label={finishWords(job, z)}
              of={`: what ${z.name} ends with`}
              tone="muted"
              onPress={() => setShowing(z.id)}
            />
          )}
          {zones.length > 1 && (
            <TextButton label="Take it away" of={`: ${z.name}`} tone="muted" onPress={() => dropZone(z)} />
          )}
        </View>
      ))}
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <ActionButton label="Keep it so" strong grow onPress={save} testID="keep-panel" />
        <ActionButton label="Leave" onPress={close} />
      </View>
      <TextButton label="Take the panel out of the job" tone="stop" onPress={dropPanel} />
    </View>
  );
}
