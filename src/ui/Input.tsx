import { TextInput } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { gap, TARGET } from './theme';

export interface InputProps {
  name: string;
  value: string;
  onChange(text: string): void;
  numeric: boolean | undefined;
  multiline: boolean | undefined;
  wrong: boolean;
}

/** The box of a field. In a file of its own, since nothing of it is needed before somebody types. */
export default function Input({ name, value, onChange, numeric, multiline, wrong }: InputProps) {
  const { palette, scale } = useAppTheme();
  return (
    <TextInput
      mode="outlined"
      dense
      aria-label={name}
      value={value}
      onChangeText={onChange}
      inputMode={numeric ? 'decimal' : 'text'}
      multiline={multiline}
      {...(multiline && { numberOfLines: 3 })}
      error={wrong}
      aria-invalid={wrong}
      outlineStyle={{ borderRadius: 6, borderWidth: 1.5 }}
      style={{
        backgroundColor: palette.surface,
        marginTop: gap(1),
        minHeight: TARGET,
        fontSize: 18 * scale,
        lineHeight: 24 * scale,
        fontVariant: ['tabular-nums'],
      }}
    />
  );
}
