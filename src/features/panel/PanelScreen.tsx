import { useRouter } from 'expo-router';
import { lazy, memo, Suspense, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  formatQuantity,
  SUBSTRATES,
  waitText,
  ZONE_STAGE_NAMES,
  zonesOf,
  zonesTogether,
  isOpenFault,
  type Strata,
  type Zone,
  type ZoneStatus,
  lowerFirst,
  type Panel,
  phrase,
  type Statuses,
} from '@/core';
import { panelMaterial } from '@/core/stock/use';
import { useFaultAgreement, useLibrary, useLiveJob, useStatuses, type OpenJob } from '@/data';
import { useElsewhere } from '@/data/share/useSharing';
import { clockTime, money, monthYear, shortWhen, whenAndWait } from '@/ui/format';
import { FaultLine } from '@/ui/FaultLine';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage, EmptyState } from '@/ui/EmptyState';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { BusyElsewhere } from '@/ui/BusyElsewhere';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { StrataColumn } from '@/ui/strata/StrataColumn';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { useAfterPaint, usePainted } from '@/ui/paint';
import { gap } from '@/ui/theme';
import { markWords, momentWords, surfaceWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
import { bandLabel, BandMore } from './BandMore';
import { BareClock } from './BareClock';
import { ClockMore } from './ClockMore';
import { ClockTrack } from './ClockTrack';
import { History } from './History';
import { NextSteps } from './NextSteps';
import { PanelToDos } from './PanelToDos';
import { LiesAt } from './LiesAt';
import { Pieces } from './Pieces';
import { Spots, worstSpots } from './Spots';
import { Undo } from './Undo';
import { WorkTime } from './WorkTime';

interface Props {
  jobId: string;
  panelId: string;
  zoneId?: string;
}

const PanelPhotos = lazy(() => import('./PanelPhotos'));

/** What is on a panel, what its clock brings, what was done and what it cost. */
export function PanelScreen({ jobId, panelId, zoneId }: Props) {
  const { query, open, now, statuses } = useLiveJob(jobId);
  if (query.isLoading) return <Page>{null}</Page>;
  const panel = open?.job.panels.find((p) => p.id === panelId);
  if (!open || !panel)
    return (
      <EmptyPage
        title="That panel is not here"
        text="It may have been removed, or it belongs to a job of the other store (demo or own)."
      />
    );
  return <Opened key={panelId} open={open} panel={panel} startZone={zoneId} statuses={statuses} now={now} />;
}

function Opened({
  open,
  panel,
  startZone,
  statuses,
  now,
}: {
  open: OpenJob;
  panel: Panel;
  startZone: string | undefined;
  statuses: Statuses;
  now: number;
}) {
  const { units } = useAppTheme();
  const panelId = panel.id;
  const zones = useMemo(() => zonesOf(open.job, panelId), [open.job, panelId]);
  const [picked, setPicked] = useState(startZone);
  const zone = zones.find((z) => z.id === picked) ?? zones[0];
  // Stack and clock answer a tap at once; what comes next, cost and history follow when the thread is free.
  const newest = useMemo(() => ({ open, zone }), [open, zone]);
  const behind = useAfterPaint(newest);
  const painted = usePainted();
  const elsewhere = useElsewhere(open.job.id).filter((d) => d.panelIds.includes(panelId));
  if (!zone)
    return (
      <Page>
        <PageHead eyebrow={`${open.job.name}, ${SUBSTRATES[panel.substrate].name.toLowerCase()}`} title={panel.name} />
        <EmptyState title="No zone yet" text="Give the panel at least one zone: open the job, then Change it." />
      </Page>
    );
  const strata = open.state.zones.get(zone.id)?.strata;
  const status = statuses.get(zone.id);
  const many = zones.length > 1;
  return (
    <Page
      testID="panel"
      // The stack and its clock are the answer: the head, what stands over the stack, and the stack.
      first={3}
      foot={
        <>
          <LogButton open={behind.open} zone={zone} many={many} statuses={painted ? statuses : undefined} />
          <Undo open={open} panelId={panelId} now={now} />
        </>
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${SUBSTRATES[panel.substrate].name.toLowerCase()}`}
        title={many ? `${panel.name}, ${zone.name.toLowerCase()}` : panel.name}
        subtitle={
          <Standing status={status} strata={strata} area={formatQuantity('area', zone.areaCm2, units)} now={now} />
        }
      />
      <>
        <Pieces jobId={open.job.id} panel={panel} />
        <BusyElsewhere doing={elsewhere} />
        {many && <ZoneChoice zones={zones} value={zone.id} onChange={setPicked} />}
      </>
      {strata ? (
        <>
          <Stack top={4}>
            <Text kind="small" tone="muted" testID="on-top">
              {phrase`On top: ${lowerFirst(surfaceWords(strata))}`}
            </Text>
            <View style={{ height: gap(1.5) }} />
            <StrataColumn
              strata={strata}
              status={status}
              label={(b) => bandLabel(b, strata, units, now)}
              more={(b) => <BandMore band={b} strata={strata} status={status} open={open} zoneId={zone.id} now={now} />}
            />
          </Stack>
          {painted && status && <Spots strata={strata} status={status} now={now} />}
          {/* The head tells the next moment; what it rests on comes behind. */}
          {!painted ? null : status?.rust ? (
            <BareClock rust={status.rust} strata={strata} now={now} />
          ) : (
            status && <Clock {...clockParts(status)} now={now} />
          )}
          {painted && behind.zone && (
            <Behind {...behind} zone={behind.zone} panel={panel} now={now} stale={behind.zone !== zone} />
          )}
          {painted && <Faults faults={strata.faults} now={now} jobId={open.job.id} zoneId={zone.id} />}
        </>
      ) : (
        <Notice tone="window">{`Nothing is known of ${many ? `the ${zone.name.toLowerCase()} zone` : 'this panel'} yet, or its finding was struck out. Log what was found to begin.`}</Notice>
      )}
      {painted && (
        <>
          <Material open={behind.open} panelId={panelId} />
          {behind.zone && <History open={behind.open} zones={zones} zone={behind.zone} now={now} />}
        </>
      )}
    </Page>
  );
}

/** Logs on the zone, and on what stands like it. */
function LogButton(p: { open: OpenJob; zone: Zone; many: boolean; statuses: Statuses | undefined }) {
  const router = useRouter();
  const { job, state } = p.open;
  const zoneIds = p.statuses ? zonesTogether(job, state, p.statuses, p.zone.id) : [p.zone.id];
  const label =
    zoneIds.length > 1 ? `Log on ${zoneIds.length} zones` : p.many ? `Log on ${p.zone.name.toLowerCase()}` : 'Log';
  return (
    <ActionButton
      label={label}
      strong
      grow
      testID="log"
      onPress={() => router.navigate(pageHref('/log', { job: job.id, zones: zoneIds.join() }))}
    />
  );
}

/** What follows the stack and its clock: what the clock rests on, what comes next, work and to-dos. */
const Behind = memo(function Behind({
  open,
  zone,
  panel,
  now,
  stale,
}: {
  open: OpenJob;
  zone: Zone;
  panel: Panel;
  now: number;
  /** Still of the zone that was looked at before. */
  stale: boolean;
}) {
  const statuses = useStatuses(open, now);
  const status = statuses.get(zone.id);
  const strata = open.state.zones.get(zone.id)?.strata;
  const zoneIds = useMemo(() => zonesTogether(open.job, open.state, statuses, zone.id), [open, statuses, zone.id]);
  return (
    <View style={stale ? styles.stale : undefined} aria-busy={stale}>
      {status && <ClockMore open={open} zoneId={zone.id} status={status} now={now} />}
      {strata && <NextSteps open={open} zone={zone} zoneIds={zoneIds} panel={panel} strata={strata} now={now} />}
      <WorkTime open={open} panel={panel} zoneId={zone.id} zoneIds={zoneIds} status={status} now={now} />
      <PanelToDos open={open} panel={panel} zone={zone} />
      <LiesAt job={open.job} panel={panel} />
      <Suspense fallback={null}>
        <PanelPhotos open={open} panel={panel} />
      </Suspense>
    </View>
  );
});

const styles = StyleSheet.create({ stale: { pointerEvents: 'none' } });

const ZoneChoice = memo(function ZoneChoice(p: { zones: Zone[]; value: string; onChange(id: string): void }) {
  return (
    <ChoiceGroup
      label="Zone"
      hideLabel
      options={p.zones.map((z) => ({ value: z.id, label: z.name }))}
      value={p.value}
      onChange={p.onChange}
    />
  );
});

/** What the walk-round and later looks have found: what is open first, each with what it asks for. */
const Faults = memo(function Faults({
  faults,
  now,
  jobId,
  zoneId,
}: {
  faults: Strata['faults'];
  now: number;
  jobId: string;
  zoneId: string;
}) {
  const { units } = useAppTheme();
  const router = useRouter();
  const { leave, takeUp } = useFaultAgreement(jobId);
  if (faults.length === 0) return null;
  const opened = faults.filter((f) => f.mark && isOpenFault(f));
  const rest = faults.filter((f) => !opened.includes(f));
  return (
    <Section
      title="Found"
      aside={opened.length > 0 ? `${opened.length} open of ${faults.length}` : String(faults.length)}
    >
      {[...opened, ...rest].map((f) =>
        f.mark && f.doneMs === undefined ? (
          <FaultLine
            key={f.id}
            fault={{ ...f, mark: f.mark }}
            now={now}
            onRepair={() =>
              router.navigate(pageHref('/log', { job: jobId, zones: zoneId, kind: 'repaired', fault: f.id }))
            }
            onLeave={(byMs) => leave(zoneId, f.id, byMs)}
            onTakeUp={takeUp}
          />
        ) : (
          <ListRow key={f.id}>
            <View style={{ flex: 1 }}>
              <Text>{f.mark ? markWords(f.mark, units) : f.text}</Text>
              {f.doneMs !== undefined && <Text kind="tag" tone="do">{`Dealt with ${shortWhen(f.doneMs, now)}`}</Text>}
            </View>
            <Text kind="small" tone="muted">
              {shortWhen(f.atMs, now)}
            </Text>
          </ListRow>
        ),
      )}
    </Section>
  );
});

/** The answer to 'what is it doing': where it stands, and what comes next by itself. */
function Standing({
  status,
  strata,
  area,
  now,
}: {
  status: ZoneStatus | undefined;
  strata: Strata | undefined;
  area: string;
  now: number;
}) {
  const next = status?.moments[0];
  const spots = status && strata ? worstSpots(strata, status, now) : undefined;
  const stage = status ? ZONE_STAGE_NAMES[status.stage] : '';
  const words = spots === undefined ? stage : `${stage}: ${spots}`;
  return (
    <Text tone="muted">
      {next && status?.top
        ? `${words}. ${momentWords(next, status.top.family)} ${whenAndWait(next.atMs, now)}. ${area}`
        : `${words}. ${area}`}
    </Text>
  );
}

/** What the clock shows: an entry that changes none of it need not draw it again. */
const clockParts = (s: ZoneStatus) => ({
  next: s.moments[0],
  top: s.top,
  clocks: s.clocks,
  closesMs: s.closesMs,
  temporaryUntilMs: s.temporaryUntilMs,
  stoppedByCold: s.stoppedByCold,
});

/** The next thing that happens by itself, with the track of stages. */
const Clock = memo(function Clock({ next, top, now, ...status }: ReturnType<typeof clockParts> & { now: number }) {
  return (
    <Section title="Clock">
      <Stack top={3} between={2}>
        {status.stoppedByCold && (
          <Notice tone="stop">{`Standing still: ${top?.label} does not cure in this cold. Warm the panel.`}</Notice>
        )}
        {next && top ? (
          <View
            style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: gap(2) }}
            testID="next-moment"
          >
            <Text kind="figure" tone={next.kind === 'closes' ? 'window' : 'ink'}>
              {shortWhen(next.atMs, now)}
            </Text>
            <Text>{momentWords(next, top.family)}</Text>
            <Text tone="muted">{`in ${waitText(next.atMs - now)}`}</Text>
          </View>
        ) : (
          <Text tone="muted">No clock is running here.</Text>
        )}
        {status.clocks.length > 0 && top && <ClockTrack top={top} clocks={status.clocks} now={now} />}
        {status.closesMs !== undefined && (
          <Text kind="small" tone="window">
            {`Window open until ${whenAndWait(status.closesMs, now)}. After that it needs sanding before the next coat.`}
          </Text>
        )}
        {status.temporaryUntilMs !== undefined && (
          <Text kind="small" tone="window">
            {`Temporary repair: has to last until ${monthYear(status.temporaryUntilMs)}.`}
          </Text>
        )}
        {top?.air && (
          <Text kind="small" tone="muted">
            {`Times are estimates from the air that was logged, at ${clockTime(now)}. The product's data sheet decides.`}
          </Text>
        )}
      </Stack>
    </Section>
  );
});

const Material = memo(function Material({ open, panelId }: { open: OpenJob; panelId: string }) {
  const { units, currency } = useAppTheme();
  const { lookup } = useLibrary();
  const router = useRouter();
  const m = useMemo(
    () => panelMaterial(open.job, open.state, panelId, lookup),
    [open.job, open.state, panelId, lookup],
  );
  if (m.lines.length === 0) return null;
  return (
    <Section deferRender title="Material on this panel" aside={<Text kind="strong">{money(m.cost, currency)}</Text>}>
      {m.lines.map((l) => (
        <ListRow key={l.productId}>
          <Grow>
            <Text>{l.label}</Text>
            <Text kind="tag" tone="muted">
              {l.basis === 'poured'
                ? l.wasteCost >= 0.01
                  ? `From the cup, with ${money(l.wasteCost, currency)} that was left in it`
                  : 'From the cup'
                : 'Estimated from area and film'}
            </Text>
          </Grow>
          <View style={{ alignItems: 'flex-end' }}>
            <Text kind="strong">
              {l.byWeight ? formatQuantity('mass', l.massG, units, 0) : formatQuantity('volume', l.volumeMl, units)}
            </Text>
            <Text kind="tag" tone="muted">
              {money(l.cost + l.wasteCost, currency)}
            </Text>
          </View>
        </ListRow>
      ))}
      <TextButton
        label="What the whole job costs"
        onPress={() => router.navigate(pageHref('/cost', { job: open.job.id }))}
      />
    </Section>
  );
});
