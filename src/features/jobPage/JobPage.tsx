import { useRouter } from 'expo-router';
import { useMemo } from 'react';
import {
  countText,
  effectiveEvents,
  formatQuantity,
  isOpenFault,
  openDefects,
  panelsOff,
  totalMin,
  workTimeOf,
  zonesOf,
  type Statuses,
} from '@/core';
import type { SprayEvening } from '@/core/log/evening';
import { withoutCards } from '@/core/log/job';
import { isOver } from '@/core/session/over';
import type { Advice } from '@/data';
import { panelMaterial } from '@/core/stock/use';
import { useAdvice, useLibrary, useLiveJob, type OpenJob } from '@/data';
import { isIn, othersOf, shareOf } from '@/data/share/record';
import { useSharing } from '@/data/share/useSharing';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { EmptyPage } from '@/ui/EmptyState';
import { JobFloor } from '@/ui/floor/JobFloor';
import { clockTime, dayOnly, wholeMoney } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref, type PageHref } from '@/ui/pages';
import { useGrowingCount } from '@/ui/paint';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text, type Tone } from '@/ui/Text';
import { minutesText } from '@/ui/words';

/** A job: where its parts are, and each matter of it with its answer in a line, in the order of the work. */
export function JobPage({ jobId }: { jobId: string }) {
  const { query, open, now, statuses } = useLiveJob(jobId);
  if (query.isLoading) return <Page>{null}</Page>;
  if (!open)
    return (
      <EmptyPage
        title="That job is not here"
        text="It may have been deleted, or it belongs to the other store (demo or own)."
      />
    );
  return <Opened open={open} statuses={statuses} now={now} />;
}

function Opened({ open, statuses, now }: { open: OpenJob; statuses: Statuses; now: number }) {
  const { job } = open;
  const router = useRouter();
  const advice = useAdvice();
  const panels = withoutCards(job).panels;
  const drawn = useGrowingCount(panels.length);
  const change = pageHref('/job/[jobId]/change', { jobId: job.id });
  return (
    <Page
      testID="job-page"
      wide
      first={3}
      foot={
        <ActionButton label="+ Log" strong grow onPress={() => router.navigate(pageHref('/log', { job: job.id }))} />
      }
    >
      <PageHead
        eyebrow={job.name}
        title={panels.length === 0 ? 'No parts yet' : standOf(open, statuses)}
        subtitle={job.about || undefined}
      />
      {panels.length === 0 ? (
        <ActionButton label="Give it parts" onPress={() => router.navigate(change)} />
      ) : (
        <JobFloor open={open} statuses={statuses} now={now} most={drawn} />
      )}
      {advice && (
        <TwoColumns
          left={<BeforePaint open={open} advice={advice} now={now} />}
          right={
            <>
              <PaintAndAfter open={open} now={now} />
              <Section title="The job itself">
                <Matter title="Change it" says="Name, colour, parts, zones, areas, finish of each" href={change} />
                <SharedWith jobId={job.id} />
                <Matter title="Files" says="Save it as a file, take one in, delete it" href={pageHref('/shop')} />
              </Section>
            </>
          }
        />
      )}
    </Page>
  );
}

function SharedWith({ jobId }: { jobId: string }) {
  const sharing = useSharing();
  const share = sharing && shareOf(sharing, jobId);
  const others = share && isIn(share) ? othersOf(share) : [];
  return (
    <Matter
      title="Shared phones"
      says={others.length === 0 ? 'On this phone only' : `With ${others.map((p) => p.name).join(', ')}`}
      href={pageHref('/sharing', { job: jobId })}
    />
  );
}

/** How many of its parts wait for hands, cure, and are done. */
function standOf({ job }: OpenJob, statuses: Statuses): string {
  let ready = 0;
  let curing = 0;
  let done = 0;
  for (const p of withoutCards(job).panels) {
    const stages = zonesOf(job, p.id).map((z) => statuses.get(z.id)?.stage ?? 'unknown');
    if (stages.length > 0 && stages.every((s) => s === 'finished')) done++;
    else if (stages.some((s) => s !== 'curing' && s !== 'finished')) ready++;
    else curing++;
  }
  const said = [
    ready > 0 && `${ready} for your hands`,
    curing > 0 && `${curing} curing`,
    done > 0 && `${done} finished`,
  ].filter(Boolean);
  return said.join(', ');
}

function BeforePaint({ open, advice, now }: { open: OpenJob; advice: Advice; now: number }) {
  const { job, state } = open;
  const { units } = useAppTheme();
  const { LEVELS, budgetOf, partsSum, isDone, taskWords, unsealedSeams } = advice;
  const panels = withoutCards(job).panels;
  const faults = panels.map((p) => advice.faultsOn(job, state, p.id).filter((x) => isOpenFault(x.fault)).length);
  const count = faults.reduce((a, b) => a + b, 0);
  const on = faults.filter((n) => n > 0).length;
  const parts = partsSum(job, now);
  const next = (job.links ?? []).find((l) => l.kind === 'before' && !isDone(job, state, l.first));
  const left = unsealedSeams(job, state);
  const budget = budgetOf(job, state);
  const hurt = job.zones.reduce((n, z) => {
    const strata = state.zones.get(z.id)?.strata;
    return n + (strata ? openDefects(strata).length : 0);
  }, 0);
  const off = panelsOff(job, state).size;
  const staged = job.staging?.filter((s) => s.skipped === undefined).length ?? 0;
  return (
    <>
      <Section title="Agreed">
        <Matter
          title="Level"
          says={
            job.level
              ? `${LEVELS[job.level].name}${budget ? `: about ${budget.spentH.toFixed(0)} of ${budget.agreedH} h used` : ''}`
              : 'Not agreed yet: how far every step goes'
          }
          tone={job.level ? 'muted' : 'window'}
          href={pageHref('/level', { job: job.id })}
        />
        <Matter
          title="Colour"
          says={job.colour ? `${job.colour.name}: its cards, and whether it will pass` : 'No colour yet: agree one'}
          tone={job.colour ? 'muted' : 'window'}
          href={job.colour ? pageHref('/colour', { job: job.id }) : pageHref('/job/[jobId]/change', { jobId: job.id })}
        />
      </Section>
      <Section title="Before paint">
        <Matter
          title="Faults"
          says={
            count === 0
              ? 'None open. Walk round it and mark what you see'
              : `${countText(count, 'fault')} open on ${countText(on, 'panel')}`
          }
          tone={count > 0 ? 'stop' : 'muted'}
          href={pageHref('/ground', { job: job.id })}
        />
        <Matter
          title="Bags and orders"
          says={
            parts.bags === 0
              ? 'Nothing is bagged'
              : `${parts.back} of ${parts.pieces} pieces back${parts.toOrder.length > 0 ? `, ${parts.toOrder.length} to order` : ''}${parts.heldUntilMs === undefined ? '' : `, the last one due ${dayOnly(parts.heldUntilMs)}`}`
          }
          href={pageHref('/bags', { job: job.id })}
        />
        <Matter
          title="What holds what"
          says={
            next
              ? `First ${taskWords(job, next.first)}, then ${taskWords(job, next.then)}`
              : 'Nothing waits for another part'
          }
          href={pageHref('/order', { job: job.id })}
        />
        {left.length > 0 && (
          <Matter
            title="Seams"
            says={`${countText(left.length, 'seam')} not sealed: about ${formatQuantity(
              'volume',
              left.reduce((ml, s) => ml + s.sealerMl, 0),
              units,
              0,
            )} of sealer`}
            href={pageHref('/map', { job: job.id, panel: left[0]?.zone.panelId })}
          />
        )}
        <Matter
          title="Blasting"
          says={staged > 0 ? `${countText(staged, 'part')} on the list` : 'No day is planned'}
          href={pageHref('/blast', { job: job.id })}
        />
      </Section>
      <Section title="After paint">
        <Matter
          title="Defects"
          says={
            hurt === 0
              ? 'None marked. Runs, dust and haze are marked where they are'
              : `${countText(hurt, 'defect')} to put right`
          }
          tone={hurt > 0 ? 'window' : 'muted'}
          href={pageHref('/defects', { job: job.id })}
        />
        <Matter
          title="Put back"
          says={
            off === 0
              ? 'Every part is on; what is looked at before it leaves'
              : `${countText(off, 'part')} off: what may go on, and with what`
          }
          href={pageHref('/putback', { job: job.id })}
        />
      </Section>
    </>
  );
}

function PaintAndAfter({ open, now }: { open: OpenJob; now: number }) {
  const { job, state } = open;
  const { currency } = useAppTheme();
  const { lookup } = useLibrary();
  const cost = useMemo(
    () => withoutCards(job).panels.reduce((s, p) => s + panelMaterial(job, state, p.id, lookup).cost, 0),
    [job, state, lookup],
  );
  const workMin = useMemo(() => totalMin(workTimeOf(job, effectiveEvents(state)).job), [job, state]);
  return (
    <Section title="Paint, and what it cost">
      <Matter
        title="Evening of spraying"
        says="Which parts, does it fit, is there enough, in which order"
        href={pageHref('/session', { job: job.id })}
      />
      {(job.evenings ?? [])
        .slice()
        .sort((a, b) => b.fromMs - a.fromMs)
        .slice(0, 3)
        .map((e) => (
          <Matter
            key={e.id}
            title={`${dayOnly(e.fromMs)}, ${clockTime(e.fromMs)}`}
            says={eveningSays(e, now)}
            tone={e.stopped ? 'window' : 'muted'}
            href={pageHref('/evening/[jobId]/[eveningId]', { jobId: job.id, eveningId: e.id })}
          />
        ))}
      <Matter title="Masking" says="Tape, paper, and when it comes off" href={pageHref('/masking', { job: job.id })} />
      <Matter
        title="Photos"
        says={(job.photos ?? []).length === 0 ? 'None yet' : countText((job.photos ?? []).length, 'photo')}
        href={pageHref('/photos', { job: job.id })}
      />
      <Matter
        title="Handed over"
        says="What is under this paint, on one page, for whoever gets it"
        href={pageHref('/record', { job: job.id })}
      />
      <Matter
        title="Cost"
        says={`${workMin > 0 ? `${minutesText(workMin)} of work logged` : 'No work time logged'}, about ${wholeMoney(cost, currency)} of material`}
        href={pageHref('/cost', { job: job.id })}
      />
    </Section>
  );
}

/** How an evening stands, in a line. */
function eveningSays(e: SprayEvening, now: number): string {
  const parts = countText(e.zoneIds.length, 'part');
  if (e.stopped) return `${parts}; ended early`;
  if (isOver(e, now)) return `${parts}; over`;
  return e.begunMs === undefined ? `${parts} to be sprayed` : `${parts}; under way`;
}

function Matter({ title, says, href, tone = 'muted' }: { title: string; says: string; href: PageHref; tone?: Tone }) {
  return (
    <ListRow label={`${title}: ${says}`} href={href}>
      <Grow between={0.5}>
        <Text kind="strong">{title}</Text>
        <Text kind="small" tone={tone}>
          {says}
        </Text>
      </Grow>
    </ListRow>
  );
}
