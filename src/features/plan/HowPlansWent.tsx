import { howPlansWent, tookOf } from '@/core/schedule';
import { useJobs, useLibrary } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { clockTime } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { eventLine } from '@/ui/words';
import { dayWords, workTime } from './planView';

/** How what was planned went, by the log. */
export function HowPlansWent() {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const { units } = useAppTheme();
  const took = jobs.flatMap(({ job, state }) => tookOf(job, state));
  const went = howPlansWent(took);
  if (took.length === 0) return null;
  return (
    <Section title="Planned, and how it went">
      <Stack top={2} between={1}>
        <Text kind="small" tone="muted">
          {went
            ? `Of ${went.count}, half were begun more than ${Math.abs(Math.round(went.lateH))} h ${went.lateH >= 0 ? 'later' : 'sooner'} than planned. Your pace is taken from what you clock.`
            : 'From four on it says how plans went.'}
        </Text>
        {took.slice(-6).map((t) => (
          <Text key={t.kept.id} kind="small">
            {`${eventLine(t.event, lookup, units)}: planned ${clockTime(t.kept.startMs)} on ${dayWords(t.kept.startMs, t.atMs)}, ${workTime(t.kept.minutes)}; begun ${dayWords(t.atMs, t.kept.startMs)} ${clockTime(t.atMs)}${t.tookMin === undefined ? '' : `, took ${workTime(t.tookMin)}`}`}
          </Text>
        ))}
      </Stack>
    </Section>
  );
}
