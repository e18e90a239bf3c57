import { zonesOf, type Job, type Zone } from '@/core';
import { ChoiceGroup } from './ChoiceGroup';

interface Props {
  jobs: readonly Job[];
  job: Job;
  zoneIds: readonly string[];
  onJob(id: string): void;
  onZones(ids: string[]): void;
  /** What stands on a zone's chip. */
  label(z: Zone): string;
}

/** All zones of a job by panel, to tick; the jobs to choose from first, where there are several. */
export function ZoneChoices({ jobs, job, zoneIds, onJob, onZones, label }: Props) {
  const toggle = (id: string) => onZones(zoneIds.includes(id) ? zoneIds.filter((z) => z !== id) : [...zoneIds, id]);
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
    </>
  );
}
