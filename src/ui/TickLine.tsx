import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Checkbox } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { textStyle } from './Text';
import { TARGET } from './theme';

/** A box with its words, as wide as the page: a thumb ticks it. */
export function TickLine({
  label,
  checked,
  strong,
  disabled = false,
  onPress,
}: {
  label: string;
  checked: boolean;
  strong?: boolean;
  disabled?: boolean;
  onPress(): void;
}) {
  const { palette, scale } = useAppTheme();
  const line = useRef<View>(null);
  useEffect(() => {
    // Paper tells a reader that it is a box, and not whether it is ticked.
    const element = line.current as unknown as HTMLElement | null;
    const [box, inner] = element?.querySelectorAll('[role=checkbox]') ?? [];
    box?.setAttribute('aria-checked', String(checked));
    // And draws a second one into it, which is no control.
    inner?.setAttribute('role', 'none');
    inner?.setAttribute('aria-hidden', 'true');
  });
  return (
    <View ref={line}>
      <Checkbox.Item
        mode="android"
        position="leading"
        label={label}
        status={checked ? 'checked' : 'unchecked'}
        disabled={disabled}
        onPress={onPress}
        color={palette.do}
        uncheckedColor={palette.ink}
        labelStyle={[textStyle(strong ? 'strong' : 'body', checked ? palette.muted : palette.ink, scale), styles.label]}
        style={styles.line}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  line: { minHeight: TARGET, paddingHorizontal: 0, paddingVertical: 0 },
  label: { textAlign: 'left' },
});
