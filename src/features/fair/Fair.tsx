import { useQuery } from '@tanstack/react-query';
import { useMemo, useState, type ReactNode } from 'react';
import { useWindowDimensions, View } from 'react-native';
import {
  effectiveEvents,
  errorText,
  finishOf,
  formatQuantity,
  zonesOf,
  type HeightsRead,
  type Message,
  type Panel,
} from '@/core';
import {
  FORM_NAMES,
  LOW_MM,
  nextReadingAt,
  panelRelief,
  rangeOf,
  readingsOf,
  WAVINESS_MM,
  type Form,
} from '@/core/fair';
import { keysOf } from '@/core/keysOf';
import { useConditions, useLogCommand, useNow, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme, useWide } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { shortWhen } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Relief } from '@/ui/relief/Relief';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { solveFairingAway } from '@/workers/fair';
import { FairPlan } from './FairPlan';
import { TakeHeights } from './TakeHeights';

const FORMS = keysOf(FORM_NAMES).map((value) => ({ value, label: FORM_NAMES[value] }));
const YES_NO = [
  { value: 'yes', label: 'Yes' },
  { value: 'no', label: 'No' },
] as const;
/** A tap goes so far down before the sheet stretches, mm; and costs against filler. */
const TAP = { maxMm: 0.5, weight: 0.5 };
/** Up to here a relief is as sure as a hand reads, mm. */
const UNSURE_MM = 0.15;
/** More than this is metalwork, whatever the filler: glass-reinforced below, light above, mm. */
const FILL_MOST_MM = 6;

interface Props {
  open: OpenJob;
  panel: Panel;
  size: { x0: number; y0: number; width: number; height: number };
  /** Which panel, where the page was opened without one. */
  choice: ReactNode;
}

/** What was read last on a panel. */
function lastHeights({ job, state }: OpenJob, panelId: string): { heights: HeightsRead; atMs: number } | undefined {
  const zones = zonesOf(job, panelId).map((z) => z.id);
  return effectiveEvents(state).reduce<{ heights: HeightsRead; atMs: number } | undefined>(
    (last, e) =>
      e.kind === 'measured' && e.measure === 'heights' && e.zoneIds.some((z) => zones.includes(z))
        ? { heights: e.heights, atMs: e.atMs }
        : last,
    undefined,
  );
}

export function Fair({ open, panel, size, choice }: Props) {
  const { units } = useAppTheme();
  const wide = useWide();
  const { width: window } = useWindowDimensions();
  const now = useNow();
  const notify = useNotify();
  const command = useLogCommand(open.job.id);
  const zones = useMemo(() => zonesOf(open.job, panel.id), [open.job, panel.id]);
  const last = useMemo(() => lastHeights(open, panel.id), [open, panel.id]);
  const [taking, setTaking] = useState(false);
  const [form, setForm] = useState<Form>('flat');
  const [taps, setTaps] = useState<'yes' | 'no'>('yes');
  const [problem, setProblem] = useState<Message>();
  const level = finishOf(open.job, zones[0]?.id).level ?? 'driver';
  const tempC = useConditions(open, now)?.(zones[0]?.id).tempC ?? 20;
  const readings = useMemo(() => (last ? readingsOf(last.heights) : []), [last]);
  const relief = useMemo(
    () => (readings.length > 0 ? panelRelief(readings, form, size) : undefined),
    [readings, form, size],
  );
  const heights = relief?.ok ? relief.value.heights : undefined;
  const plan = useQuery({
    queryKey: ['fair', open.job.id, panel.id, last?.atMs, form, taps, level],
    queryFn: () =>
      heights
        ? solveFairingAway({
            heights,
            wavinessMm: WAVINESS_MM[level],
            lowMm: LOW_MM[level],
            tapMaxMm: taps === 'yes' ? TAP.maxMm : 0,
            tapWeight: TAP.weight,
            fillMaxMm: FILL_MOST_MM,
          })
        : null,
    enabled: heights !== undefined,
    // One that was stopped begins again when somebody asks.
    retry: false,
    gcTime: 60_000,
  });
  const save = (read: HeightsRead) =>
    command.mutate(
      { log: { kind: 'measured', zoneIds: zones.map((z) => z.id), measure: 'heights', heights: read } },
      {
        onSuccess: ({ undo }) => {
          notify({ text: `${read.mm.filter((v) => v !== null).length} heights are kept.`, undo });
          setProblem(undefined);
          setTaking(false);
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  if (taking || !last)
    return (
      <TakeHeights
        open={open}
        panel={panel}
        size={size}
        choice={choice}
        problem={problem}
        onSave={save}
        {...(last && { onLeave: () => setTaking(false) })}
      />
    );
  const range = heights && rangeOf(heights);
  const mm = (v: number) => formatQuantity('thickness', Math.abs(v), units);
  const next = relief?.ok ? nextReadingAt(relief.value) : undefined;
  const width = Math.min(wide ? 560 : window - 32, 560);
  return (
    <Page
      testID="fair"
      foot={<ActionButton label="Read it again" grow onPress={() => setTaking(true)} testID="read-again" />}
    >
      <PageHead
        over={`${open.job.name}, ${panel.name.toLowerCase()}`}
        answer={
          !range
            ? 'These readings give no relief'
            : range.low > -0.05 && range.high < 0.05
              ? 'It is flat as far as it was read'
              : plan.data?.ok
                ? `Lowest ${mm(range.low)}: ${formatQuantity('volume', plan.data.value.volumeMl, units)} of filler`
                : `Lowest ${mm(range.low)}, highest ${mm(range.high)}`
        }
        under={`${range ? `Highest ${mm(range.high)}. ` : ''}${readings.length} readings, ${shortWhen(last.atMs, now)}`}
      />
      {choice}
      {relief && !relief.ok && <Notice tone="stop">{relief.error}</Notice>}
      {relief?.ok && heights && (
        <>
          <Relief
            grid={heights}
            outline={panel.map?.outline}
            stepMm={contourStep(range)}
            readings={readings}
            {...(next && next.spreadMm > UNSURE_MM && { next })}
            width={width}
            label={`Relief of ${panel.name}: lowest ${mm(range?.low ?? 0)}, highest ${mm(range?.high ?? 0)}`}
          />
          <T kind="small" tone="muted">
            {`A line every ${mm(contourStep(range))}: green is low, amber is high. ${next && next.spreadMm > UNSURE_MM ? `It knows least in the dashed ring, \u00b1${mm(next.spreadMm)}: lay the straightedge there next.` : 'It is sure of itself all over.'}`}
          </T>
          {relief.value.odd.length > 0 && (
            <Notice tone="window" testID="odd-readings">
              {`${relief.value.odd.map((r) => mm(r.mm)).join(', ')}: does that go with the readings beside it? Read it again if it was a slip; it counts as it stands.`}
            </Notice>
          )}
          <View style={{ height: gap(2) }} />
          <ChoiceGroup label="The panel is meant to be" options={FORMS} value={form} onChange={(f) => setForm(f)} />
          <ChoiceGroup label="Highs may be tapped down" options={YES_NO} value={taps} onChange={(t) => setTaps(t)} />
          <FairPlan
            open={open}
            panel={panel}
            result={plan.data ?? undefined}
            busy={plan.isFetching}
            failed={plan.error ?? undefined}
            level={level}
            tempC={tempC}
            onAgain={() => void plan.refetch()}
          />
        </>
      )}
    </Page>
  );
}

/** A height between lines that leaves some of each, mm. */
const contourStep = (range: { low: number; high: number } | undefined): number => {
  const most = Math.max(Math.abs(range?.low ?? 0), Math.abs(range?.high ?? 0));
  return [0.05, 0.1, 0.2, 0.5, 1].find((s) => most / s <= 6) ?? 2;
};
