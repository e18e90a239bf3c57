import { withoutCards, zonesOf, type AccessLink, type Job, type Panel, type TaskRef } from '../log/job';
import type { JobState } from '../strata/fold';
import { isDone, unsealedSeams } from '../rules/access';

/** A link that is usual with what is there. */
export type ProposedLink = Omit<AccessLink, 'id'>;

/** Parts that hang on hinges: they are hung once to set the gap, and come off again for their edges. */
const HINGED: readonly string[] = [
  'front-door',
  'rear-door',
  'door',
  'bonnet',
  'tailgate',
  'boot-lid',
  'tailboard',
  'engine-cover',
];

const sameTask = (a: TaskRef, b: TaskRef): boolean =>
  a.panelId === b.panelId && a.kind === b.kind && a.zoneId === b.zoneId && a.with === b.with;

/**
 * Links that the trade sets by what a job has: an inner face before the part is closed, sealer under colour, a hinged part hung before its
 * edges are painted. Those that are there already, and those whose first act is done, are left out.
 */
export function proposeLinks(job: Job, state: JobState): ProposedLink[] {
  const out: ProposedLink[] = [];
  const add = (l: ProposedLink) => {
    const isThere = (job.links ?? []).some(
      (x) => x.kind === l.kind && sameTask(x.first, l.first) && sameTask(x.then, l.then),
    );
    if (!isThere && !isDone(job, state, l.first)) out.push(l);
  };
  const unsealed = unsealedSeams(job, state);
  for (const panel of withoutCards(job).panels) {
    for (const l of ofPanel(job, panel)) add(l);
    for (const { zone } of unsealed)
      if (zone.panelId === panel.id)
        add({
          kind: 'before',
          first: { panelId: panel.id, kind: 'coated', zoneId: zone.id, with: 'sealer' },
          then: { panelId: panel.id, kind: 'coated', with: 'colour' },
          why: 'sealer goes under colour',
        });
  }
  return out;
}

function ofPanel(job: Job, panel: Panel): ProposedLink[] {
  const inner = zonesOf(job, panel.id).filter((z) => z.face === 'inner' && !z.seam);
  return [
    ...inner.map((z): ProposedLink => ({
      kind: 'before',
      first: { panelId: panel.id, kind: 'coated', zoneId: z.id, with: 'primer' },
      then: { panelId: panel.id, kind: 'fitted' },
      why: 'no hand gets to it once the part is on',
    })),
    ...(panel.part !== undefined && HINGED.includes(panel.part)
      ? ([
          {
            kind: 'before',
            first: { panelId: panel.id, kind: 'fitted' },
            then: { panelId: panel.id, kind: 'coated', with: 'colour' },
            why: 'hung once to set its gaps, then off again so that its edges are painted',
          },
        ] as const)
      : []),
  ];
}
