import { useEffect, useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { Searchbar } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { Icon } from './icons';
import { textStyle } from './Text';
import { TARGET } from './theme';

/** What is looked for, by its first letters; Enter takes the first that is found. */
export function SearchField({
  value,
  onChange,
  onEnter,
  label,
  hint,
  testID,
}: {
  value: string;
  onChange(text: string): void;
  onEnter(): void;
  label: string;
  hint: string;
  testID: string;
}) {
  const { palette, scale } = useAppTheme();
  const bar = useRef<View>(null);
  useEffect(() => {
    // Paper gives its two signs 40 px and no way to say otherwise: a thumb wants more.
    const element = bar.current as unknown as HTMLElement | null;
    // Its own role is that of a part of a page, which an input cannot have.
    element?.querySelector('input')?.setAttribute('role', 'searchbox');
    for (const sign of element?.querySelectorAll<HTMLElement>('button, [role=button]') ?? [])
      for (const part of [sign, sign.parentElement]) {
        part?.style.setProperty('min-width', `${TARGET}px`);
        part?.style.setProperty('min-height', `${TARGET}px`);
      }
  });
  return (
    <View ref={bar}>
      <Searchbar
        value={value}
        onChangeText={onChange}
        autoFocus
        placeholder={hint}
        placeholderTextColor={palette.muted}
        accessibilityLabel={label}
        icon={() => <Icon name="find" color={palette.muted} size={20} />}
        clearIcon={() => <Icon name="close" color={palette.muted} size={20} />}
        inputStyle={textStyle('body', palette.ink, scale)}
        onSubmitEditing={onEnter}
        style={[styles.bar, { backgroundColor: palette.surface, borderColor: palette.line }]}
        testID={testID}
      />
    </View>
  );
}

const styles = StyleSheet.create({ bar: { borderRadius: 6, borderWidth: 1 } });
