import type { ComponentProps, Ref } from 'react';
import type { TextStyle } from 'react-native';
import { TextInput } from 'react-native-paper';
import { DatePickerModal, en, enGB, registerTranslation, TimePickerModal } from 'react-native-paper-dates';
import { useAppTheme } from './appTheme';
import { isMonthFirst } from './days';
import { Icon, type IconName } from './icons';
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
  /** A sign at the end of the box, and what a tap on it does. */
  sign?: { icon: IconName; label: string; onPress(): void } | undefined;
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
export function Input({ name, value, onChange, numeric, multiline, wrong, onLeave, inputRef, sign }: InputProps) {
  const { palette, scale } = useAppTheme();
  return (
    <TextInput
      mode="outlined"
      dense
      aria-label={name}
      value={value}
      onChangeText={onChange}
      {...(onLeave && { onBlur: onLeave })}
      ref={inputRef as ComponentProps<typeof TextInput>['ref']}
      {...(sign && {
        right: (
          <TextInput.Icon
            icon={({ color }) => <Icon name={sign.icon} color={color} />}
            // The sign stays small, what is tapped does not: Paper puts 8 px round it.
            {...{ size: TARGET - 16 }}
            aria-label={sign.label}
            onPress={sign.onPress}
            forceTextInputFocus={false}
          />
        ),
      })}
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
const LOCALE = isMonthFirst(navigator.language) ? 'en' : 'en-GB';

/** The week as the device has it, where it says. */
function weekBeginsOnMonday(): boolean {
  const locale = new Intl.Locale(navigator.language) as Intl.Locale & {
    weekInfo?: { firstDay: number };
    getWeekInfo?: () => { firstDay: number };
  };
  return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay !== 7;
}

/** A calendar to pick a day from. */
export function DayPicker({
  value,
  onPick,
  onClose,
}: {
  value: Date | undefined;
  onPick(day: Date): void;
  onClose(): void;
}) {
  return (
    <DatePickerModal
      visible
      mode="single"
      locale={LOCALE}
      animationType="none"
      // What is typed is read by the field itself, which knows that there is no 31st of February.
      inputEnabled={false}
      date={value}
      startWeekOnMonday={weekBeginsOnMonday()}
      onDismiss={onClose}
      onConfirm={({ date }) => (date ? onPick(date) : onClose())}
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
