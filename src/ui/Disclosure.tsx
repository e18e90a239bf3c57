import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { gap, GLOVE } from './theme';

/** A line that opens what belongs to it underneath. */
export function Disclosure({
  head,
  open,
  onToggle,
  children,
  testID,
}: {
  head: ReactNode;
  open: boolean;
  onToggle(): void;
  /** Drawn only while it is open. */
  children?: ReactNode;
  testID?: string;
}) {
  const { palette } = useAppTheme();
  return (
    <View style={[styles.line, { borderBottomColor: palette.line }]} testID={testID}>
      <TouchableRipple onPress={onToggle} role="button" aria-expanded={open} style={styles.press}>
        <View>{head}</View>
      </TouchableRipple>
      {open && children}
    </View>
  );
}

const styles = StyleSheet.create({
  line: { borderBottomWidth: 1 },
  press: { minHeight: GLOVE, paddingVertical: gap(2), justifyContent: 'center' },
});
