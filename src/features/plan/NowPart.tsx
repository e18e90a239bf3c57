import { MINUTE_MS, waitText } from '@/core';
import { causeWords, type PlanRow } from '@/core/schedule';
import type { PlanNow } from '@/data/plan';
import { shortWhen } from '@/ui/format';
import { ListRow } from '@/ui/ListRow';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { RowWords } from './RowWords';
import type { PlanView } from '@/core/schedule';

/** What is to be done now, and why that; and what comes after it. */
export function NowPart({ plan, view, now }: { plan: PlanNow; view: PlanView; now: number }) {
  const { now: current } = view;
  const [next] = view.next;
  const first = current[0] ?? next;
  if (!first) return null;
  const whyNow = (r: PlanRow): string => {
    const d = plan.days;
    const s = plan.plan;
    if (r.decides) return 'The end of all hangs on it.';
    const lag = d.network.lags.find((l) => l.first === r.work.id && l.maxMin !== undefined);
    if (lag?.maxMin !== undefined) return `What follows has to come within ${waitText(lag.maxMin * MINUTE_MS)} of it.`;
    const rests = d.network.lags.find((l) => l.first === r.work.id && l.minMin >= 60);
    if (rests) return `It rests for ${waitText(rests.minMin * MINUTE_MS)} after it, while hands do something else.`;
    return causeWords(r.cause, r.work.id, d, s, view.how);
  };
  return (
    <>
      <Section title={current.length > 0 ? 'Now' : `Nobody is at it until ${shortWhen(first.startMs, now)}`}>
        {(current.length > 0 ? current : [first]).map((r) => (
          <Line key={r.work.id} r={r} view={view} now={now} why={whyNow(r)} />
        ))}
      </Section>
      {current.length > 0 && next && (
        <Section title="Next">
          <Line
            r={next}
            view={view}
            now={now}
            why={causeWords(next.cause, next.work.id, plan.days, plan.plan, view.how)}
          />
        </Section>
      )}
    </>
  );
}

/** Where a piece of work is done in the app. */
const linkOf = (r: PlanRow) => {
  const [panel] = r.work.panelIds;
  const { evening } = r.work;
  return evening
    ? pageHref('/evening/[jobId]/[eveningId]', { jobId: r.work.jobId, eveningId: evening.id })
    : panel === undefined
      ? undefined
      : pageHref('/panel/[jobId]/[panelId]', { jobId: r.work.jobId, panelId: panel });
};

function Line({ r, view, now, why }: { r: PlanRow; view: PlanView; now: number; why: string }) {
  const href = linkOf(r);
  const inside = <RowWords row={r} view={view} now={now} why={why} />;
  return href ? <ListRow href={href}>{inside}</ListRow> : <ListRow>{inside}</ListRow>;
}
