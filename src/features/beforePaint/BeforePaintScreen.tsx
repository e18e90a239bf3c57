import { formatQuantity, isOpenFault, TREATMENT_NAMES, zoneLabel, type Job, type Panel } from '@/core';
import { useJobAndAdvice, useNow, type OpenJob, type Advice } from '@/data';
import type { Budget } from '@/core/plan/budget';
import type { DueRepair } from '@/core/plan/due';
import { withoutCards } from '@/core/log/job';
import { useAppTheme } from '@/ui/appTheme';
import { Grow } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { dayMonth, dayOnly, monthYear } from '@/ui/format';
import { EmptyPage } from '@/ui/EmptyState';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref, type PageHref } from '@/ui/pages';

/** From walk-round to sound metal, for a whole job: what is open, what is decided, what waits. */
export function BeforePaintScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const { open, advice } = here;
  if (!open)
    return (
      <EmptyPage title="No job yet" text="Start a job and give it a panel; then walk round it and mark what you see." />
    );
  return <Ground open={open} advice={advice} />;
}

/** Open faults of a panel, each kind of treatment once. */
function faultsOf(open: OpenJob, p: Panel, advice: Advice) {
  const list = advice.faultsOn(open.job, open.state, p.id).filter((x) => isOpenFault(x.fault));
  return { count: list.length, ways: [...new Set(list.map((x) => TREATMENT_NAMES[x.fault.mark.treatment]))] };
}

const plural = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

function answerOf(panels: { count: number }[]): string {
  const total = panels.reduce((n, p) => n + p.count, 0);
  if (total === 0) return 'No faults to fix';
  const on = panels.filter((p) => p.count > 0).length;
  return `${plural(total, 'fault', 'faults')} open on ${plural(on, 'panel', 'panels')}`;
}

/** ' About 12 of 40 h used.' */
const hoursWords = (b: Budget | undefined): string =>
  b ? ` About ${b.spentH.toFixed(0)} of ${b.agreedH} h used.` : '';

const dueWords = ({ basis, dueMs }: DueRepair, now: number): string =>
  basis === 'putOff'
    ? `${dueMs < now ? 'was due' : 'by'} ${dayMonth(dueMs)}`
    : basis === 'protection'
      ? `${dueMs < now ? 'was due' : 'in'} ${monthYear(dueMs)}`
      : `${dueMs < now ? 'was to last until' : 'until'} ${monthYear(dueMs)}`;

function Ground({ open, advice }: { open: OpenJob; advice: Advice }) {
  const { budgetOf, isDone, LEVELS, partsSum, dueRepairs, taskWords, unsealedSeams } = advice;
  const { units } = useAppTheme();
  const now = useNow();
  const { job, state } = open;
  const panels = withoutCards(job)
    .panels.map((p) => ({ panel: p, ...faultsOf(open, p, advice) }))
    .sort((a, b) => b.count - a.count);
  const parts = partsSum(job, now);
  const due = dueRepairs(job, state);
  const waiting = (job.links ?? []).filter((l) => l.kind === 'before' && !isDone(job, state, l.first));
  const next = waiting[0];
  const seams = job.zones.filter((z) => z.seam);
  const left = unsealedSeams(job, state);
  const sealerMl = left.reduce((ml, s) => ml + s.sealerMl, 0);
  const seamsText =
    left.length === 0
      ? `All ${seams.length} that want sealer have it`
      : `${left.length} of ${seams.length} not sealed: ${left.map((s) => zoneLabel(job, s.zone.id)).join(', ')}. About ${formatQuantity('volume', sealerMl, units, 0)} of sealer.`;
  const firstSeam = (left[0]?.zone ?? seams[0])?.panelId ?? '';
  return (
    <Page testID="ground" wide>
      <PageHead
        eyebrow={`${job.name}, before paint`}
        title={answerOf(panels)}
        subtitle={underOf(job, parts.heldUntilMs)}
      />
      <TwoColumns
        left={
          <>
            <Section title="Agreed and planned">
              <Way
                title="Quality level"
                detail={
                  job.level
                    ? `${LEVELS[job.level].name}: ${LEVELS[job.level].about}${hoursWords(budgetOf(job, state))}`
                    : 'Not agreed yet'
                }
                href={pageHref('/level', { job: job.id })}
              />
              <Way
                title="Bags and orders"
                detail={
                  parts.bags === 0
                    ? 'Nothing is bagged'
                    : `${parts.back} of ${parts.pieces} pieces back${parts.toOrder.length > 0 ? `, ${plural(parts.toOrder.length, 'sort', 'sorts')} to order` : ''}${parts.mustReturn.length > 0 ? `, ${plural(parts.mustReturn.length, 'plug or drain', 'plugs or drains')} out` : ''}`
                }
                href={pageHref('/bags', { job: job.id })}
              />
              <Way
                title="Access order"
                detail={
                  next ? `First ${taskWords(job, next.first)}, then ${taskWords(job, next.then)}` : 'No dependencies'
                }
                href={pageHref('/order', { job: job.id })}
              />
              {seams.length > 0 && (
                <Way title="Seams" detail={seamsText} href={pageHref('/map', { job: job.id, panel: firstSeam })} />
              )}
              <Way
                title="Blasting day"
                detail={
                  job.staging?.length
                    ? `${plural(job.staging.filter((s) => s.skipped === undefined).length, 'part', 'parts')} on the list, ${plural(job.staging.flatMap((s) => (s.skipped === undefined ? s.cover : [])).filter((c) => !c.done).length, 'cover', 'covers')} to do`
                    : 'Not planned'
                }
                href={pageHref('/blast', { job: job.id })}
              />
            </Section>
            {due.length > 0 && (
              <Section title="Due later" aside={String(due.length)}>
                {due.map((d) => (
                  <ListRow key={`${d.panelId}${d.dueMs}`}>
                    <Grow>
                      <Text kind="strong">
                        {job.panels.find((p) => p.id === d.panelId)?.name ?? 'A panel that is gone'}
                      </Text>
                      <Text kind="small" tone="muted">
                        {d.what}
                      </Text>
                    </Grow>
                    <Text kind="small" tone={d.dueMs < now ? 'stop' : 'window'}>
                      {dueWords(d, now)}
                    </Text>
                  </ListRow>
                ))}
              </Section>
            )}
          </>
        }
        right={
          <>
            <Section title="Panels" aside="walk round">
              {panels.map(({ panel, count, ways }) => (
                <ListRow
                  key={panel.id}
                  label={`Map of ${panel.name}`}
                  href={pageHref('/map', { job: job.id, panel: panel.id })}
                >
                  <Grow>
                    <Text kind="strong">{panel.name}</Text>
                    <Text kind="small" tone="muted">
                      {ways.length > 0 ? ways.join('; ') : panel.map ? 'Nothing open' : 'Not drawn yet'}
                    </Text>
                  </Grow>
                  {count > 0 && (
                    <Text kind="figure" tone="stop">
                      {String(count)}
                    </Text>
                  )}
                </ListRow>
              ))}
            </Section>
          </>
        }
      />
    </Page>
  );
}

function underOf(job: Job, heldUntilMs: number | undefined): string {
  const decided = job.decisions?.length ?? 0;
  const held = heldUntilMs === undefined ? '' : `The last back order is due ${dayOnly(heldUntilMs)}.`;
  return [decided > 0 ? `${plural(decided, 'decision', 'decisions')} kept.` : '', held].filter(Boolean).join(' ');
}

function Way({ title, detail, href }: { title: string; detail: string; href: PageHref }) {
  return (
    <ListRow label={title} href={href}>
      <Grow>
        <Text kind="strong">{title}</Text>
        <Text kind="small" tone="muted">
          {detail}
        </Text>
      </Grow>
    </ListRow>
  );
}
