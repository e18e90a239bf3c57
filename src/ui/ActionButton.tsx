import { StyleSheet } from 'react-native';
import { Button } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { textStyle } from './Text';
import { gap, GLOVE } from './theme';

/** A main act: wide, high enough for a glove. `strong` is the one thing to do; `busy` while it takes longer than a moment. */
export function ActionButton({
  label,
  of,
  onPress,
  strong,
  grow,
  disabled = false,
  repeats = false,
  busy = false,
  tone = 'do',
  testID,
}: {
  label: string;
  /** What it is about, said aloud where the eye sees it beside it. */
  of?: string;
  onPress(): void;
  strong?: boolean;
  grow?: boolean;
  disabled?: boolean;
  /** It is meant to be tapped several times in a row. */
  repeats?: boolean;
  busy?: boolean;
  tone?: 'do' | 'stop';
  testID?: string;
}) {
  const { palette, scale } = useAppTheme();
  const colour = palette[tone];
  const ink = strong ? palette.onDo : tone === 'stop' ? palette.stop : palette.ink;
  // The browser counts taps in a row: nobody means to save twice with a double tap.
  const press = ({ nativeEvent }: { nativeEvent: { detail?: number } }) => {
    if (!strong || repeats || (nativeEvent.detail ?? 0) < 2) onPress();
  };
  return (
    <Button
      mode={strong ? 'contained' : 'outlined'}
      onPress={press as () => void}
      disabled={disabled}
      loading={busy}
      {...(of !== undefined && { accessibilityLabel: `${label}: ${of}` })}
      {...(testID !== undefined && { testID })}
      style={[
        styles.button,
        { borderColor: strong ? colour : ink, backgroundColor: strong ? colour : 'transparent' },
        grow && styles.grows,
        disabled && styles.disabled,
      ]}
      contentStyle={styles.content}
      labelStyle={[textStyle('button', ink, scale), styles.label, busy && styles.besideWheel]}
    >
      {label}
    </Button>
  );
}

const styles = StyleSheet.create({
  button: { borderWidth: 2, borderRadius: 10, flexShrink: 1, minHeight: GLOVE, justifyContent: 'center' },
  grows: { flexGrow: 1 },
  disabled: { opacity: 0.55 },
  content: { minHeight: GLOVE - 4, paddingHorizontal: gap(5) },
  // Paper keeps a label on one line; ours breaks rather than being cut off.
  label: { marginHorizontal: 0, marginVertical: gap(1), textAlign: 'center', whiteSpace: 'normal' } as object,
  // Paper draws its wheel 8 px into the margin that ours does not have.
  besideWheel: { marginLeft: gap(4) },
});
