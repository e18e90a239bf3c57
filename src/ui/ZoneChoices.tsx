import { useMemo, useRef, useState } from 'react';
import { panelsOff, zonesOf, type Job, type JobState, type Statuses, type Zone } from '@/core';
import { ChoiceGroup } from './ChoiceGroup';
import { Disclosure } from './Disclosure';
import { Floor } from './floor/Floor';
import { floorItem } from './floor/floorItem';
import { floorParts } from './floor/floorParts';
import type { OnSweep } from './floor/sweep';
import { Text } from './Text';

interface Props {
  jobs: readonly Job[];
  job: Job;
  state: JobState;
  statuses: Statuses;
  now: number;
  zoneIds: readonly string[];
  onJob(id: string): void;
  onZones(ids: string[]): void;
  /** What stands on a zone's chip. */
  label(z: Zone): string;
}

/** The zones of a job, picked on its floor by part, or one by one; the jobs to choose from first, where there are several. */
export function ZoneChoices({ jobs, job, state, statuses, now, zoneIds, onJob, onZones, label }: Props) {
  const [each, setEach] = useState(false);
  const rows = useMemo(
    () =>
      floorParts(job, state, statuses, panelsOff(job, state), now).map(({ row, parts }) => ({
        row,
        items: parts.map((p) => floorItem(p)),
      })),
    [job, state, statuses, now],
  );
  const idsOn = (panelId: string) => zonesOf(job, panelId).map((z) => z.id);
  const picked = new Map(
    job.panels.flatMap((p) => {
      const ids = idsOn(p.id);
      const on = ids.filter((id) => zoneIds.includes(id)).length;
      return on > 0 ? [[p.id, on === ids.length ? ('all' as const) : ('some' as const)] as const] : [];
    }),
  );
  const toggle = (id: string) => onZones(zoneIds.includes(id) ? zoneIds.filter((z) => z !== id) : [...zoneIds, id]);
  const togglePanel = (panelId: string) => {
    const ids = idsOn(panelId);
    const others = zoneIds.filter((z) => !ids.includes(z));
    onZones(picked.get(panelId) === 'all' ? others : [...others, ...ids]);
  };
  // All of them turn as the first one does, seen from before the sweep.
  const turnsOn = useRef(true);
  const sweep: OnSweep = (keys, begins) => {
    if (begins) turnsOn.current = picked.get(keys[0] ?? '') !== 'all';
    const ids = keys.flatMap(idsOn);
    const others = zoneIds.filter((z) => !ids.includes(z));
    onZones(turnsOn.current ? [...others, ...ids] : others);
  };
  return (
    <>
      {jobs.length > 1 && (
        <ChoiceGroup
          label="Job"
          options={jobs.map((j) => ({ value: j.id, label: j.name }))}
          value={job.id}
          onChange={onJob}
        />
      )}
      <Floor rows={rows} picked={picked} onPick={togglePanel} onSweep={sweep} />
      <Disclosure head={<Text>One by one</Text>} open={each} onToggle={() => setEach(!each)}>
        {job.panels.map((p) => (
          <ChoiceGroup
            key={p.id}
            label={p.name}
            many
            options={zonesOf(job, p.id).map((z) => ({ value: z.id, label: label(z) }))}
            value={zoneIds}
            onChange={toggle}
          />
        ))}
      </Disclosure>
    </>
  );
}
