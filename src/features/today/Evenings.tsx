import { HOUR_MS, waitText } from '@/core';
import { isOver } from '@/core/session/over';
import type { LiveJob } from '@/data';
import { clockTime } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** An evening of spraying is told of so long ahead, ms. */
const AHEAD_MS = 14 * HOUR_MS;

/** Evenings of spraying that run, or begin within hours. */
export function Evenings({ jobs, now }: { jobs: readonly LiveJob[]; now: number }) {
  const evenings = jobs.flatMap(({ open: { job } }) =>
    (job.evenings ?? []).flatMap((e) => (!isOver(e, now) && e.fromMs < now + AHEAD_MS ? [{ e, job }] : [])),
  );
  if (evenings.length === 0) return null;
  return (
    <Section title="To be sprayed">
      {evenings.map(({ e, job }) => (
        <ListRow key={e.id} href={pageHref('/evening/[jobId]/[eveningId]', { jobId: job.id, eveningId: e.id })}>
          <Grow>
            <Text kind="strong">
              {e.begunMs !== undefined
                ? `Under way until ${clockTime(e.untilMs)}`
                : e.fromMs > now
                  ? `${clockTime(e.fromMs)}, in ${waitText(e.fromMs - now)}`
                  : `Was to begin at ${clockTime(e.fromMs)}`}
            </Text>
            <Text kind="small" tone="muted">
              {`${e.zoneIds.length} ${e.zoneIds.length === 1 ? 'part' : 'parts'} of ${job.name}; ${e.ready.length === 0 ? 'nothing' : e.ready.length} made ready yet`}
            </Text>
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}
