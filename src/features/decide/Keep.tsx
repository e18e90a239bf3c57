import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import type { Decided, UnitSystem } from '@/core';
import { SURENESS } from '@/core/library/sureness';
import type { Decision } from '@/core/plan';
import { newId, nowMs, useHeadList, type OpenJob } from '@/data';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { dayOnly, wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

const WAYS: { value: Decided['way']; label: string }[] = [
  { value: 'repair', label: 'Repair it' },
  { value: 'replace', label: 'Replace it' },
  { value: 'out', label: 'Give it out' },
  { value: 'temporary', label: 'Temporary repair' },
];
const WORDS: Record<Decided['way'], string> = {
  repair: 'It is repaired',
  replace: 'It is replaced',
  out: 'It is given out',
  temporary: 'It is repaired for a while',
};

const monthsSchema = (units: UnitSystem) =>
  object({
    months: typedNumber(
      { plain: true },
      { min: 1, max: 240, whole: true, message: 'Months: a whole number from 1 to 240' },
      units,
    ).required(),
  });

/** What was decided on this panel, with what it rested on; and a way to decide anew. */
export function Keep({
  open,
  panelId,
  decision,
  rested,
}: {
  open: OpenJob;
  panelId: string;
  decision: Decision | undefined;
  /** What it rests on, kept with it. */
  rested: Decided['rested'];
}) {
  const { currency } = useAppTheme();
  const had = open.job.decisions?.find((d) => d.panelId === panelId);
  const [way, setWay] = useState<Decided['way']>();
  const form = useAppForm({ months: '12' }, monthsSchema);
  const list = useHeadList(open, 'decisions');
  const keep = (months: number | undefined) => {
    if (!way) return;
    void list
      .change((all) => [
        ...all.filter((d) => d.panelId !== panelId),
        {
          id: newId(nowMs()),
          panelId,
          atMs: nowMs(),
          way,
          ...(decision && {
            repairCheaper: decision.cheapest.repair,
            repairCost: Math.round(decision.cost.repair.middle),
            replaceCost: Math.round(decision.cost.replace.middle),
          }),
          ...(months !== undefined && { months }),
          ...(rested && { rested }),
        },
      ])
      .then((kept) => kept && setWay(undefined));
  };
  return (
    <Section title="Decided" {...(had && { aside: dayOnly(had.atMs) })}>
      {had && (
        <View style={{ paddingTop: gap(2) }} testID="decided">
          <Text kind="strong">{`${WORDS[had.way]}${had.months ? `: ${had.months} months` : ''}.`}</Text>
          <Text kind="small" tone="muted">
            {had.repairCheaper === undefined || had.repairCost === undefined || had.replaceCost === undefined
              ? 'Decided without figures.'
              : `Repair was the cheapest in ${Math.round(had.repairCheaper * 100)} of 100: ${wholeMoney(had.repairCost, currency)}, a new part ${wholeMoney(had.replaceCost, currency)}.`}
          </Text>
          {had.rested && (
            <Text kind="small" tone="muted">
              {restedWords(had.rested, currency)}
            </Text>
          )}
          <TextButton
            label="Take it back"
            tone="stop"
            onPress={() => void list.drop((all) => all.filter((d) => d.panelId !== panelId))}
          />
        </View>
      )}
      {list.takeBack && <TextButton label="Put it back" icon="undo" onPress={list.takeBack} />}
      <View style={{ height: gap(2) }} />
      <ChoiceGroup
        label={had ? 'Decide anew' : 'Decide'}
        hideLabel
        options={WAYS}
        value={way}
        onChange={(w) => setWay(w === way ? undefined : w)}
      />
      {way === 'temporary' && <FormField control={form.control} name="months" label="Months it has to last" numeric />}
      <Problem says={list.problem} />
      {way && (
        <View style={{ flexDirection: 'row', marginTop: gap(3) }}>
          <ActionButton
            label="Keep this decision"
            strong
            grow
            onPress={
              way === 'temporary' ? () => void form.handleSubmit((f) => keep(f.months))() : () => keep(undefined)
            }
            testID="keep-decision"
          />
        </View>
      )}
    </Section>
  );
}

/** What somebody said when it was decided. */
const restedWords = (r: NonNullable<Decided['rested']>, currency: string): string =>
  [
    `Said then: ${r.part === undefined ? 'no price of a part' : `the part ${wholeMoney(r.part, currency)}`}`,
    r.out === undefined ? 'nobody else asked' : `somebody else ${wholeMoney(r.out, currency)}`,
    `sure: ${SURENESS[r.sure].name.toLowerCase()}`,
    `hours ${r.repairH.toFixed(1)} against ${r.replaceH.toFixed(1)}.`,
  ].join('; ');
