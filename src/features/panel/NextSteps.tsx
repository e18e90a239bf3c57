import { phrase, type Message } from '@/core';
import { useRouter } from 'expo-router';
import { memo, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Verdict } from '@/core/advice';
import { useAdvice, useLibrary, useOpenQuestion, useVerdictInput, type OpenJob } from '@/data';
import { whenAndWait } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { Disclosure } from '@/ui/Disclosure';
import { Text, type Tone } from '@/ui/Text';
import { VERDICT_TONE, verdictLine } from '@/ui/verdict';
import { pageHref } from '@/ui/pages';
import { StillToCome } from './StillToCome';

interface Props {
  open: OpenJob;
  zoneId: string;
  now: number;
}

/** Steps further down the list do not ask yet. */
const ASKED_OF = 3;

/** Every step that comes into question on the zone: allowed, with care, or not yet, and why. */
export const NextSteps = memo(function NextSteps({ open, zoneId, now }: Props) {
  const advice = useAdvice();
  const inputFor = useVerdictInput(open, now);
  const { all } = useLibrary();
  const steps = useMemo(() => {
    const input = inputFor(zoneId);
    return advice && input ? advice.nextSteps(input, open.state, all) : [];
  }, [advice, inputFor, open, zoneId, all]);
  const strata = open.state.zones.get(zoneId)?.strata;
  // The dust is asked about where it is logged: here it would stand in the way of the step.
  const question = useOpenQuestion(
    advice && strata
      ? steps
          .slice(0, ASKED_OF)
          .map((s) => advice.schoolOf(s.step, strata))
          .filter((s) => s !== 'dust')
      : [],
  );
  const [expanded, setExpanded] = useState<string | null>(null);
  const router = useRouter();
  if (steps.length === 0) return null;
  return (
    <Section deferRender title="Next">
      {question && <SchoolQuestion school={question.school} onAnswer={question.answer} />}
      {steps.map((s) => (
        <Line
          key={s.label}
          label={s.label}
          tone={VERDICT_TONE[s.verdict.level]}
          said={s.untilMs === undefined ? verdictLine(s.verdict, now) : untilWords(s.untilMs, now)}
          verdict={s.verdict}
          now={now}
          expanded={expanded === s.label}
          onPress={() => setExpanded(expanded === s.label ? null : s.label)}
        >
          {s.logs && (
            <TextButton
              label={s.step.kind === 'wait' ? 'Log a bake' : 'Log it'}
              onPress={() =>
                router.navigate(
                  pageHref('/log', {
                    job: open.job.id,
                    zones: zoneId,
                    kind: s.logs,
                    product: 'product' in s.step ? s.step.product.id : undefined,
                    treatment: s.step.kind === 'repair' ? s.step.treatment : undefined,
                    grit: s.step.kind === 'sand' ? String(s.step.grit) : undefined,
                    on: 'on' in s.step ? s.step.on?.join() : undefined,
                  }),
                )
              }
            />
          )}
        </Line>
      ))}
      <StillToCome open={open} zoneId={zoneId} now={now} />
    </Section>
  );
});

const untilWords = (untilMs: number | null, now: number): Message =>
  untilMs === null ? 'It stands still in this air: warm the panel' : `Until ${whenAndWait(untilMs, now)}`;

interface LineProps {
  label: string;
  said: Message;
  tone: Tone;
  verdict: Verdict;
  now: number;
  expanded: boolean;
  onPress(): void;
  children: React.ReactNode;
}

function Line({ label, said, tone, verdict, now, expanded, onPress, children }: LineProps) {
  return (
    <Disclosure
      testID="next-step"
      open={expanded}
      onToggle={onPress}
      head={
        <>
          <Text kind="strong">{label}</Text>
          <Text kind="small" tone={tone}>
            {said}
          </Text>
        </>
      }
    >
      <Stack bottom={2} between={2}>
        {verdict.findings.map((f, i) => (
          <View key={i}>
            <Text kind="small" tone={f.level === 'note' ? 'muted' : VERDICT_TONE[f.level]}>
              {f.says}
            </Text>
            {f.clears !== undefined && (
              <Text kind="small">
                {f.clearsMs === undefined ? f.clears : phrase`${f.clears} ${whenAndWait(f.clearsMs, now)}.`}
              </Text>
            )}
          </View>
        ))}
        {children}
      </Stack>
    </Disclosure>
  );
}
