import { MINUTE_MS } from '@/core';
import { causeWords, decidingChain, planDays, workName, workPlace } from '@/core/schedule';
import { useJobs, useLibrary, useSettings } from '@/data';
import { usePlan } from '@/data/plan';
import { shortWhen } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** The first page of the plan: what hands are at now, why that, what is next, and what is in danger. Nothing until somebody has said when they are here. */
export default function NowLine({ now }: { now: number }) {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const people = useSettings()?.people ?? [];
  const { plan: made } = usePlan(now, people.length > 0);
  if (!made || made.plan.starts.size === 0) return null;
  const chain = new Set(decidingChain(made.days.network, made.plan).map((c) => c.id));
  const rows = planDays(made.days, made.plan, made.zeroMs, chain, 2).flatMap((d) => [...d.rows]);
  const current = rows.filter((r) => r.startMs <= now + MINUTE_MS && r.endMs > now);
  const next = rows.find((r) => r.startMs > now + MINUTE_MS);
  const shown = [...current.slice(0, 2), ...(next ? [next] : [])];
  const danger = made.plan.breaches.length + made.days.held.length;
  const jobOf = (id: string) => jobs.find((j) => j.job.id === id)?.job;
  const how = {
    jobOf,
    personName: (id: string) => people.find((p) => p.id === id)?.name ?? '',
    productName: (id: string) => lookup(id)?.name,
    when: (min: number) => shortWhen(made.zeroMs + min * MINUTE_MS, now),
  };
  return (
    <Section title="By the plan" aside={danger > 0 ? `${danger} in danger` : undefined}>
      {shown.map((r) => (
        <ListRow key={r.work.id} href={pageHref('/plan')} testID="plan-now">
          <Grow between={0.5}>
            <Text kind="strong">{`${r === next ? shortWhen(r.startMs, now) : 'Now'}: ${workName(r.work)}`}</Text>
            <Text kind="small" tone="muted">
              {`${workPlace(jobOf(r.work.jobId), r.work)}. ${r.decides ? 'The end of all hangs on it.' : causeWords(r.cause, r.work.id, made.days, made.plan, how)}`}
            </Text>
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}
