import { object, string } from 'yup';
import { useState } from 'react';
import {
  BOUNDS,
  errorText,
  formatQuantity,
  SUBSTRATE_KINDS,
  SUBSTRATES,
  zonesOf,
  type FloorRow,
  type Message,
  type Panel,
  type SubstrateKind,
  type UnitSystem,
} from '@/core';
import { panelNameProblem } from '@/core/log/panelChange';
import { newId, nowMs, useFormDraft, useShopActions, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedNumber, typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { formatForInput } from '@/ui/numbers';
import { AreaFromSizes } from './AreaFromSizes';
import { beginning, BEGINS, type Begin } from './begin';
import { ROWS } from './rows';

const begin = () => string<Begin>().required();

const panelSchema = (units: UnitSystem) =>
  object({
    name: typedText(120, 'Give the panel a name'),
    substrate: string<SubstrateKind>().required(),
    // The core keeps the thickness of a panel in µm.
    thick: typedQuantity('thickness', { min: 0.1, max: 50 }, units).required(),
    area: typedQuantity('area', BOUNDS.areaCm2, units).required(),
    begin: begin(),
    row: string<FloorRow>().required(),
    count: typedNumber({ plain: true }, { min: 1, max: 999, whole: true }, units).required(),
  });
const zoneSchema = (units: UnitSystem) =>
  object({
    name: typedText(120, 'Give the zone a name'),
    area: typedQuantity('area', BOUNDS.areaCm2, units).required(),
    begin: begin(),
  });

/** A new panel with its first zone, and what stands on it. */
export function AddPanel({ open, close }: { open: OpenJob; close(): void }) {
  const { units } = useAppTheme();
  const { changeJob, takeOutPanels } = useShopActions();
  const notify = useNotify();
  const form = useAppForm(
    {
      name: '',
      substrate: 'steel',
      thick: formatForInput(0.8, { quantity: 'thickness' }, units),
      area: '',
      begin: 'old',
      row: 'across',
      count: '1',
    },
    panelSchema,
  );
  const forget = useFormDraft(`panel/${open.job.id}`, form);
  const [problem, setProblem] = useState<Message>();
  const { control } = form;
  const save = form.handleSubmit(({ name, substrate, thick, area, begin, row, count }) => {
    const taken = panelNameProblem(open.job, name);
    if (taken) return form.setError('name', { message: taken }, { shouldFocus: true });
    const id = newId(nowMs());
    const um = Math.round(thick * 1000);
    return changeJob(
      open.job.id,
      (j) => ({
        ...j,
        panels: [
          ...j.panels,
          { id, name, substrate, thicknessUm: um, row, ...(count > 1 && { pieces: { count, done: 0 } }) },
        ],
        zones: [...j.zones, { id: `${id}-z`, panelId: id, name: 'Whole', areaCm2: area * count }],
      }),
      beginning(begin, [`${id}-z`], { substrate, thicknessUm: um }),
    ).then(
      () => {
        forget();
        notify({ text: `${name} is added.`, undo: () => takeOutPanels(open.job.id, [id]) });
        close();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Stack bottom={4}>
      <FormField control={control} name="name" label="Panel" />
      <FormChoice
        control={control}
        name="substrate"
        label="Made of"
        options={SUBSTRATE_KINDS.map((s) => ({ value: s, label: SUBSTRATES[s].name }))}
      />
      <Fields>
        <FormField control={control} name="thick" label="Thick" quantity="thickness" />
        <FormField
          control={control}
          name="area"
          label="Area"
          quantity="area"
          hint={`A car door is about ${formatQuantity('area', 8000, units)}`}
        />
      </Fields>
      <AreaFromSizes
        onArea={(cm2) => form.setValue('area', formatForInput(cm2, { quantity: 'area' }, units), { shouldDirty: true })}
      />
      <FormField control={control} name="count" label="Like pieces, each of that area" numeric />
      <FormChoice control={control} name="begin" label="What is on it" options={BEGINS} />
      <FormChoice control={control} name="row" label="Where it lies on the floor" options={ROWS} />
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton label="Add the panel" strong onPress={() => void save()} testID="add-panel" />
        <ActionButton
          label="Leave"
          onPress={() => {
            forget();
            close();
          }}
        />
      </Row>
    </Stack>
  );
}

/** One more zone of a panel, with its own history. */
export function AddZone({ open, panel, close }: { open: OpenJob; panel: Panel; close(): void }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const notify = useNotify();
  const form = useAppForm({ name: '', area: '', begin: 'old' }, zoneSchema);
  const forget = useFormDraft(`zone/${open.job.id}/${panel.id}`, form);
  const [problem, setProblem] = useState<Message>();
  const { control } = form;
  const save = form.handleSubmit(({ name, area, begin }) => {
    if (zonesOf(open.job, panel.id).some((z) => z.name.toLowerCase() === name.toLowerCase()))
      return form.setError('name', { message: 'The panel has a zone of that name' }, { shouldFocus: true });
    const id = newId(nowMs());
    return changeJob(
      open.job.id,
      (j) => ({ ...j, zones: [...j.zones, { id, panelId: panel.id, name, areaCm2: area }] }),
      beginning(begin, [id], panel),
    ).then(
      () => {
        forget();
        notify({ text: `${name} is added to ${panel.name}.` });
        close();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Stack bottom={4}>
      <Fields>
        <FormField control={control} name="name" label="Zone" short />
        <FormField control={control} name="area" label="Area" quantity="area" />
      </Fields>
      <AreaFromSizes
        onArea={(cm2) => form.setValue('area', formatForInput(cm2, { quantity: 'area' }, units), { shouldDirty: true })}
      />
      <FormChoice control={control} name="begin" label="What is on it" options={BEGINS} />
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton label="Add the zone" strong onPress={() => void save()} />
        <ActionButton
          label="Leave"
          onPress={() => {
            forget();
            close();
          }}
        />
      </Row>
    </Stack>
  );
}
