import { causeWords, inDanger, planView, workName, workPlace } from '@/core/schedule';
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
  const shop = { jobs: jobs.map((j) => j.job), people, products: lookup };
  const view = planView(made, shop, (ms) => shortWhen(ms, now), now, 2);
  const next = view.next[0];
  const shown = [...view.now.slice(0, 2), ...(next ? [next] : [])];
  const danger = inDanger(made.days, made.plan).length;
  return (
    <Section title="By the plan" aside={danger > 0 ? `${danger} in danger` : undefined}>
      {shown.map((r) => (
        <ListRow key={r.work.id} href={pageHref('/plan')} testID="plan-now">
          <Grow between={0.5}>
            <Text kind="strong">{`${r === next ? shortWhen(r.startMs, now) : 'Now'}: ${workName(r.work)}`}</Text>
            <Text kind="small" tone="muted">
              {`${workPlace(view.how.jobOf(r.work.jobId), r.work)}. ${r.decides ? 'The end of all hangs on it.' : causeWords(r.cause, r.work.id, made.days, made.plan, view.how)}`}
            </Text>
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}
