import { workName, workPlace, type PlanRow } from '@/core/schedule';
import { format } from 'date-fns/format';
import { isSameDay } from 'date-fns/isSameDay';
import { clockTime, shortWhen } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { Text } from '@/ui/Text';
import type { PlanView } from '@/core/schedule';

/** 'Left door, inner: P180, clean'. */
export const RowWords = ({
  row,
  view,
  now,
  why,
  inDay,
}: {
  row: PlanRow;
  view: PlanView;
  now: number;
  why?: string;
  /** It stands under its day. */
  inDay?: boolean;
}) => {
  const job = view.how.jobOf(row.work.jobId);
  return (
    <Grow between={0.5}>
      <Text kind="strong">{workName(row.work)}</Text>
      <Text kind="small" tone="muted">
        {`${workPlace(job, row.work)}${job ? `, ${job.name}` : ''}`}
      </Text>
      <Text kind="small" tone="muted">
        {`${inDay ? clockTime(row.startMs) : shortWhen(row.startMs, now)} to ${isSameDay(row.startMs, row.endMs) ? clockTime(row.endMs) : format(row.endMs, 'EEE HH:mm')}${row.who === undefined ? '' : `, ${view.how.personName(row.who)}`}`}
      </Text>
      {why !== undefined && <Text kind="small">{why}</Text>}
    </Grow>
  );
};
