import { useMemo } from 'react';
import { useAfterFirstPaint, type LiveJob } from '@/data';
import { JobFloor } from '@/ui/floor/JobFloor';
import { Section } from '@/ui/Section';

/** So many floors stand beside the clock. */
const FLOORS = 2;

/** Where the parts lie, of the jobs that were written to last: on a wide screen there is room for them beside the clock. */
export default function Floors({ jobs, now }: { jobs: readonly LiveJob[]; now: number }) {
  const later = useAfterFirstPaint();
  const shown = useMemo(() => {
    const at = ({ open }: LiveJob) => open.state.events.reduce((m, e) => Math.max(m, e.writtenMs), open.job.createdMs);
    return [...jobs].sort((a, b) => at(b) - at(a)).slice(0, FLOORS);
  }, [jobs]);
  if (!later) return null;
  return shown.map(({ open, statuses }) => (
    <Section key={open.job.id} title={open.job.name} aside="on the floor">
      <JobFloor open={open} statuses={statuses} now={now} most={MOST_PARTS} />
    </Section>
  ));
}
/** So many parts of a floor are drawn here. */
const MOST_PARTS = 24;
