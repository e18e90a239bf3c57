import { useRouter } from 'expo-router';
import { useWindowDimensions, View } from 'react-native';
import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react';
import { waitText, ZONE_STAGE_NAMES, type Strata } from '@/core';
import {
  useAfterFirstPaint,
  useLibrary,
  useLiveJobs,
  useNow,
  useRoom,
  useAdvice,
  useSettings,
  type LiveJob,
} from '@/data';
import { fitAnswer } from '@/ui/fit';
import { clockTime, dayOnly, monthYear, shortWhen } from '@/ui/format';
import { useAppTheme, useWide } from '@/ui/appTheme';
import { TwoColumns } from '@/ui/SplitView';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { curedStep } from '@/ui/strata/columnImage';
import { MiniColumn } from '@/ui/strata/MiniColumn';
import { LinkArea } from '@/ui/LinkArea';
import { Text, type Tone } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { useGrowingCount } from '@/ui/paint';
import { TARGET } from '@/ui/theme';
import { UnreadJobs } from '@/ui/UnreadJobs';
import { airLine, momentWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
import { Evenings } from './Evenings';
import { RunningClocks } from './RunningClocks';
import { ToDos } from './ToDos';
import { ToMend } from './ToMend';
import { readyWords, rowName, todayLists, type TodayRow } from './groups';

/** Only where there is room for them: a phone does not load what draws them. */
const Floors = lazy(() => import('./Floors'));
/** Only where somebody has said when they are here: a plan is worked out behind the page. */
const NowLine = lazy(() => import('./NowLine'));
/** Only in a shop without a job. */
const NoJobYet = lazy(() => import('./NoJobYet'));
/** Behind the page too: it counts what the last file of the shop lacks. */
const BackupDue = lazy(() => import('./BackupDue'));
/** At the end of the page, so that nothing moves when it comes. */
const Orders = lazy(() => import('./Orders'));

/** So many rows of a list are shown at first, and so many more when somebody asks. */
const FIRST = 40;
const MORE = 100;

/** What is curing, what can be done now, what is about to close. */
export function TodayScreen() {
  const now = useNow();
  const { live, loading, error, failures } = useLiveJobs(now);
  if (error) return <Blanked title="The shop cannot be read" text={error.message} />;
  if (loading) return <Page>{null}</Page>;
  if (live.length === 0)
    return (
      <Suspense fallback={<Page>{null}</Page>}>
        <NoJobYet failures={failures} />
      </Suspense>
    );
  return <Day jobs={live} failures={failures} now={now} />;
}

/** The page is all drawn, and has been for so long: what is worked out behind it does not hold it up, ms. */
const REST_MS = 1500;
function useAtRest(isDrawn: boolean): boolean {
  const [atRest, setAtRest] = useState(false);
  useEffect(() => {
    if (!isDrawn || atRest) return undefined;
    const timer = setTimeout(() => setAtRest(true), REST_MS);
    return () => clearTimeout(timer);
  }, [isDrawn, atRest]);
  return atRest;
}

const Blanked = ({ title, text }: { title: string; text: string }) => (
  <Page>
    <EmptyState title={title} text={text} />
  </Page>
);

function Day({ jobs, failures, now }: { jobs: LiveJob[]; failures: readonly Error[]; now: number }) {
  const settings = useSettings();
  const wide = useWide();
  const { all } = useLibrary();
  const router = useRouter();
  const lists = useMemo(() => todayLists(jobs, now), [jobs, now]);
  // Nobody reads a list of hundreds: the first of each are shown, and more when somebody asks.
  const [most, setMost] = useState(FIRST);
  const order = [lists.closing, lists.running, lists.stuck, lists.ready, lists.away, lists.temporary];
  const lengthOf = (rows: TodayRow[]) => Math.min(most, rows.length);
  const total = order.reduce((n, rows) => n + lengthOf(rows), 0);
  const drawn = useGrowingCount(total);
  const atRest = useAtRest(drawn >= total);
  /** The rows of a list that are drawn by now, and how many there are beyond those that are shown. */
  const listOf = (list: TodayRow[]) => {
    const above = order.slice(0, order.indexOf(list)).reduce((n, rows) => n + lengthOf(rows), 0);
    return {
      rows: list.slice(0, Math.min(most, Math.max(0, drawn - above))),
      beyond: list.length - lengthOf(list),
      onMore: () => setMost(most + MORE),
    };
  };
  if (!settings) return null;
  const unreadable = jobs.flatMap((j) => j.open.unreadable).length;
  return (
    <Page
      testID="today"
      wide
      foot={<ActionButton label="+ Log" strong grow onPress={() => router.navigate(pageHref('/log'))} testID="log" />}
    >
      <PageHead
        eyebrow={settings.shopName}
        right={<Text tone="muted">{clockTime(now)}</Text>}
        title={answer(
          new Set([...lists.ready, ...lists.closing].map((r) => `${r.open.job.id}/${r.panel.id}`)).size,
          lists.running[0],
          now,
        )}
        subtitle={<AirNow now={now} />}
      />
      <UnreadJobs failures={failures} />
      {unreadable > 0 && (
        <Notice tone="stop">{`${unreadable} log records cannot be read. The rest is shown. Export the job before you go on.`}</Notice>
      )}
      <TwoColumns
        left={
          <>
            <RunningClocks jobs={jobs} now={now} />
            {atRest && (settings.people?.length ?? 0) > 0 && (
              <Suspense fallback={null}>
                <NowLine now={now} />
              </Suspense>
            )}
            <List title="Closing soon" {...listOf(lists.closing)}>
              {(r) => ({
                when: clockTime(r.status.closesMs ?? now),
                wait: `in ${waitText((r.status.closesMs ?? now) - now)}`,
                tone: 'window',
                text: `${r.status.top?.label}: coat before then, or it needs sanding first`,
              })}
            </List>
            <List title="Next on the clock" {...listOf(lists.running)} aside={`${lists.running.length} moving`}>
              {(r) =>
                r.moment &&
                r.status.top && {
                  when: shortWhen(r.moment.atMs, now),
                  wait: `in ${waitText(r.moment.atMs - now)}`,
                  text: `${r.status.top.label}. ${momentWords(r.moment, r.status.top.family)}`,
                }
              }
            </List>
            <List title="Standing still" {...listOf(lists.stuck)}>
              {(r) => ({
                when: 'Cold',
                wait: 'no end',
                tone: 'stop',
                text: `${r.status.top?.label} does not cure in this air. Warm the panel.`,
              })}
            </List>
            <List title="Ready for your hands" {...listOf(lists.ready)} aside={String(lists.ready.length)}>
              {(r) => ({
                when: ZONE_STAGE_NAMES[r.status.stage],
                small: true,
                tone: r.status.stage === 'pastWindow' ? 'window' : r.status.stage === 'bare' ? 'stop' : 'ink',
                ...(r.status.stage === 'bare' && { wait: `since ${shortWhen(r.status.sinceMs, now)}` }),
                text: readyWords(r, { all, method: settings.method, nowMs: now }),
              })}
            </List>
          </>
        }
        right={
          <>
            {wide && (
              <Suspense fallback={null}>
                <Floors jobs={jobs} now={now} />
              </Suspense>
            )}
            <Evenings jobs={jobs} now={now} />
            <ToMend jobs={jobs} now={now} />
            <ToDos jobs={jobs} />
            <List title="Away" {...listOf(lists.away)}>
              {(r) => awayWords(r, now)}
            </List>
            <List title="Temporary repairs" {...listOf(lists.temporary)}>
              {(r) => {
                const over = (r.status.temporaryUntilMs ?? now) < now;
                return {
                  when: monthYear(r.status.temporaryUntilMs ?? now),
                  small: true,
                  tone: over ? 'stop' : 'ink',
                  wait: over ? 'had to last until' : 'has to last until',
                  text: over ? 'Its time is over: make the proper repair' : 'Then it needs the proper repair',
                };
              }}
            </List>
            {atRest && (
              <Suspense fallback={null}>
                <Orders jobs={jobs} now={now} />
                <BackupDue now={now} />
              </Suspense>
            )}
          </>
        }
      />
    </Page>
  );
}

/** May a panel be sprayed, and until when: for the first primer of the library, on thin steel. */
function AirNow({ now }: { now: number }) {
  const { units } = useAppTheme();
  const room = useRoom(now);
  const advice = useAdvice(useAfterFirstPaint());
  const { all } = useLibrary();
  const product = all.find((p) => p.family === 'epoxy');
  const from = Math.floor(now / 600_000) * 600_000;
  const fit = useMemo(
    () =>
      advice && room && product
        ? fitAnswer(advice.fitSpans(room.air, room.surface, product.limits, from, 48), now, room.here.basis)
        : undefined,
    [advice, room, product, from, now],
  );
  return (
    <LinkArea href={pageHref('/air')} testID="air-now" style={{ minHeight: TARGET, justifyContent: 'center' }}>
      <Text kind="small" tone={fit && !fit.fit ? 'stop' : 'muted'}>
        {`${fit ? `${fit.text}. ` : ''}${room ? airLine(room.here, units, now) : ''}`}
      </Text>
    </LinkArea>
  );
}

/** @param ready panels that wait for hands */
function answer(ready: number, next: TodayRow | undefined, now: number): string {
  const hands = ready === 0 ? 'Nothing ready' : `${ready} ready now`;
  return next?.moment ? `${hands}, next ${shortWhen(next.moment.atMs, now)}` : `${hands}, no clock running`;
}

/** With whom a part is, and whether it is late. */
function awayWords(r: TodayRow, now: number): Words | undefined {
  const { away } = r.status;
  if (!away) return undefined;
  const late = away.dueMs !== undefined && away.dueMs < now;
  return {
    when: away.dueMs === undefined ? 'Away' : dayOnly(away.dueMs),
    small: true,
    tone: late ? 'stop' : 'ink',
    wait: away.dueMs === undefined ? `since ${shortWhen(away.sinceMs, now)}` : late ? 'was to be back' : 'to be back',
    text: `With ${away.to}`,
  };
}

/** What a line says of its row. */
interface Words {
  when: string;
  wait?: string;
  tone?: Tone;
  text: string;
  small?: boolean;
}

function List({
  title,
  rows,
  beyond,
  onMore,
  aside,
  children,
}: {
  title: string;
  rows: TodayRow[];
  /** How many more there are, and what shows some of them. */
  beyond: number;
  onMore(): void;
  aside?: string;
  children(r: TodayRow): Words | undefined;
}) {
  if (rows.length === 0) return null;
  return (
    <Section title={title} aside={aside}>
      {rows.map((r) => {
        const words = children(r);
        const zone = r.zones[0]!;
        return (
          words && (
            <Line
              key={r.key}
              {...words}
              jobId={r.open.job.id}
              panelId={r.panel.id}
              zoneId={zone.id}
              name={rowName(r)}
              jobName={r.open.job.name}
              strata={r.open.state.zones.get(zone.id)?.strata}
              cured={curedStep(r.status)}
            />
          )
        );
      })}
      {beyond > 0 && <TextButton label={`Show more of ${beyond}`} of={title} onPress={onMore} />}
    </Section>
  );
}

interface LineProps extends Words {
  jobId: string;
  panelId: string;
  zoneId: string;
  name: string;
  jobName: string;
  strata: Strata | undefined;
  cured: number;
}

/** Drawn anew only where it says something else: most of a hundred lines stay as they are when one zone changes. */
const Line = memo(function Line(p: LineProps) {
  const { when, wait, tone = 'ink', text, small } = p;
  const { scale } = useAppTheme();
  const { width } = useWindowDimensions();
  const column = <MiniColumn strata={p.strata} cured={p.cured} />;
  // With large text on a small phone the column stands under the time, so that the words have room.
  const stacked = width < 300 * scale;
  const { jobId, panelId, zoneId } = p;
  return (
    <ListRow href={pageHref('/panel/[jobId]/[panelId]', { jobId, panelId, zone: zoneId })}>
      <View style={{ width: 84 * Math.min(1.25, scale) }}>
        <Text kind={small ? 'section' : 'figure'} tone={tone}>
          {when}
        </Text>
        {wait && (
          <Text kind="tag" tone="muted">
            {wait}
          </Text>
        )}
        {stacked && <Stack top={1.5}>{column}</Stack>}
      </View>
      {!stacked && column}
      <Grow between={0.5}>
        <Text kind="strong">{p.name}</Text>
        <Text kind="small" tone={tone === 'ink' ? 'muted' : tone}>
          {text}
        </Text>
        <Text kind="tag" tone="muted">
          {p.jobName}
        </Text>
      </Grow>
    </ListRow>
  );
});
