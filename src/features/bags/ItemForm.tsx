import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { View } from 'react-native';
import { parseDecimal, type BagItem, type Message } from '@/core';
import { newId, nowMs, useAdvice } from '@/data';
import { Field, Fields } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

const NATURE = [
  { value: 'oneTime', label: 'One-time, to order' },
  { value: 'mustReturn', label: 'Plug or drain' },
] as const;
type Nature = (typeof NATURE)[number]['value'];

/** One sort of thing in a bag: how many, whether it breaks, when new ones come, how many are back. */
export function ItemForm({
  item,
  onSave,
  onLeave,
  onDrop,
}: {
  item?: BagItem;
  onSave(i: BagItem): void;
  onLeave(): void;
  /** Takes it off the list. */
  onDrop?(): void;
}) {
  const advice = useAdvice();
  const [name, setName] = useState(item?.name ?? '');
  const [count, setCount] = useState(item ? String(item.count) : '');
  const [back, setBack] = useState(String(item?.back ?? 0));
  const [due, setDue] = useState(item?.dueMs === undefined ? '' : format(item.dueMs, 'yyyy-MM-dd'));
  const [nature, setNature] = useState<Nature[]>([
    ...(item?.oneTime ? (['oneTime'] as const) : []),
    ...(item?.mustReturn ? (['mustReturn'] as const) : []),
  ]);
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const whole = (text: string) => {
    const r = parseDecimal(text);
    return r.ok ? r.value : NaN;
  };
  const save = (patch: Partial<BagItem> = {}) => {
    const day = due.trim() === '' ? undefined : parseISO(due.trim());
    const next: BagItem = {
      id: item?.id ?? newId(nowMs()),
      name: name.trim(),
      count: whole(count),
      oneTime: nature.includes('oneTime'),
      mustReturn: nature.includes('mustReturn'),
      back: whole(back),
      ...(day && isValid(day) && { dueMs: day.getTime() }),
      ...patch,
    };
    if (!advice) return;
    const bad = Object.fromEntries(advice.itemProblems(next).map((p) => [p.path, p.message]));
    if (day && !isValid(day)) bad.due = 'A day, such as 2026-12-24';
    if (Object.keys(bad).length > 0) return setProblems(bad);
    onSave(next);
  };
  return (
    <View style={{ paddingBottom: gap(3) }}>
      <Field label="What" value={name} onChange={setName} problem={problems.item} />
      <Fields>
        <Field label="How many" value={count} onChange={setCount} problem={problems.count} numeric />
        {item && <Field label="Back on" value={back} onChange={setBack} problem={problems.back} numeric />}
      </Fields>
      <ChoiceGroup
        label="Of a kind that"
        many
        options={NATURE}
        value={nature}
        onChange={(v) => setNature(nature.includes(v) ? nature.filter((n) => n !== v) : [...nature, v])}
      />
      <Field label="On order, due (year-month-day)" value={due} onChange={setDue} problem={problems.due} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        {item && item.back < item.count && (
          <ActionButton label="All back" strong grow onPress={() => save({ back: item.count })} testID="all-back" />
        )}
        <ActionButton
          label={item ? 'Keep' : 'Into the bag'}
          strong={!item}
          grow
          onPress={() => save()}
          testID="keep-item"
        />
        <ActionButton label="Leave" onPress={onLeave} />
      </View>
      {onDrop && <TextButton label="Off the list" tone="stop" onPress={onDrop} />}
      {problems[''] !== undefined && (
        <T kind="small" tone="stop">
          {problems['']}
        </T>
      )}
    </View>
  );
}
