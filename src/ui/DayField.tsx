import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parseISO } from 'date-fns/parseISO';
import { lazy } from 'react';
import type { Message } from '@/core';
import { FieldFrame, type Focusable } from './Field';
import type { Ref } from 'react';

/** The calendar comes with the first field that asks for a day. */
const DayInput = lazy(() => import('./inputs').then((m) => ({ default: m.DayInput })));

interface DayFieldProps {
  label: string;
  /** 'yyyy-MM-dd', or nothing. */
  value: string;
  onChange(day: string): void;
  problem?: Message | undefined;
  inputRef?: Ref<Focusable>;
}

/** A day, typed as the device writes it or picked from a calendar. */
export function DayField({ label, value, onChange, problem, inputRef }: DayFieldProps) {
  const day = value.trim() === '' ? undefined : parseISO(value);
  return (
    <FieldFrame name={label} problem={problem} besideOthers>
      <DayInput
        name={label}
        value={day && isValid(day) ? day : undefined}
        onChange={(d) => onChange(d ? format(d, 'yyyy-MM-dd') : '')}
        wrong={problem !== undefined}
        inputRef={inputRef}
      />
    </FieldFrame>
  );
}
