import type { Ref } from 'react';
import type { TextStyle } from 'react-native';
import { TextInput } from 'react-native-paper';
import { DatePickerInput, en, enGB, registerTranslation, TimePickerModal } from 'react-native-paper-dates';
import { useAppTheme } from './appTheme';
import { gap, TARGET, type Palette } from './theme';

/*
 * The boxes that somebody types into, in a file of their own since nothing of it is needed before. One file: what two later files share
 * would be loaded with the first page.
 */

export interface InputProps {
  name: string;
  value: string;
  onChange(text: string): void;
  numeric: boolean | undefined;
  multiline: boolean | undefined;
  wrong: boolean;
  onLeave: (() => void) | undefined;
  inputRef: Ref<{ focus(): void }> | undefined;
}

/** Paper's outlined box, drawn as ours. */
export const INPUT_OUTLINE = { borderRadius: 6, borderWidth: 1.5 } as const;
export const inputStyle = (palette: Palette, scale: number): TextStyle => ({
  backgroundColor: palette.surface,
  marginTop: gap(1),
  minHeight: TARGET,
  fontSize: 18 * scale,
  lineHeight: 24 * scale,
  fontVariant: ['tabular-nums'],
});

/** The box of a field. */
export function Input({ name, value, onChange, numeric, multiline, wrong, onLeave, inputRef }: InputProps) {
  const { palette, scale } = useAppTheme();
  return (
    <TextInput
      mode="outlined"
      dense
      aria-label={name}
      value={value}
      onChangeText={onChange}
      {...(onLeave && { onBlur: onLeave })}
      ref={inputRef as never}
      inputMode={numeric ? 'decimal' : 'text'}
      multiline={multiline}
      {...(multiline && { numberOfLines: 3 })}
      error={wrong}
      aria-invalid={wrong}
      outlineStyle={INPUT_OUTLINE}
      style={inputStyle(palette, scale)}
    />
  );
}

registerTranslation('en', en);
registerTranslation('en-GB', enGB);

/** Days as the device writes them: the month first in the United States, the day first elsewhere. */
const LOCALE = navigator.language === 'en-US' ? 'en' : 'en-GB';

/** The week as the device has it, where it says. */
function weekBeginsOnMonday(): boolean {
  const locale = new Intl.Locale(navigator.language) as Intl.Locale & {
    weekInfo?: { firstDay: number };
    getWeekInfo?: () => { firstDay: number };
  };
  return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay !== 7;
}

/** The box of a day: typed, with a calendar behind its button. */
export function DayInput({
  name,
  value,
  onChange,
  wrong,
  inputRef,
}: {
  name: string;
  value: Date | undefined;
  onChange(day: Date | undefined): void;
  wrong: boolean;
  inputRef: Ref<{ focus(): void }> | undefined;
}) {
  const { palette, scale } = useAppTheme();
  return (
    <DatePickerInput
      mode="outlined"
      dense
      locale={LOCALE}
      inputMode="start"
      label={undefined}
      withDateFormatInLabel={false}
      aria-label={name}
      value={value}
      onChange={onChange}
      hasError={wrong}
      startWeekOnMonday={weekBeginsOnMonday()}
      ref={inputRef as never}
      outlineStyle={INPUT_OUTLINE}
      style={inputStyle(palette, scale)}
    />
  );
}

/** A clock to pick a time from, by 24 hours. @param value 'HH:mm' */
export function TimePicker({ value, onPick, onClose }: { value: string; onPick(time: string): void; onClose(): void }) {
  const [hours, minutes] = value.split(':').map(Number);
  const two = (n: number) => String(n).padStart(2, '0');
  return (
    <TimePickerModal
      visible
      use24HourClock
      locale={LOCALE}
      animationType="none"
      hours={Number.isInteger(hours) ? hours : undefined}
      minutes={Number.isInteger(minutes) ? minutes : undefined}
      onDismiss={onClose}
      onConfirm={(t) => onPick(`${two(t.hours)}:${two(t.minutes)}`)}
    />
  );
}
