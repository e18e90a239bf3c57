import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { dueRepairs } from '@/core/plan/due';
import { finishOf } from '@/core';
import {
  AUDIENCES,
  PAPERS,
  PRIVATE_PARTS,
  jobRecord,
  TITLES,
  type Audience,
  type Paper,
  type PrivatePart,
} from '@/core/record';
import {
  loadRecordFile,
  nowMs,
  saveText,
  slug,
  useJobs,
  useLibrary,
  useSettings,
  useStatuses,
  type OpenJob,
} from '@/data';
import { usePicturesOf } from '@/data/photos';
import { NO_PICTURES, useRecordPage } from '@/data/recordPage';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { dayMonth } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { useBatchLookup } from './useBatchLookup';

const FOR: { readonly [A in Audience]: string } = {
  owner: 'The owner',
  payer: 'Whoever pays',
  painter: 'The painter who gets the part',
  sander: 'The next one who sands it',
};
const PARTS: { readonly [P in PrivatePart]: string } = {
  air: 'Air at each coat',
  batches: 'Cups, and lots of the makers',
  cost: 'What was agreed to pay',
  labels: 'Labels to cut out, with a code',
  photos: 'Photos, before and after first',
};
const PAPER_NAMES: { readonly [P in Paper]: string } = { a4: 'A4', letter: 'Letter' };
const ALL = 'all';
const NONE: readonly string[] = [];

/** One page of what is under the paint, for somebody else: printed, or as a file that opens anywhere. */
export function RecordScreen({ jobId, panelId }: { jobId?: string | undefined; panelId?: string | undefined }) {
  const { jobs, loading } = useJobs();
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const [picked, setPicked] = useState(jobId);
  const open = withZones.find((j) => j.job.id === picked) ?? withZones[0];
  if (loading) return <Page>{null}</Page>;
  if (!open)
    return (
      <EmptyPage
        title="Nothing to hand over yet"
        text="What is logged on a panel stands on this page for whoever gets it."
      />
    );
  return <Handed key={open.job.id} jobs={withZones} open={open} panel={panelId} onJob={setPicked} />;
}

function Handed({
  jobs,
  open,
  panel,
  onJob,
}: {
  jobs: OpenJob[];
  open: OpenJob;
  panel?: string | undefined;
  onJob(id: string): void;
}) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const settings = useSettings();
  const batchOf = useBatchLookup();
  const [now] = useState(nowMs);
  const statuses = useStatuses(open, now);
  const [audience, setAudience] = useState<Audience>('owner');
  const [paper, setPaper] = useState<Paper>(units === 'us' ? 'letter' : 'a4');
  const [parts, setParts] = useState<PrivatePart[]>([]);
  const [about, setAbout] = useState(panel ?? ALL);
  const [problem, setProblem] = useState<string>();
  const { job, state } = open;
  // What there is none of is not offered.
  const offered = PRIVATE_PARTS.filter(
    (p) => (p !== 'cost' || job.budgetH !== undefined) && (p !== 'photos' || (job.photos ?? []).length > 0),
  );
  const photoIds = parts.includes('photos')
    ? (job.photos ?? []).filter((p) => about === ALL || p.panelId === about).map((p) => p.id)
    : NONE;
  const pictures = usePicturesOf(photoIds);
  const record = useMemo(
    () =>
      jobRecord(
        open,
        (id) => statuses.get(id),
        lookup,
        { audience, parts, ...(about !== ALL && { panelIds: [about] }) },
        {
          shop: settings?.shopName ?? '',
          madeMs: now,
          ...(job.budgetH !== undefined && {
            cost: { hours: job.budgetH, rate: settings?.rates.labourH ?? 0, currency: settings?.currency ?? '' },
          }),
          batchOf,
          due: dueRepairs(job, state)
            .filter((d) => about === ALL || d.panelId === about)
            .map((d) => ({
              panel: job.panels.find((p) => p.id === d.panelId)?.name ?? '',
              what: d.what,
              dueMs: d.dueMs,
            })),
        },
      ),
    [batchOf, open, statuses, lookup, audience, parts, about, settings, now, job, state],
  );
  const page = useRecordPage(record, job, paper, units, parts, photoIds.length === 0 ? NO_PICTURES : pictures);
  const html = page.isNewest ? page.html : undefined;
  const panels = job.panels.filter((p) => !p.card);
  const name = `${slug(job.name)}-${audience}`;
  const hard = Math.max(0, ...record.panels.flatMap((p) => p.zones.flatMap((z) => z.hardMs ?? [])));
  const openThings = record.panels.reduce((n, p) => n + p.zones.reduce((m, z) => m + z.open.length, 0), 0);
  const kept = job.zones.some((z) => finishOf(job, z.id).system === 'kept');
  const print = () => {
    if (html === undefined) return setProblem('The page is still being made.');
    const sheet = window.open('', '_blank');
    if (!sheet) return setProblem('The browser opened no page to print: allow it, or save the file and print that.');
    setProblem(undefined);
    sheet.document.write(html);
    sheet.document.close();
    sheet.focus();
    return sheet.print();
  };
  const saveJson = () =>
    void loadRecordFile()
      .then(({ writePaintRecord }) => saveText(`${name}.json`, writePaintRecord(record), 'application/json'))
      .catch((e: Error) => setProblem(e.message));
  return (
    <Page
      testID="record"
      wide
      foot={
        <>
          <ActionButton label="Print" strong grow disabled={html === undefined} onPress={print} testID="record-print" />
          <ActionButton
            label="Save the page"
            disabled={html === undefined}
            onPress={() => html !== undefined && saveText(`${name}.html`, html, 'text/html')}
            testID="record-html"
          />
        </>
      }
    >
      <PageHead
        eyebrow={job.name}
        title={`${record.panels.length} ${record.panels.length === 1 ? 'panel' : 'panels'} to hand over`}
        subtitle={`${openThings > 0 ? `${openThings} marked and still open: they stand on the page. ` : ''}${hard > now ? `Hard all through about ${dayMonth(hard)}, by estimate.` : 'Nothing on it is still curing.'}${kept ? ' What was kept as found is said as found.' : ''}`}
      />
      <Problem says={problem ?? page.problem} />
      <TwoColumns
        left={
          <Section title="For whom">
            {jobs.length > 1 && (
              <PickFrom
                label="Job"
                value={job.id}
                onChange={onJob}
                options={jobs.map((j) => ({ value: j.job.id, label: j.job.name }))}
              />
            )}
            <ChoiceGroup<Audience>
              hideLabel={jobs.length === 1}
              label="Made for"
              value={audience}
              onChange={setAudience}
              options={AUDIENCES.map((a) => ({ value: a, label: FOR[a] }))}
            />
            <PickFrom
              label="Which panels"
              value={about}
              onChange={setAbout}
              options={[{ value: ALL, label: 'All of them' }, ...panels.map((p) => ({ value: p.id, label: p.name }))]}
            />
            <ChoiceGroup<PrivatePart>
              many
              label="Goes out only where it is ticked"
              value={parts}
              onChange={(v) => setParts(parts.includes(v) ? parts.filter((x) => x !== v) : [...parts, v])}
              options={offered.map((p) => ({ value: p, label: PARTS[p] }))}
            />
            <ChoiceGroup<Paper>
              label="Paper"
              value={paper}
              onChange={setPaper}
              options={PAPERS.map((p) => ({ value: p, label: PAPER_NAMES[p] }))}
            />
            <Stack top={3} between={2}>
              <Text kind="small" tone="muted">
                One file with everything in it: it opens in any browser, without a network. Notes and names of people
                are not in it.
              </Text>
              <Row>
                <ActionButton label="As data (JSON)" onPress={saveJson} testID="record-json" />
              </Row>
            </Stack>
          </Section>
        }
        right={
          <Section title={TITLES[audience]} aside="as it will be printed">
            <Stack top={2}>
              {record.panels.length === 0 ? (
                <Notice tone="window">
                  Nothing was logged on it yet: there is nothing to say of what is under its paint.
                </Notice>
              ) : (
                <View style={{ height: 620, backgroundColor: '#fff' }}>
                  <iframe
                    title="The page as it will be printed"
                    sandbox=""
                    srcDoc={page.html ?? ''}
                    style={{ border: 0, width: '100%', height: '100%' }}
                  />
                </View>
              )}
            </Stack>
          </Section>
        }
      />
    </Page>
  );
}
