import { object } from 'yup';
import { useState } from 'react';
import type { BagItem, UnitSystem } from '@/core';
import { formatForInput } from '@/ui/numbers';
import { keysOf } from '@/core/keysOf';
import { THREAD_CARE, type ThreadCare } from '@/core/log/assembly';
import { NAME_SIGNS } from '@/core/plan/parts';
import { newId, nowMs, useFormDraft } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { showDay } from '@/ui/days';
import { Fields } from '@/ui/Field';
import { FormDay } from '@/ui/form/FormPicked';
import { FormField } from '@/ui/form/FormField';
import { typedDay, typedNumber, typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Row, Stack } from '@/ui/layout';
import { TextButton } from '@/ui/TextButton';

const NATURE = [
  { value: 'oneTime', label: 'One-time, to order' },
  { value: 'mustReturn', label: 'Plug or drain' },
] as const;
type Nature = (typeof NATURE)[number]['value'];
const NO_THREAD = 'none';

const schema = (units: UnitSystem) =>
  object({
    name: typedText(NAME_SIGNS, 'Say what it is'),
    count: typedNumber(
      { plain: true },
      { min: 1, max: 999, whole: true, message: 'A whole number from 1 to 999' },
      units,
    ).required(),
    back: typedNumber({ plain: true }, { min: 0, max: 999, whole: true }, units)
      .required()
      .test('back', (v, { parent, createError }) => {
        const { count } = parent as { count: number };
        return !(count >= 1) || (v ?? 0) <= count || createError({ message: `Back: from 0 to ${count}` });
      }),
    due: typedDay(),
    torque: typedQuantity('torque', { min: 0.1, max: 2000, optional: true }, units),
    torqueFrom: typedText(120),
  });

/** One sort of thing in a bag: how many, whether it breaks, when new ones come, how many are back. */
export function ItemForm({
  draft,
  item,
  onSave,
  onLeave,
  onDrop,
}: {
  /** Under which name what is typed here is kept. */
  draft: string;
  item?: BagItem;
  onSave(i: BagItem): void;
  onLeave(): void;
  /** Takes it off the list. */
  onDrop?(): void;
}) {
  const { units } = useAppTheme();
  const form = useAppForm(
    {
      name: item?.name ?? '',
      count: item ? String(item.count) : '',
      back: String(item?.back ?? 0),
      due: item?.dueMs === undefined ? '' : showDay(item.dueMs),
      torque: item?.torqueNm === undefined ? '' : formatForInput(item.torqueNm, { quantity: 'torque' }, units),
      torqueFrom: item?.torqueFrom ?? '',
    },
    schema,
  );
  const { control } = form;
  const forget = useFormDraft(`${draft}/${item?.id ?? ''}`, form);
  const [nature, setNature] = useState<Nature[]>([
    ...(item?.oneTime ? (['oneTime'] as const) : []),
    ...(item?.mustReturn ? (['mustReturn'] as const) : []),
  ]);
  const [thread, setThread] = useState<ThreadCare | typeof NO_THREAD>(item?.thread ?? NO_THREAD);
  const [tight, setTight] = useState(item?.torqueNm !== undefined || item?.thread !== undefined);
  const save = (allBack = false) =>
    form.handleSubmit(({ name, count, back, due, torque, torqueFrom }) => {
      forget();
      onSave({
        id: item?.id ?? newId(nowMs()),
        name,
        count,
        oneTime: nature.includes('oneTime'),
        mustReturn: nature.includes('mustReturn'),
        back: allBack ? count : back,
        ...(due && { dueMs: due.getTime() }),
        ...(torque !== undefined && { torqueNm: torque }),
        ...(torqueFrom !== '' && { torqueFrom }),
        ...(thread !== NO_THREAD && { thread }),
      });
    })();
  return (
    <Stack bottom={3}>
      <FormField control={control} name="name" label="What" />
      <Fields>
        <FormField control={control} name="count" label="How many" numeric />
        {item && <FormField control={control} name="back" label="Back on" numeric />}
      </Fields>
      <ChoiceGroup
        label="Of a kind that"
        many
        options={NATURE}
        value={nature}
        onChange={(v) => setNature(nature.includes(v) ? nature.filter((n) => n !== v) : [...nature, v])}
      />
      <FormDay control={control} name="due" label="On order, due" />
      {tight ? (
        <>
          <Fields>
            <FormField control={control} name="torque" label="Torque" quantity="torque" />
            <FormField control={control} name="torqueFrom" label="Who says so: book, page" />
          </Fields>
          <ChoiceGroup
            label="Its thread"
            options={[
              { value: NO_THREAD, label: 'Not said' },
              ...keysOf(THREAD_CARE).map((value) => ({ value, label: THREAD_CARE[value] })),
            ]}
            value={thread}
            onChange={(t) => setThread(t)}
          />
        </>
      ) : (
        <TextButton label="How tight, and its thread" onPress={() => setTight(true)} />
      )}
      <Row top={3}>
        {item && item.back < item.count && (
          <ActionButton label="All back" strong grow onPress={() => void save(true)} testID="all-back" />
        )}
        <ActionButton
          label={item ? 'Keep' : 'Into the bag'}
          strong={!item}
          grow
          onPress={() => void save()}
          testID="keep-item"
        />
        <ActionButton
          label="Leave"
          onPress={() => {
            forget();
            onLeave();
          }}
        />
      </Row>
      {onDrop && <TextButton label="Off the list" tone="stop" onPress={onDrop} />}
    </Stack>
  );
}
