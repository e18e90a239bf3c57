import { array, object, string } from 'yup';
import { useState } from 'react';
import { useWatch } from 'react-hook-form';
import { View } from 'react-native';
import {
  BOUNDS,
  entriesOn,
  errorText,
  FINISHES,
  FLOOR_ROW_NAMES,
  finishOf,
  formatQuantity,
  Refusal,
  SHEEN_NAMES,
  zonesOf,
  type AgreedFinish,
  type FloorRow,
  type Job,
  type Message,
  type Panel,
  type UnitSystem,
  type Zone,
} from '@/core';
import { changePanel, isStated, keepsZone } from '@/core/log/panelChange';
import { useFormDraft, useNow, useShopActions, type OpenJob } from '@/data';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedNumber, typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Row } from '@/ui/layout';
import { useNotify } from '@/ui/notifications';
import { useAppTheme } from '@/ui/appTheme';
import { monthYear } from '@/ui/format';
import { formatForInput, readNumber } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { Problem } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { sizeOf, standFor, TWO_PEOPLE_G, weightOf } from '@/core/bodies';
import { SHAPE_CLASSES, type ShapeClass } from '@/core/library/shapeClass';
import { keysOf } from '@/core/keysOf';
import { FinishFields } from './FinishFields';
import { ROWS } from './rows';

const SHAPES = keysOf(SHAPE_CLASSES).map((value) => ({ value, label: SHAPE_CLASSES[value].name }));
/** 'Ends with base and clear, gloss'. */
function finishWords(job: Job, z: Zone): string {
  const { system, sheen, level, untilMs } = finishOf(job, z.id);
  const parts = [
    FINISHES[system].name.toLowerCase(),
    ...(FINISHES[system].sheen ? [SHEEN_NAMES[sheen].toLowerCase()] : []),
    ...(FINISHES[system].temporary && untilMs !== undefined ? [`until ${monthYear(untilMs)}`] : []),
    ...(level ? [level] : []),
  ];
  return `Ends with ${parts.join(', ')}`;
}

const schema = (units: UnitSystem) =>
  object({
    name: typedText(120, 'Give the panel a name'),
    thick: typedQuantity('thickness', { min: 0.1, max: 50 }, units).required(),
    row: string<FloorRow | ''>().defined(),
    shape: string<ShapeClass>().required(),
    count: typedNumber({ plain: true }, { min: 1, max: 999, whole: true }, units).required(),
    weight: typedQuantity('bulk', { min: 0.01, max: 5000, optional: true }, units),
    zones: array()
      .of(
        object({
          name: typedText(120, 'Give the zone a name'),
          area: typedQuantity('area', BOUNDS.areaCm2, units).required(),
        }),
      )
      .required(),
  });

/** Names, thickness and stated areas of a panel put right; what nothing was logged on can go. */
export function ChangePanel({ open, panel, close }: { open: OpenJob; panel: Panel; close(): void }) {
  const { units } = useAppTheme();
  const now = useNow();
  const { changeJob, takeOutPanels } = useShopActions();
  const notify = useNotify();
  const { job, state } = open;
  const zones = zonesOf(job, panel.id);
  const form = useAppForm(
    {
      name: panel.name,
      row: panel.row ?? '',
      shape: panel.shape ?? 'flat',
      count: String(panel.pieces?.count ?? 1),
      weight: formatForInput(
        panel.weightG === undefined ? undefined : panel.weightG / 1000,
        { quantity: 'bulk' },
        units,
      ),
      thick: formatForInput(panel.thicknessUm / 1000, { quantity: 'thickness' }, units),
      zones: zones.map((z) => ({ name: z.name, area: formatForInput(z.areaCm2, { quantity: 'area' }, units) })),
    },
    schema,
  );
  const { control } = form;
  // Read where it is drawn: the form follows what is asked of it.
  const { dirtyFields } = form.formState;
  const forget = useFormDraft(`change/${job.id}/${panel.id}/${zones.length}`, form);
  const [finishes, setFinishes] = useState<ReadonlyMap<string, AgreedFinish>>(new Map());
  const [showing, setShowing] = useState<string>();
  const [problem, setProblem] = useState<Message>();
  const say = (e: Error) => setProblem(errorText(e));
  const typedWeight = useWatch({ control, name: 'weight' });
  const weighed = readNumber(typedWeight, { quantity: 'bulk' }, units, true);
  const weighs = { ...panel, ...(weighed.ok && weighed.value !== undefined && { weightG: weighed.value * 1000 }) };
  const eachG = weighs.weightG ?? weightOf(job, panel) / (panel.pieces?.count ?? 1);
  const stand = standFor(eachG);
  const size = sizeOf(panel);
  const leave = () => {
    forget();
    close();
  };
  /** Said with what was before, to go back to it. */
  const done = (text: string) => {
    notify({ text, undo: () => changeJob(job.id, (j) => ({ ...j, panels: job.panels, zones: job.zones })) });
    leave();
  };
  const save = form.handleSubmit(({ name, thick, row, shape, count, weight, zones: typed }) => {
    const change = {
      name,
      row: FLOOR_ROW_NAMES.find((r) => r === row),
      count,
      ...((dirtyFields.shape || panel.shape) && { shape }),
      weightG: dirtyFields.weight && weight !== undefined ? weight * 1000 : undefined,
      thicknessUm: dirtyFields.thick ? Math.round(thick * 1000) : panel.thicknessUm,
      zones: zones.map((z, i) => ({
        id: z.id,
        name: typed[i]?.name ?? z.name,
        // Figures that nobody touched stay to the last digit.
        areaCm2: isStated(job, z) && dirtyFields.zones?.[i]?.area ? (typed[i]?.area ?? z.areaCm2) : z.areaCm2,
        ...(finishes.has(z.id) && { finish: finishes.get(z.id) }),
      })),
    };
    const r = changePanel(job, panel.id, change);
    if (!r.ok) {
      for (const { path, message } of r.error) {
        const [what, id] = path.split('.');
        const at = zones.findIndex((z) => z.id === id);
        if (what === 'zone' && at >= 0) form.setError(`zones.${at}.name`, { message: String(message) });
        else if (what === 'area' && at >= 0) form.setError(`zones.${at}.area`, { message: String(message) });
        else form.setError(what === 'thick' || what === 'count' ? what : 'name', { message: String(message) });
      }
      return;
    }
    return changeJob(job.id, (j) => {
      const again = changePanel(j, panel.id, change);
      if (!again.ok) throw new Refusal(again.error[0]!.message);
      return again.value;
    }).then(() => done(`${name} is changed.`), say);
  });
  const dropZone = (z: Zone, i: number) => {
    const why = keepsZone(job, z, entriesOn(state, z.id));
    if (why) return form.setError(`zones.${i}.name`, { message: why });
    changeJob(job.id, (j) => ({ ...j, zones: j.zones.filter((x) => x.id !== z.id) })).then(
      () => done(`${z.name} is taken away.`),
      say,
    );
  };
  const dropPanel = () => {
    takeOutPanels(job.id, [panel.id]).then(({ undo }) => {
      notify({ text: `${panel.name} is out of the job.`, undo });
      leave();
    }, say);
  };
  return (
    <View style={{ paddingBottom: gap(4) }} testID="change-panel">
      <Fields>
        <FormField control={control} name="name" label="Panel" short />
        <FormField control={control} name="thick" label="Thick" quantity="thickness" />
      </Fields>
      <FormChoice control={control} name="row" label="Where it lies on the floor" options={ROWS} />
      <FormChoice control={control} name="shape" label="Its surface is" options={SHAPES} />
      <Fields>
        <FormField control={control} name="count" label="Like pieces, in all" numeric />
        <FormField control={control} name="weight" label="Each weighs, if weighed" quantity="bulk" />
      </Fields>
      <Text kind="small" tone={stand ? 'muted' : 'stop'}>
        {`${weighs.weightG === undefined ? 'Estimated at' : 'Weighs'} ${formatQuantity('bulk', eachG / 1000, units, 1)}${size ? `, ${formatQuantity('length', size.width / 10, units, 0)} by ${formatQuantity('length', size.height / 10, units, 0)}` : ''}: ${
          stand
            ? `${stand.name} carries it${eachG > TWO_PEOPLE_G ? ', and two people lift it' : ''}`
            : 'no stand carries it. It stays where it is, or a hoist holds it'
        }.`}
      </Text>
      {zones.map((z, i) => (
        <View key={z.id}>
          <Fields>
            <FormField
              control={control}
              name={`zones.${i}.name`}
              label={zones.length === 1 ? 'Zone' : `Zone ${i + 1}`}
              short
            />
            {isStated(job, z) && (
              <FormField
                control={control}
                name={`zones.${i}.area`}
                label={zones.length === 1 ? 'Area' : `Area of zone ${i + 1}`}
                quantity="area"
              />
            )}
          </Fields>
          {!isStated(job, z) && (
            <Text kind="small" tone="muted">{`${formatQuantity('area', z.areaCm2, units)}, from the drawing`}</Text>
          )}
          {showing === z.id ? (
            <FinishFields
              now={now}
              job={job}
              zone={z}
              value={finishes.get(z.id) ?? z.finish ?? {}}
              onChange={(f) => setFinishes(new Map(finishes).set(z.id, f))}
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
            <TextButton label="Take it away" of={`: ${z.name}`} tone="muted" onPress={() => dropZone(z, i)} />
          )}
        </View>
      ))}
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton label="Keep it so" strong grow onPress={() => void save()} testID="keep-panel" />
        <ActionButton label="Leave" onPress={leave} />
      </Row>
      <TextButton label="Take the panel out of the job" tone="stop" onPress={dropPanel} />
    </View>
  );
}
