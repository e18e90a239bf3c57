import { lazy, Suspense, useState, type Ref } from 'react';
import type { Message } from '@/core';
import { parseDay, showDay } from './days';
import { Field, type Focusable } from './Field';

/** Calendar and clock come with the inputs. */
const DayPicker = lazy(() => import('./inputs').then((m) => ({ default: m.DayPicker })));
const TimePicker = lazy(() => import('./inputs').then((m) => ({ default: m.TimePicker })));

interface PickedFieldProps {
  label: string;
  /** What stands there, as it was typed. */
  value: string;
  onChange(text: string): void;
  problem?: Message | undefined;
  inputRef?: Ref<Focusable>;
}

/** A day, typed as the device writes it or picked from a calendar. */
export const DayField = (props: PickedFieldProps) => (
  <PickedField
    {...props}
    icon="calendar"
    picker={(onPick, onClose) => (
      <DayPicker value={parseDay(props.value)} onPick={(d) => onPick(showDay(d))} onClose={onClose} />
    )}
  />
);

/** A time of day by 24 hours, 'HH:mm', typed or picked. */
export const TimeField = (props: PickedFieldProps) => (
  <PickedField
    {...props}
    icon="clock-outline"
    picker={(onPick, onClose) => <TimePicker value={props.value} onPick={onPick} onClose={onClose} />}
  />
);

function PickedField({
  label,
  value,
  onChange,
  problem,
  inputRef,
  icon,
  picker,
}: PickedFieldProps & {
  icon: 'calendar' | 'clock-outline';
  picker(onPick: (text: string) => void, onClose: () => void): React.ReactNode;
}) {
  const [picking, setPicking] = useState(false);
  const close = () => setPicking(false);
  return (
    <>
      <Field
        label={label}
        value={value}
        onChange={onChange}
        short
        {...(problem !== undefined && { problem })}
        {...(inputRef && { inputRef })}
        sign={{ icon, label: `Pick: ${label.toLowerCase()}`, onPress: () => setPicking(true) }}
      />
      {picking && (
        <Suspense fallback={null}>
          {picker((text) => {
            onChange(text);
            close();
          }, close)}
        </Suspense>
      )}
    </>
  );
}
