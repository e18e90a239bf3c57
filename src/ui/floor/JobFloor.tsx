import { useMemo } from 'react';
import { panelsOff, type Job, type JobState, type Statuses } from '@/core';

import { Floor } from './Floor';
import { floorParts } from './floorParts';
import { floorItem } from './floorItem';
import { pageHref } from '../pages';

/** A job as its parts lie on the floor: each says where it stands, and leads to its panel. */
export function JobFloor({
  open,
  statuses,
  now,
  most,
  shown,
}: {
  open: { job: Job; state: JobState };
  statuses: Statuses;
  now: number;
  /** So many parts are drawn by now. */
  most: number;
  /** Panels that are looked for. All of them where it is absent. */
  shown?: ReadonlySet<string> | undefined;
}) {
  const { job, state } = open;
  const off = useMemo(() => panelsOff(job, state), [job, state]);
  const all = useMemo(() => floorParts(job, state, statuses, off, now), [job, state, statuses, off, now]);
  // What is not looked for is not there: a part that is only pale still asks to be read.
  const rows = useMemo(
    () => all.map(({ row, parts }) => ({ row, parts: parts.filter((p) => !shown || shown.has(p.panel.id)) })),
    [all, shown],
  );
  const before = (row: number) => rows.slice(0, row).reduce((n, r) => n + r.parts.length, 0);
  const drawn = rows.flatMap(({ row, parts }, i) => {
    const some = parts.slice(0, Math.max(0, most - before(i)));
    const items = some.map((p) => floorItem(p));
    return items.length > 0 ? [{ row, items }] : [];
  });
  return <Floor rows={drawn} hrefOf={(panelId) => pageHref('/panel/[jobId]/[panelId]', { jobId: job.id, panelId })} />;
}
