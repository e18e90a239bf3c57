import { MINUTE_MS, waitText } from '@/core';
import { inDanger, workName, workPlace, type HeldWork, type InDanger } from '@/core/schedule';
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
const countOf = (n: number): string => `${n} ${n === 1 ? 'piece' : 'pieces'} of work`;
/** So many parts are named. */
const NAMED = 4;
const listOf = (names: readonly string[]): string => {
  const all = [...new Set(names)];
  return all.length > NAMED ? `${all.slice(0, NAMED).join(', ')} and ${all.length - NAMED} more` : all.join(', ');
};

/** What the plan cannot keep, and what is not in it: a line for all that is in danger for the same. */
export function Danger({ plan, view }: { plan: PlanNow; view: PlanView }) {
  const { works } = plan.days;
  const all = inDanger(plan.days, plan.plan);
  if (all.length === 0) return null;
  const places = (d: InDanger) =>
    listOf(
      d.workIds.flatMap((id) => {
        const w = works.get(id);
        return w ? [workPlace(view.how.jobOf(w.jobId), { ...w, zoneIds: [] })] : [];
      }),
    );
  const name = (d: InDanger) => {
    const w = works.get(d.workIds[0] ?? '');
    return w ? workName(w) : '';
  };
  const late = (d: InDanger) => waitText(d.byMin * MINUTE_MS);
  const words = (d: InDanger): string => {
    const job = d.jobId === undefined ? undefined : view.how.jobOf(d.jobId);
    switch (d.why) {
      case 'air':
        return `${name(d)}, ${places(d)}: on no usual day of the plan is the air here right for it. Heat the place, or wait for another season.`;
      case 'after':
        return `${countOf(d.workIds.length)} after that: ${places(d)}. Without it ${d.workIds.length === 1 ? 'it finds' : 'they find'} no time either.`;
      case 'unplaced': {
        const minutes = plan.days.network.activities.find((a) => a.id === d.workIds[0])?.minutes ?? 0;
        return `${name(d)}, ${places(d)}: finds no time. It takes ${workTime(minutes)} in one go, or there is nobody for it.`;
      }
      case 'fixed':
        return `${name(d)}, ${places(d)}: what comes before it is not ready by then, but ${late(d)} later.`;
      case 'due':
        return `${job?.name ?? ''}: ${places(d)} done up to ${late(d)} later than agreed.`;
      case 'window':
        return `${places(d)}: what follows comes up to ${late(d)} after the window of what is under it has closed. It is sanded first then.`;
      case 'away':
      case 'stuck':
        return `${job?.name ?? ''}, ${listOf(d.panelIds.flatMap((id) => job?.panels.find((p) => p.id === id)?.name ?? []))}: ${HELD[d.why]}.`;
    }
  };
  return (
    <Section title="In danger" aside={String(all.length)}>
      <Stack top={2} between={1}>
        {all.map((d) => {
          const isHeld = d.why === 'away' || d.why === 'stuck';
          return (
            <Notice
              key={[d.why, d.jobId, ...d.workIds, ...d.panelIds].join()}
              tone={isHeld ? 'window' : 'stop'}
              urgent={false}
            >
              {words(d)}
            </Notice>
          );
        })}
      </Stack>
    </Section>
  );
}
