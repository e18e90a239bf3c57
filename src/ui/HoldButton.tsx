import { useRef } from 'react';
import { StyleSheet } from 'react-native';
import { Button } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { textStyle } from './Text';
import { gap, GLOVE } from './theme';

/** A press of a key, or of a reader, holds for so long, ms. */
const KEY_MS = 1000;

/** An act that goes on for as long as it is held; a key holds it for a second. */
export function HoldButton({
  label,
  onHold,
  onLetGo,
  testID,
}: {
  label: string;
  onHold(): void;
  onLetGo(): void;
  testID?: string;
}) {
  const { palette, scale } = useAppTheme();
  const held = useRef(false);
  const hold = () => {
    held.current = true;
    onHold();
  };
  const letGo = () => {
    if (!held.current) return;
    held.current = false;
    onLetGo();
  };
  return (
    <Button
      mode="outlined"
      onPressIn={hold}
      onPressOut={letGo}
      onPress={
        (({ nativeEvent }: { nativeEvent: { detail?: number } }) => {
          if ((nativeEvent.detail ?? 0) > 0) return;
          hold();
          setTimeout(letGo, KEY_MS);
        }) as () => void
      }
      {...(testID !== undefined && { testID })}
      style={[styles.button, { borderColor: palette.ink }]}
      contentStyle={styles.content}
      labelStyle={[textStyle('button', palette.ink, scale), styles.label]}
    >
      {label}
    </Button>
  );
}

const styles = StyleSheet.create({
  button: {
    borderWidth: 2,
    borderRadius: 10,
    minHeight: GLOVE,
    justifyContent: 'center',
    userSelect: 'none',
  } as object,
  content: { minHeight: GLOVE - 4, paddingHorizontal: gap(5) },
  label: { marginHorizontal: 0, marginVertical: gap(1), textAlign: 'center', whiteSpace: 'normal' } as object,
});
