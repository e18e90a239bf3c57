import { useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { errorText, finishOf, formatQuantity, type HeightsRead, type Message, type Panel } from '@/core';
import {
  adviseOnPanel,
  FORM_NAMES,
  gapsOf,
  isBlocked,
  lastBoardMm,
  NEXT_ACTS,
  nextReadingAt,
  rangeOf,
  tapPlaces,
  type Fairing,
  type Form,
  type Reference,
} from '@/core/fair';
import { keysOf } from '@/core/keysOf';
import { zonesOnFace } from '@/core/outline';
import { useConditions, useLibrary, useLogCommand, useNow, type OpenJob } from '@/data';
import { useOwnPaces } from '@/data/pace';
import { otherSidesOf, useBoardRelief, useFairing, useRelief, useSurface } from '@/data/surface';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme, useWide } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { shortWhen } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { contourStep } from '@/ui/relief/contourStep';
import { Relief } from '@/ui/relief/Relief';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { GuideRounds, NextOnPanel } from './Blocking';
import { FairPlan } from './FairPlan';
import { FilmLeft } from './FilmLeft';
import { Gaps } from './Gaps';
import { GuideRead } from './GuideRead';
import { Papers } from './Papers';
import { TakeGap } from './TakeGap';
import { TakeHeights } from './TakeHeights';

const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;
/** Up to here a relief is as sure as a hand reads, mm. */
const UNSURE_MM = 0.15;
interface Props {
  open: OpenJob;
  panel: Panel;
  /** Which panel, where the page was opened without one. */
  choice: ReactNode;
}

/** Where a panel is low, how much filler makes it fair, what its guide coats showed, and what is next. */
export function Fair({ open, panel, choice }: Props) {
  const { units } = useAppTheme();
  const wide = useWide();
  const { width: window } = useWindowDimensions();
  const now = useNow();
  const notify = useNotify();
  const router = useRouter();
  const { all } = useLibrary();
  const pace = useOwnPaces();
  const command = useLogCommand(open.job.id);
  const surface = useSurface(open, panel);
  const { evidence, size, read } = surface;
  const [doing, setDoing] = useState<'read' | 'guide' | 'gap'>();
  const [picked, setPicked] = useState<Form | 'mirror'>();
  const [taps, setTaps] = useState<'yes' | 'no'>('yes');
  const [problem, setProblem] = useState<Message>();
  const zones = zonesOnFace(open.job, panel.id, 'outer');
  const level = finishOf(open.job, zones[0]?.id).level ?? 'driver';
  const tempC = useConditions(open, now)?.(zones[0]?.id).tempC ?? 20;
  const others = read.length > 0 ? otherSidesOf(open, panel) : [];
  const form = picked ?? surface.usual;
  const reference: Reference = form === 'mirror' ? (others[0]?.reference ?? { form: 'flat' }) : { form };
  const relief = useRelief(surface, reference);
  const found = relief.data?.ok ? relief.data.value : undefined;
  const lastRound = evidence.rounds[evidence.rounds.length - 1]?.round;
  const boardMm = lastBoardMm(evidence.rounds);
  // Once it was filled or blocked, what counts is what a board would find now.
  const isBlocking = isBlocked(evidence);
  const board = useBoardRelief(surface, reference, boardMm);
  const under = isBlocking && board.data?.ok ? board.data.value : undefined;
  const plan = useFairing(found?.heights, level, taps === 'yes', surface, reference);
  const width = Math.min(wide ? 480 : window - 32, 560);
  if (doing === 'gap') return <TakeGap open={open} panel={panel} onDone={() => setDoing(undefined)} />;
  if (doing === 'guide')
    return (
      <GuideRead
        open={open}
        panel={panel}
        size={size}
        relief={under}
        last={lastRound}
        width={width}
        choice={choice}
        onDone={() => setDoing(undefined)}
      />
    );
  const save = (heights: HeightsRead) =>
    command.mutate(
      { log: { kind: 'measured', zoneIds: zones.map((z) => z.id), measure: 'heights', heights } },
      {
        onSuccess: ({ undo }) => {
          notify({ text: `${heights.mm.filter((v) => v !== null).length} heights are kept.`, undo });
          setProblem(undefined);
          setDoing(undefined);
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  const hasGaps = gapsOf(open.job, open.state, panel.id).length > 0;
  if (doing === 'read' || (!evidence.last && !lastRound && !hasGaps))
    return (
      <TakeHeights
        open={open}
        panel={panel}
        size={size}
        choice={choice}
        problem={problem}
        onSave={save}
        onGuide={() => setDoing('guide')}
        onGap={() => setDoing('gap')}
        {...((evidence.last ?? lastRound ?? hasGaps) && { onLeave: () => setDoing(undefined) })}
      />
    );

  const mm = (v: number, digits?: number) => formatQuantity('thickness', Math.abs(v), units, digits);
  const range = found && rangeOf(found.heights);
  const next = found && !isBlocking ? nextReadingAt(found) : undefined;
  const asks = next !== undefined && next.spreadMm > UNSURE_MM;
  const advice = under && adviseOnPanel(open, panel, 'outer', under, evidence.rounds, level, all);
  const shown = under?.off ?? found?.heights;
  const shownRange = shown && rangeOf(shown);
  const fairing = plan.data?.ok ? plan.data.value : undefined;
  const answer = isBlocking
    ? advice
      ? NEXT_ACTS[advice.act]
      : board.isFetching
        ? 'What is known of it is being worked out'
        : 'Block it, and see what a guide coat shows'
    : !evidence.last
      ? 'Gaps measured; surface not yet'
      : !range
        ? relief.isFetching
          ? 'Its relief is being worked out'
          : 'These readings give no relief'
        : range.low > -0.05 && range.high < 0.05
          ? 'It is flat as far as it was read'
          : fairing
            ? `Lowest ${mm(range.low)}: ${formatQuantity('volume', fairing.volumeMl, units)} of filler`
            : `Lowest ${mm(range.low)}, highest ${mm(range.high)}`;
  const forms: { value: Form | 'mirror'; label: string }[] = keysOf(FORM_NAMES).map((value) => ({
    value,
    label: FORM_NAMES[value],
  }));
  if (others[0]) forms.push({ value: 'mirror', label: `As ${others[0].panel.name.toLowerCase()}, mirrored` });
  const pull = !isBlocking && fairing ? (i: number) => fairing.fill.mm[i]! > fairing.fillMaxMm : undefined;
  return (
    <Page
      testID="fair"
      wide
      foot={
        <>
          <ActionButton
            label="Mark the guide coat"
            strong={isBlocking && advice?.act !== 'stop'}
            grow
            onPress={() => setDoing('guide')}
            testID="read-guide"
          />
          <ActionButton label="Read again" onPress={() => setDoing('read')} testID="read-again" />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={answer}
        subtitle={
          isBlocking
            ? lastRound
              ? `By ${evidence.rounds.length === 1 ? 'one round' : `${evidence.rounds.length} rounds`} of guide coat, P${lastRound.grit}`
              : 'It was filled since it was read: dust on guide coat, block once, and mark what it shows.'
            : evidence.last
              ? `${range ? `Highest ${mm(range.high)}. ` : ''}${read.length} readings, ${shortWhen(evidence.last.atMs, now)}`
              : 'Read it by straightedge to know its highs and lows.'
        }
      />
      {choice}
      <TwoColumns
        left={
          <>
            {relief.data && !relief.data.ok && !isBlocking && <Notice tone="stop">{relief.data.error}</Notice>}
            {relief.error && !isBlocking && (
              <Notice tone="stop">The relief was not worked out. Load the page again.</Notice>
            )}
            {advice && <NextOnPanel act={advice.act} why={advice.why} />}
            {shown && (
              <>
                <Relief
                  grid={shown}
                  outline={panel.map?.outline}
                  stepMm={contourStep(shownRange)}
                  readings={isBlocking ? [] : read.length > 120 ? [] : read}
                  marks={isBlocking ? (lastRound?.marks ?? []) : taps === 'yes' ? tapMarks(fairing) : []}
                  {...(pull && { hatched: pull })}
                  {...(asks && { next })}
                  width={width}
                  label={`Relief of ${panel.name}: lowest ${mm(shownRange?.low ?? 0)}, highest ${mm(shownRange?.high ?? 0)}`}
                />
                <Text kind="small" tone="muted">
                  {`A line every ${mm(contourStep(shownRange), 2)}: green is low, amber is high. ${
                    isBlocking
                      ? `What a board of ${formatQuantity('length', boardMm / 10, units, 0)} would find.`
                      : asks
                        ? `Least certain in the dashed ring, \u00b1${mm(next.spreadMm)}: lay the straightedge there next.`
                        : 'Reliable everywhere.'
                  }`}
                </Text>
              </>
            )}
            {found && found.odd.length > 0 && !isBlocking && (
              <Notice tone="window" testID="odd-readings">
                {`${found.odd.map((r) => mm(r.mm)).join(', ')}: does that go with the readings beside it? Read it again if it was a slip; it counts as it stands.`}
              </Notice>
            )}
            {under && evidence.rounds.length > 0 && (
              <GuideRounds evidence={evidence} relief={under} size={size} now={now} />
            )}
            {evidence.last && !isBlocking && (
              <>
                <View style={{ height: gap(2) }} />
                <ChoiceGroup
                  label="The panel is meant to be"
                  options={forms}
                  value={form}
                  onChange={(f) => setPicked(f)}
                />
                <ChoiceGroup
                  label="Highs may be tapped down"
                  options={YES_NO}
                  value={taps}
                  onChange={(t) => setTaps(t)}
                />
              </>
            )}
          </>
        }
        right={
          <>
            {evidence.last && (found ?? plan.error) && (
              <FairPlan
                open={open}
                panel={panel}
                result={plan.data ?? undefined}
                busy={plan.isFetching}
                failed={plan.error ?? undefined}
                level={level}
                tempC={tempC}
                since={evidence.since}
                reachMm={found?.reachMm ?? 0}
                lengthMm={size.width}
                size={size}
                onAgain={() => void plan.refetch()}
              />
            )}
            {advice?.strata && (
              <Papers
                zones={zones}
                strata={advice.strata}
                fills={false}
                areaCm2={0}
                waveMm={boardMm}
                panelMm={size.width}
                paces={pace}
                usualShape={panel.shape}
              />
            )}
            <TextButton
              label="Try it first on a simulated panel"
              onPress={() => router.navigate(pageHref('/try', { job: open.job.id, panel: panel.id }))}
            />
            <Gaps open={open} panel={panel} level={level} now={now} onRead={() => setDoing('gap')} />
            <FilmLeft open={open} panel={panel} grit={lastRound?.grit ?? 320} now={now} />
          </>
        }
      />
    </Page>
  );
}

/** Where to tap, as the signs of highs. */
const tapMarks = (f: Fairing | undefined) =>
  f ? tapPlaces(f.tap).map(({ x, y }) => ({ x, y, showed: 'high' as const })) : [];
