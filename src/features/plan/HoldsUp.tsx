import { View } from 'react-native';
import { figure, MINUTE_MS, phrase, type Message } from '@/core';
import { COLDER_K, WARM_C, causeWords, WHAT_IFS, workName, workPlace, type WhatIf } from '@/core/schedule';
import { useWhatIfs, type PlanNow } from '@/data/plan';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { dayWords } from './planView';
import type { PlanView } from '@/core/schedule';

/** Less than this brings nothing that is worth a line, min. */
const WORTH_MIN = 120;

const IF_WORDS: { readonly [W in WhatIf]: Message } = {
  place: 'A second place to spray',
  heat: phrase`What rests, rests at ${figure('temp', WARM_C)}`,
  helper: 'A helper on the next free day, nine to three',
  hours: 'Two hours more each day this week',
  cold: phrase`A cold spell, ${figure('tempDifference', COLDER_K, 0)} colder, all along`,
  late: 'What is on order or away comes a week later',
  finer: 'A level finer, on every part',
};

/** What decides the end, in words, and what would bring it nearer. */
export function HoldsUp({ plan, view, now }: { plan: PlanNow; view: PlanView; now: number }) {
  const ifs = useWhatIfs(plan);
  const links = view.chain.flatMap((c) => {
    const w = plan.days.works.get(c.id);
    return w
      ? [
          `${workName(w)} (${workPlace(view.how.jobOf(w.jobId), w)}, ${dayWords(plan.zeroMs + (plan.plan.starts.get(c.id) ?? 0) * MINUTE_MS, now)})`,
        ]
      : [];
  });
  const shown = links.length > 6 ? [...links.slice(0, 3), `${links.length - 5} more`, ...links.slice(-2)] : links;
  const brings = WHAT_IFS.flatMap((w) => {
    const min = ifs?.get(w);
    return min !== undefined && Math.abs(min) >= WORTH_MIN ? [{ w, min }] : [];
  });
  return (
    <Section title="What holds the end up">
      <Stack top={2} between={2}>
        {shown.length > 0 && <Text kind="small">{`${shown.join(', then ')}.`}</Text>}
        <View testID="what-ifs">
          {!ifs && (
            <Text kind="small" tone="muted">
              What would bring it nearer is being worked out …
            </Text>
          )}
          {brings.map(({ w, min }) => (
            <Text key={w} kind="small" tone={min > 0 ? 'good' : 'window'}>
              {phrase`${IF_WORDS[w]}: ${dayCount(Math.abs(min))} ${min > 0 ? 'sooner' : 'later'}.`}
            </Text>
          ))}
          {ifs && brings.length === 0 && (
            <Text kind="small" tone="muted">
              Neither heat, nor another place, nor more hours would bring it nearer by more than two hours.
            </Text>
          )}
        </View>
      </Stack>
    </Section>
  );
}

/** '3 h', '1.5 days'. */
const dayCount = (min: number): string =>
  min < 24 * 60
    ? `${Math.round(min / 60)} h`
    : `${(Math.round((min / 1440) * 2) / 2).toString()} ${Math.round((min / 1440) * 2) === 2 ? 'day' : 'days'}`;

/** What begins at another time than in the plan that was kept, and why. */
export function Moved({ plan, view }: { plan: PlanNow; view: PlanView }) {
  const kept = plan.days.kept;
  if (!kept) return null;
  const { moved } = plan.plan;
  return (
    <Section title="Beside the plan that you kept" aside={`${moved.length} moved`}>
      <Stack top={2} between={1}>
        {moved.length === 0 && (
          <Text kind="small" tone="muted">
            Everything that is still to come stays where it was.
          </Text>
        )}
        {moved.slice(0, 12).map((id) => {
          const w = plan.days.works.get(id);
          const [was, is] = [kept.starts.get(id), plan.plan.starts.get(id)];
          const row = view.rows.find((r) => r.work.id === id);
          if (!w || was === undefined) return null;
          return (
            <Text key={id} kind="small">
              {`${workName(w)}, ${workPlace(view.how.jobOf(w.jobId), w)}: ${view.how.when(was)}, now ${is === undefined ? 'without a time' : view.how.when(is)}.${row ? ` ${causeWords(row.cause, id, plan.days, plan.plan, view.how)}` : ''}`}
            </Text>
          );
        })}
      </Stack>
    </Section>
  );
}
