import { addMonths } from 'date-fns/addMonths';
import { differenceInCalendarMonths } from 'date-fns/differenceInCalendarMonths';
import { ChoiceGroup } from '@/ui/ChoiceGroup';

const MONTHS = [3, 6, 12, 24] as const;

/** For what is only for now: how many months it has to last, from today. */
export function MonthsChoice({
  label,
  untilMs,
  now,
  onChange,
}: {
  label: string;
  untilMs: number | undefined;
  now: number;
  onChange(untilMs: number): void;
}) {
  const months = untilMs === undefined ? undefined : differenceInCalendarMonths(untilMs, now);
  const options = [...new Set([...MONTHS, ...(months !== undefined && months > 0 ? [months] : [])])];
  return (
    <ChoiceGroup
      label={label}
      options={options
        .sort((a, b) => a - b)
        .map((m) => ({ value: String(m), label: `${m}\u00a0${m === 1 ? 'month' : 'months'}` }))}
      value={months === undefined ? '' : String(months)}
      onChange={(v) => onChange(addMonths(now, Number(v)).getTime())}
    />
  );
}
