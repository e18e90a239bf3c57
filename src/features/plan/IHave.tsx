import { useState } from 'react';
import { View } from 'react-native';
import { fitsInto, workName, workPlace } from '@/core/schedule';
import type { PlanNow } from '@/data/plan';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { workTime } from './planView';
import type { PlanView } from '@/core/schedule';

const HOURS = ['1', '2', '4', '8'] as const;

/** 'I have two hours': what fits into them from now on. */
export function IHave({ plan, view }: { plan: PlanNow; view: PlanView }) {
  const [hours, setHours] = useState<(typeof HOURS)[number]>();
  const fits = hours === undefined ? [] : fitsInto(plan.days, plan.plan, Number(hours) * 60);
  return (
    <Section title="I have">
      <Stack top={2}>
        <ChoiceGroup<(typeof HOURS)[number]>
          hideLabel
          label="How many hours"
          value={hours}
          onChange={setHours}
          options={HOURS.map((h) => ({ value: h, label: `${h} h` }))}
        />
      </Stack>
      {hours !== undefined && (
        <View testID="i-have" aria-live="polite">
          {fits.length === 0 && (
            <Stack top={2}>
              <Text kind="small" tone="muted">
                Nothing may begin now: everything rests, is away, or needs longer in one go.
              </Text>
            </Stack>
          )}
          {fits.map((f) => (
            <ListRow key={f.work.id}>
              <View style={{ width: 84 }}>
                <Text kind="section">{workTime(f.minutes)}</Text>
              </View>
              <Grow between={0.5}>
                <Text kind="strong">{workName(f.work)}</Text>
                <Text kind="small" tone="muted">
                  {`${workPlace(view.how.jobOf(f.work.jobId), f.work)}${f.whole ? '' : ': begun, and left at a good place'}`}
                </Text>
              </Grow>
            </ListRow>
          ))}
        </View>
      )}
    </Section>
  );
}
