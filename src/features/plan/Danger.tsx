import { MINUTE_MS, waitText } from '@/core';
import { workName, workPlace, type HeldWork } from '@/core/schedule';
import type { PlanNow } from '@/data/plan';
import { Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { workTime } from './planView';
import type { PlanView } from '@/core/schedule';

const HELD: Readonly<Record<HeldWork['why'], string>> = {
  away: 'with somebody, and nobody said until when: not in the plan',
  stuck: 'the way goes no further from where it stands: planned up to there',
};
/** So many parts are named. */
const NAMED = 4;
const listOf = (names: readonly string[]): string => {
  const all = [...new Set(names)];
  return all.length > NAMED ? `${all.slice(0, NAMED).join(', ')} and ${all.length - NAMED} more` : all.join(', ');
};

/** What the plan cannot keep, and what is not in it: a line for all that is in danger for the same. */
export function Danger({ plan, view }: { plan: PlanNow; view: PlanView }) {
  const { breaches } = plan.plan;
  const { held, works } = plan.days;
  const of = (kind: (typeof breaches)[number]['kind']) =>
    breaches.flatMap((b) => {
      const w = works.get(b.id);
      const job = w && view.how.jobOf(w.jobId);
      return b.kind === kind && w
        ? [{ b, what: workName(w), where: workPlace(job, { ...w, zoneIds: [] }), job: job?.name ?? '' }]
        : [];
    });
  const most = (list: ReturnType<typeof of>) => waitText(Math.max(...list.map((x) => x.b.byMin)) * MINUTE_MS);
  const [unplaced, windows, fixed, due] = [of('unplaced'), of('window'), of('fixed'), of('due')];
  const jobs = [...new Set(due.map((d) => d.job))];
  const lines = [
    ...unplaced.map(
      (x) =>
        `${x.what}, ${x.where}: finds no time. It takes ${workTime(plan.days.network.activities.find((a) => a.id === x.b.id)?.minutes ?? 0)} in one go, or there is nobody for it.`,
    ),
    ...fixed.map(
      (x) => `${x.what}: what comes before it is not ready by then, but ${waitText(x.b.byMin * MINUTE_MS)} later.`,
    ),
    ...jobs.map((job) => {
      const late = due.filter((d) => d.job === job);
      return `${job}: ${listOf(late.map((l) => l.where))} done up to ${most(late)} later than agreed.`;
    }),
    ...(windows.length > 0
      ? [
          `${listOf(windows.map((w) => w.where))}: what follows comes up to ${most(windows)} after the window of what is under it has closed. It is sanded first then.`,
        ]
      : []),
  ];
  const holds = held.map((h) => {
    const job = view.how.jobOf(h.jobId);
    return `${job?.name ?? ''}, ${listOf(h.panelIds.flatMap((id) => job?.panels.find((p) => p.id === id)?.name ?? []))}: ${HELD[h.why]}.`;
  });
  if (lines.length + holds.length === 0) return null;
  return (
    <Section title="In danger" aside={String(lines.length + holds.length)}>
      <Stack top={2} between={1}>
        {lines.map((l) => (
          <Notice key={l} tone="stop" urgent={false}>
            {l}
          </Notice>
        ))}
        {holds.map((l) => (
          <Notice key={l} tone="window">
            {l}
          </Notice>
        ))}
      </Stack>
    </Section>
  );
}
