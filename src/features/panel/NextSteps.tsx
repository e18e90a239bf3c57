import { phrase, type Message, type Panel, type PlainEvent, type Strata, type Zone } from '@/core';
import { useRouter } from 'expo-router';
import { lazy, memo, Suspense, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Verdict } from '@/core/advice';
import {
  useAdvice,
  useLibrary,
  useOpenQuestion,
  useSettings,
  useShopActions,
  useVerdictInput,
  type Advice,
  type OpenJob,
} from '@/data';
import { whenAndWait } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { Disclosure } from '@/ui/Disclosure';
import { Text, type Tone } from '@/ui/Text';
import { VERDICT_TONE, verdictLine } from '@/ui/verdict';
import { gap } from '@/ui/theme';
import { pageHref, type PageHref } from '@/ui/pages';
import { StepHow, StepNeeds } from './StepNeeds';
import { StillToCome } from './StillToCome';

const WordsHere = lazy(() => import('@/ui/WordsHere'));

interface Props {
  open: OpenJob;
  zone: Zone;
  /** The zone, and those that stand like it. */
  zoneIds: readonly string[];
  panel: Panel;
  strata: Strata;
  now: number;
}

/** Steps further down the list do not ask yet. */
const ASKED_OF = 3;

/** The step at hand with all it needs; then what is still to come; and, behind a tap, what else may be done. */
export const NextSteps = memo(function NextSteps({ open, zone, zoneIds, panel, strata, now }: Props) {
  const advice = useAdvice();
  const inputFor = useVerdictInput(open, now);
  const { all } = useLibrary();
  const knowsHow = useSettings()?.knowsHow === true;
  const { saveSettings } = useShopActions();
  const zoneId = zone.id;
  const steps = useMemo(() => {
    const input = inputFor(zoneId);
    return advice && input ? advice.nextSteps(input, open.state, all) : [];
  }, [advice, inputFor, open, zoneId, all]);
  // The dust is asked about where it is logged: here it would stand in the way of the step.
  const question = useOpenQuestion(
    advice
      ? steps
          .slice(0, ASKED_OF)
          .map((s) => advice.schoolOf(s.step, strata))
          .filter((s) => s !== 'dust')
      : [],
  );
  const [expanded, setExpanded] = useState<string | null>(null);
  const [showsRest, setShowsRest] = useState(false);
  const router = useRouter();
  const [first, ...rest] = steps;
  const events = open.state.zones.get(zoneId)?.events ?? NO_EVENTS;
  const logOf = (s: NextStep) =>
    s.logs && (
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
    );
  const saidOf = (s: NextStep) => (s.untilMs === undefined ? verdictLine(s.verdict, now) : untilWords(s.untilMs, now));
  return (
    <Section deferRender title="Next">
      {question && <SchoolQuestion school={question.school} onAnswer={question.answer} />}
      {first && (
        <View testID="next-step" style={{ paddingTop: gap(2), gap: gap(2) }}>
          <View>
            <Text kind="section" level={3}>
              {first.label}
            </Text>
            <Text kind="small" tone={VERDICT_TONE[first.verdict.level]}>
              {saidOf(first)}
            </Text>
          </View>
          <Findings verdict={first.verdict} now={now} most={MOST_FINDINGS} />
          {!knowsHow && <StepHow step={first.step} strata={strata} />}
          {!knowsHow && advice && (
            <Suspense fallback={null}>
              <WordsHere
                says={[
                  first.label,
                  ...first.verdict.findings.flatMap((f) => [f.says, f.clears ?? '']),
                  ...advice.howToDo(first.step),
                ]}
              />
            </Suspense>
          )}
          <StepNeeds
            open={open}
            panel={panel}
            zone={zone}
            zoneIds={zoneIds}
            strata={strata}
            events={events}
            step={first.step}
          />
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
            {logOf(first)}
            <TextButton
              label={knowsHow ? 'Explain the steps' : 'I know how'}
              tone="muted"
              onPress={() => void saveSettings({ knowsHow: !knowsHow }).catch(() => undefined)}
            />
          </View>
        </View>
      )}
      {first && <StillToCome open={open} zoneId={zoneId} now={now} />}
      <TextButton
        label={showsRest ? 'Hide the rest' : 'Something else'}
        icon={showsRest ? 'chevron-up' : 'chevron-down'}
        tone="muted"
        onPress={() => setShowsRest(!showsRest)}
      />
      {showsRest && (
        <View testID="something-else">
          {rest.map((s) => (
            <Line
              key={s.label}
              label={s.label}
              tone={VERDICT_TONE[s.verdict.level]}
              said={saidOf(s)}
              verdict={s.verdict}
              now={now}
              expanded={expanded === s.label}
              onPress={() => setExpanded(expanded === s.label ? null : s.label)}
            >
              {logOf(s)}
            </Line>
          ))}
          <OtherPages open={open} panel={panel} zoneId={zoneId} />
        </View>
      )}
    </Section>
  );
});
type NextStep = ReturnType<Advice['nextSteps']>[number];
const NO_EVENTS: readonly PlainEvent[] = [];
/** So many findings stand open under a verdict. */
const MOST_FINDINGS = 2;

/** Where else one may want to go with this panel. */
function OtherPages({ open, panel, zoneId }: { open: OpenJob; panel: Panel; zoneId: string }) {
  const router = useRouter();
  const at = { job: open.job.id, panel: panel.id };
  const pages: [label: string, href: PageHref][] = [
    ['Mix a cup', pageHref('/mix', { job: open.job.id, zones: zoneId })],
    [panel.map ? 'Its map, to mark faults and draw zones' : 'Draw it, to mark faults and zones', pageHref('/map', at)],
    ['Where is it low, and how much filler?', pageHref('/fair', at)],
    ...(panel.map ? [['Where does its colour stop?', pageHref('/blend', at)] as [string, PageHref]] : []),
    ['Repair or replace?', pageHref('/decide', at)],
  ];
  return (
    <>
      {pages.map(([label, href]) => (
        <TextButton key={label} label={label} onPress={() => router.navigate(href)} />
      ))}
    </>
  );
}

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
        <Findings verdict={verdict} now={now} />
        {children}
      </Stack>
    </Disclosure>
  );
}

/** What a verdict rests on; the first is its line already where it is a stop. */
function Findings({ verdict, now, most }: { verdict: Verdict; now: number; most?: number }) {
  const [showsAll, setShowsAll] = useState(false);
  const { findings } = verdict;
  const shown = most === undefined || showsAll ? findings : findings.slice(0, most);
  return (
    <>
      {shown.map((f, i) => (
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
      {shown.length < findings.length && (
        <TextButton
          label={`${findings.length - shown.length} more`}
          of="to know of this step"
          tone="muted"
          onPress={() => setShowsAll(true)}
        />
      )}
    </>
  );
}
