import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { MINUTE_MS } from '@/core';
import { workPlace, type PlanRow } from '@/core/schedule';
import { useJobs, useNow, useSettings, useShopActions, type Settings } from '@/data';
import { useFinishSpread, usePlan, type PlanNow } from '@/data/plan';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { AgreedDays } from './AgreedDays';
import { Danger } from './Danger';
import { Days } from './Days';
import { HoldsUp, Moved } from './HoldsUp';
import { HowPlansWent } from './HowPlansWent';
import { IHave } from './IHave';
import { KeepPlan } from './KeepPlan';
import { NowPart } from './NowPart';
import { People } from './People';
import { dayWords, usePlanView } from './planView';
import type { PlanView } from '@/core/schedule';
import { YearHere } from './YearHere';
import { WeekStrips, type WeekRow } from './Strips';

/** Days with work that are listed, and days of the week that is drawn. */
const LISTED = 3;
const MORE = 7;
const DRAWN = 7;

/** What is to be done now, on the coming days, and when all is done: from the log, the clocks, and who is there. */
export function PlanScreen() {
  const now = useNow();
  const { jobs, loading } = useJobs();
  const settings = useSettings();
  const { plan, isNobody, error } = usePlan(now);
  const [listed, setListed] = useState(LISTED);
  const view = usePlanView(plan, now, listed);
  const week = usePlanView(plan, now, DRAWN);
  if (loading || !settings) return <Page>{null}</Page>;
  if (jobs.every((j) => j.job.zones.length === 0))
    return <EmptyPage title="Nothing to plan yet" text="Start a job and give it panels: its ways become days here." />;
  if (isNobody)
    return (
      <Page testID="plan">
        <PageHead
          eyebrow="Plan of days"
          title="When are you at it?"
          subtitle="Say on which days and between which hours, and all work that is to come is put into them."
        />
        <People settings={settings} />
      </Page>
    );
  return (
    <Page testID="plan" wide foot={plan && view && <KeepPlan plan={plan} view={view} now={now} />}>
      <Head plan={plan} view={view} now={now} />
      {error && <Notice tone="stop">{`The plan cannot be worked out: ${error.message}`}</Notice>}
      {plan && view ? (
        <TwoColumns
          left={
            <>
              <NowPart plan={plan} view={view} now={now} />
              <Danger plan={plan} view={view} />
              <IHave plan={plan} view={view} />
              <Days plan={plan} view={view} now={now} onMore={() => setListed(listed + MORE)} />
            </>
          }
          right={
            <>
              {week && <Week view={week} now={now} />}
              <HoldsUp plan={plan} view={view} now={now} />
              <Moved plan={plan} view={view} />
              <Section title="Who is here, and when">
                <People settings={settings} />
                <Places settings={settings} />
              </Section>
              {jobs.map((j) => (
                <Section key={j.job.id} title={`Agreed: ${j.job.name}`}>
                  <AgreedDays open={j} />
                </Section>
              ))}
              <YearHere settings={settings} />
              <HowPlansWent />
            </>
          }
        />
      ) : (
        <Stack top={4}>
          <Text tone="muted" live>
            The days are being put in order …
          </Text>
        </Stack>
      )}
    </Page>
  );
}

function Head({ plan, view, now }: { plan: PlanNow | undefined; view: PlanView | undefined; now: number }) {
  const spread = useFinishSpread(plan);
  const router = useRouter();
  if (!plan || !view) return <PageHead eyebrow="Plan of days" title="Putting work into days" />;
  const at = (min: number) => dayWords(plan.zeroMs + min * MINUTE_MS, now);
  const beyond = plan.unsure.year
    ? 'usual days of the year here count, and are drawn'
    : 'the air counts as good, and is drawn by the forecast’s days';
  const known =
    plan.knownMs === undefined
      ? plan.unsure.year
        ? 'No forecast: usual days of the year here count.'
        : 'No forecast: the air counts as good.'
      : `The forecast goes to ${dayWords(plan.knownMs, now)}; beyond it ${beyond}.`;
  const sure = spread
    ? `Likely ${at(spread.likelyMin)}; nine in ten: ${at(spread.earlyMin)} to ${at(spread.lateMin)}. Estimated from your pace, what tends to come to light, and the air. ${known}`
    : known;
  return (
    <PageHead
      eyebrow="Plan of days"
      title={plan.plan.starts.size === 0 ? 'Nothing is to come' : `All done ${dayWords(view.doneMs, now)} by this plan`}
      subtitle={
        <Text kind="small" tone="muted" testID="plan-sure">
          {sure}
        </Text>
      }
      right={<TextButton label="On the wall" onPress={() => router.navigate(pageHref('/wall'))} />}
    />
  );
}

function Week({ view, now }: { view: PlanView; now: number }) {
  const [by, setBy] = useState<'part' | 'person'>('part');
  const firstMs = useMemo(() => {
    const d = new Date(now);
    return new Date(d.getFullYear(), d.getMonth(), d.getDate()).getTime();
  }, [now]);
  const rows = view.rows.filter((r) => r.startMs < firstMs + (DRAWN + 1) * 86_400_000);
  const groups = new Map<string, WeekRow & { rows: PlanRow[] }>();
  for (const r of rows) {
    const job = view.how.jobOf(r.work.jobId);
    const id =
      by === 'part' ? `${r.work.jobId}/${r.work.panelIds.join()}/${r.work.evening?.id ?? ''}` : (r.who ?? 'nobody');
    const name =
      by === 'part'
        ? r.work.evening
          ? 'Evening of spraying'
          : workPlace(job, { ...r.work, zoneIds: [] }, 3)
        : r.who === undefined
          ? 'As agreed'
          : view.how.personName(r.who);
    const had = groups.get(id);
    if (had) had.rows.push(r);
    else groups.set(id, { id, name, rows: [r] });
  }
  return (
    <Section title="The week">
      <Stack top={2} between={2}>
        <ChoiceGroup<'part' | 'person'>
          hideLabel
          label="A row for each"
          value={by}
          onChange={setBy}
          options={[
            { value: 'part', label: 'By part' },
            { value: 'person', label: 'By person' },
          ]}
        />
        <WeekStrips rows={[...groups.values()]} firstMs={firstMs} days={DRAWN} now={now} />
      </Stack>
    </Section>
  );
}

/** What work shares, and how many of it there may be; 0: nobody waits for it. */
const SHARED = [
  { of: 'places', label: 'Places to spray in at once', counts: [1, 2, 3], usual: 1, none: '' },
  { of: 'stands', label: 'Stands for what is sprayed', counts: [0, 2, 4, 6, 10], usual: 0, none: 'Room for all' },
  {
    of: 'compressors',
    label: 'Compressors: guns and the blasting nozzle share them',
    counts: [0, 1, 2],
    usual: 0,
    none: 'Nobody waits for one',
  },
  { of: 'lamps', label: 'Lamps to bake with', counts: [0, 1, 2, 3], usual: 0, none: 'Nobody waits for one' },
] as const;

function Places({ settings }: { settings: Pick<Settings, (typeof SHARED)[number]['of']> }) {
  const { saveSettings } = useShopActions();
  return SHARED.map(({ of, label, counts, usual, none }) => (
    <ChoiceGroup
      key={of}
      label={label}
      value={String(settings[of] ?? usual)}
      onChange={(v) => void saveSettings({ [of]: Number(v) }).catch(() => undefined)}
      options={counts.map((n) => ({ value: String(n), label: n === 0 ? none : String(n) }))}
    />
  ));
}
