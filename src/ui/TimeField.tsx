import { lazy, Suspense, useState } from 'react';
import type { Message } from '@/core';
import { Field } from './Field';

/** The clock comes with the first tap on it. */
const TimePicker = lazy(() => import('./inputs').then((m) => ({ default: m.TimePicker })));

/** A time of day by 24 hours, typed or picked. @param value 'HH:mm' */
export function TimeField({
  label,
  value,
  onChange,
  problem,
}: {
  label: string;
  value: string;
  onChange(time: string): void;
  problem?: Message | undefined;
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
        sign={{ icon: 'clock-outline', label: `Pick: ${label.toLowerCase()}`, onPress: () => setPicking(true) }}
      />
      {picking && (
        <Suspense fallback={null}>
          <TimePicker
            value={value}
            onPick={(t) => {
              onChange(t);
              setPicking(false);
            }}
            onClose={() => setPicking(false)}
          />
        </Suspense>
      )}
    </>
  );
}
