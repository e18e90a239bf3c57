import { lazy, Suspense, useState, type Ref } from 'react';
import type { Message } from '@/core';
import { parseDay, showDay } from './days';
import { Field, type Focusable } from './Field';

/** The calendar comes with the inputs. */
const DayPicker = lazy(() => import('./inputs').then((m) => ({ default: m.DayPicker })));

/** A day, typed as the device writes it or picked from a calendar. @param value what stands there, as it was typed */
export function DayField({
  label,
  value,
  onChange,
  problem,
  inputRef,
}: {
  label: string;
  value: string;
  onChange(text: string): void;
  problem?: Message | undefined;
  inputRef?: Ref<Focusable>;
}) {
  const [picking, setPicking] = useState(false);
  return (
    <>
      <Field
        label={label}
        value={value}
        onChange={onChange}
        short
        {...(problem !== undefined && { problem })}
        {...(inputRef && { inputRef })}
        sign={{ icon: 'calendar', label: `Pick: ${label.toLowerCase()}`, onPress: () => setPicking(true) }}
      />
      {picking && (
        <Suspense fallback={null}>
          <DayPicker
            value={parseDay(value)}
            onPick={(d) => {
              onChange(showDay(d));
              setPicking(false);
            }}
            onClose={() => setPicking(false)}
          />
        </Suspense>
      )}
    </>
  );
}
