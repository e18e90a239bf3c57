import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  waitsForHands,
  countText,
  formatQuantity,
  SUBSTRATES,
  ZONE_STAGE_NAMES,
  zonesOf,
  type Panel,
  type ZoneStatus,
  type Statuses,
} from '@/core';
import { withoutCards } from '@/core/log/job';
import { useLiveJobs, useNow, type OpenJob } from '@/data';
import { useAppTheme, useWide } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyState } from '@/ui/EmptyState';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { curedStep } from '@/ui/strata/columnImage';
import { MiniColumn } from '@/ui/strata/MiniColumn';
import { Text } from '@/ui/Text';
import { UnreadJobs } from '@/ui/UnreadJobs';
import { useGrowingCount } from '@/ui/paint';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { WhereParts } from './WhereParts';
import { JobFloor } from '@/ui/floor/JobFloor';

/** Filters that people ask for across the room. */
const FILTERS: { value: string; label: string; shows?(s: ZoneStatus, now: number): boolean }[] = [
  { value: 'all', label: 'All' },
  { value: 'wait', label: 'Curing', shows: (s) => s.stage === 'curing' },
  { value: 'work', label: 'Ready', shows: waitsForHands },
  { value: 'done', label: 'Finished', shows: (s) => s.stage === 'finished' },
];

interface Props {
  /** The panel that stands open beside the list on a wide screen. */
  selected?: { jobId: string; panelId: string };
}

/** Every panel of the shop with its stacks, by job. */
export function PanelsScreen({ selected }: Props) {
  const now = useNow();
  const { live, loading, failures } = useLiveJobs(now);
  const router = useRouter();
  const [filter, setFilter] = useState('all');
  const [asList, setAsList] = useState(false);
  const wide = useWide();
  // Beside an open panel there is room for a list only.
  const list = asList || selected !== undefined;
  const drawn = useGrowingCount(live.reduce((n, j) => n + withoutCards(j.open.job).panels.length, 0));
  if (loading) return <Page>{null}</Page>;
  const shows = FILTERS.find((f) => f.value === filter)?.shows;
  const count = live.reduce((n, j) => n + withoutCards(j.open.job).panels.length, 0);
  const shown = live.reduce((n, j) => n + panelsThat(j.open, j.statuses, shows, now).length, 0);
  return (
    <Page
      testID="panels"
      wide={!list && live.length > 1}
      foot={
        selected ? undefined : (
          <ActionButton label="+ Log" strong grow onPress={() => router.navigate(pageHref('/log'))} />
        )
      }
    >
      <PageHead
        eyebrow={live.length === 1 ? '1 job' : `${live.length} jobs`}
        title={shows ? `${shown} of ${countText(count, 'panel')}` : countText(count, 'panel')}
        right={
          selected || count === 0 ? undefined : (
            <TextButton label={list ? 'On the floor' : 'As a list'} onPress={() => setAsList(!asList)} />
          )
        }
      />
      {count > 0 && <ChoiceGroup label="Show" hideLabel options={FILTERS} value={filter} onChange={setFilter} />}
      <UnreadJobs failures={failures} />
      {live.length === 0 && (
        <EmptyState
          title="No job yet"
          text="Start one, then add its panels."
          act={
            <ActionButton
              label="Start a job"
              onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: 'new' }))}
            />
          }
        />
      )}
      <View style={!list && wide && live.length > 1 ? styles.board : undefined}>
        {live.map(({ open, statuses }, i) => (
          <View key={open.job.id} style={!list && wide && live.length > 1 ? styles.job : undefined}>
            <JobPanels
              most={drawn - live.slice(0, i).reduce((n, j) => n + withoutCards(j.open.job).panels.length, 0)}
              open={open}
              statuses={statuses}
              shows={shows}
              now={now}
              selected={selected?.jobId === open.job.id ? selected.panelId : undefined}
              onFloor={!list}
            />
          </View>
        ))}
      </View>
      {count > 0 && !selected && <WhereParts />}
    </Page>
  );
}

type Shows = (typeof FILTERS)[number]['shows'];
/** The panels of a job of which a zone is looked for; all of them without a filter. */
const panelsThat = (open: OpenJob, statuses: Statuses, shows: Shows, now: number): Panel[] =>
  withoutCards(open.job).panels.filter(
    (p) =>
      !shows ||
      zonesOf(open.job, p.id).some((z) => {
        const status = statuses.get(z.id);
        return status !== undefined && shows(status, now);
      }),
  );

function JobPanels({
  most,
  open,
  statuses,
  shows,
  selected,
  now,
  onFloor,
}: {
  /** So many of its panels are drawn. */
  most: number;
  open: OpenJob;
  statuses: Statuses;
  shows: Shows;
  selected: string | undefined;
  now: number;
  /** As it lies on the floor, or as a list. */
  onFloor: boolean;
}) {
  const router = useRouter();
  const panels = panelsThat(open, statuses, shows, now);
  return (
    <Section
      title={open.job.name}
      aside={
        <TextButton
          label="The job"
          of={open.job.name}
          onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: open.job.id }))}
        />
      }
    >
      {open.job.panels.length === 0 && (
        <Stack top={3} bottom={3}>
          <Text tone="muted">No panels yet. Open the job to add them.</Text>
        </Stack>
      )}
      {open.job.panels.length > 0 && panels.length === 0 && (
        <Stack top={3} bottom={3}>
          <Text tone="muted">None in this job.</Text>
        </Stack>
      )}
      {onFloor && (
        <JobFloor
          open={open}
          statuses={statuses}
          now={now}
          most={most}
          shown={shows && new Set(panels.map((p) => p.id))}
        />
      )}
      {(onFloor ? [] : panels).slice(0, Math.max(0, most)).map((p) => (
        <ListRow
          key={p.id}
          selected={p.id === selected}
          href={pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: p.id })}
        >
          <PanelLine open={open} panel={p} statuses={statuses} />
        </ListRow>
      ))}
    </Section>
  );
}

function PanelLine({ open, panel, statuses }: { open: OpenJob; panel: Panel; statuses: Statuses }) {
  const { units } = useAppTheme();
  const zones = zonesOf(open.job, panel.id);
  const area = zones.reduce((s, z) => s + z.areaCm2, 0);
  const byStage = new Map<string, string[]>();
  for (const z of zones) {
    const name = ZONE_STAGE_NAMES[statuses.get(z.id)?.stage ?? 'unknown'];
    byStage.set(name, [...(byStage.get(name) ?? []), z.name.toLowerCase()]);
  }
  const temporary = zones.some((z) => statuses.get(z.id)?.temporaryUntilMs !== undefined);
  return (
    <>
      <View style={{ flexDirection: 'row', gap: 3, alignItems: 'flex-end', width: 108 }}>
        {zones.slice(0, 4).map((z) => (
          <MiniColumn
            key={z.id}
            strata={open.state.zones.get(z.id)?.strata}
            cured={curedStep(statuses.get(z.id))}
            width={zones.length > 3 ? 24 : zones.length > 1 ? 33 : 52}
            maxHeight={64}
          />
        ))}
      </View>
      <Grow between={0.5}>
        <Text kind="strong">{panel.name}</Text>
        {[...byStage].map(([name, which]) => (
          <Text key={name} kind="small">
            {byStage.size > 1 ? `${name}: ${which.join(', ')}` : name}
          </Text>
        ))}
        <Text kind="tag" tone="muted">
          {`${SUBSTRATES[panel.substrate].name}, ${formatQuantity('area', area, units)}${temporary ? '. Temporary repair' : ''}`}
        </Text>
      </Grow>
    </>
  );
}

const styles = StyleSheet.create({
  board: { flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(8) },
  job: { flexGrow: 1, flexShrink: 1, flexBasis: 480, minWidth: 0 },
});
