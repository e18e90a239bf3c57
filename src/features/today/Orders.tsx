import { DAY_MS } from '@/core';
import { useAfterFirstPaint, useAdvice, type LiveJob } from '@/data';
import { dayOnly } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** An order that comes within so many days is told ahead. */
const AHEAD_MS = 3 * DAY_MS;

/** What was ordered and is late, or comes within days: work may wait for it. */
export default function Orders({ jobs, now }: { jobs: readonly LiveJob[]; now: number }) {
  const advice = useAdvice(useAfterFirstPaint());
  const orders = advice
    ? jobs.flatMap(({ open: { job } }) =>
        advice.partsSum(job, now).onOrder.flatMap((o) => (o.dueMs < now + AHEAD_MS ? [{ ...o, job }] : [])),
      )
    : [];
  if (orders.length === 0) return null;
  return (
    <Section title="Parts on order" aside={String(orders.length)}>
      {orders.map(({ job, bag, item, dueMs, late }) => (
        <ListRow key={item.id} href={pageHref('/bags', { job: job.id })}>
          <Grow>
            <Text kind="strong">{`${item.count - item.back} ${item.name}`}</Text>
            <Text kind="small" tone={late ? 'stop' : 'muted'}>
              {late ? `Late: was due ${dayOnly(dueMs)}` : `Due ${dayOnly(dueMs)}`}
            </Text>
            <Text kind="tag" tone="muted">{`${bag.name}, ${job.name}`}</Text>
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}
