import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { List, Searchbar } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { Icon } from './icons';
import type { Listed } from './PickFrom';
import { Text, textStyle } from './Text';
import { gap, TARGET } from './theme';
import { wordsBegin } from './wordsBegin';

/** All of many under their headings, and only those whose words begin with what is typed. */
export default function PickList({
  label,
  options,
  value,
  onPick,
}: {
  label: string;
  options: readonly Listed<string>[];
  value: string | undefined;
  onPick(value: string): void;
}) {
  const { palette, scale } = useAppTheme();
  const [text, setText] = useState('');
  const found = options.filter((o) => wordsBegin(`${o.label} ${o.group ?? ''}`, text));
  const groups = [...new Set(found.map((o) => o.group ?? ''))];
  return (
    <View style={{ gap: gap(1) }}>
      <Searchbar
        value={text}
        onChangeText={setText}
        autoFocus
        placeholder="Its first letters"
        placeholderTextColor={palette.muted}
        accessibilityLabel={`Look for: ${label}`}
        icon={() => <Icon name="find" color={palette.muted} size={20} />}
        clearIcon={() => <Icon name="close" color={palette.muted} size={20} />}
        inputStyle={textStyle('body', palette.ink, scale)}
        onSubmitEditing={() => found[0] && onPick(found[0].value)}
        style={[styles.bar, { backgroundColor: palette.surface, borderColor: palette.line }]}
        testID="pick-search"
      />
      {found.length === 0 && <Text tone="muted">Nothing is called so.</Text>}
      <View role="radiogroup" aria-label={`${label}, all of them`}>
        {groups.map((g) => (
          <List.Section
            key={g}
            title={g}
            titleStyle={[textStyle('tag', palette.muted, scale), styles.heading]}
            style={styles.section}
          >
            {found
              .filter((o) => (o.group ?? '') === g)
              .map((o) => (
                <List.Item
                  key={o.value}
                  title={o.label}
                  titleStyle={textStyle('strong', palette.ink, scale)}
                  titleNumberOfLines={2}
                  role="radio"
                  aria-checked={o.value === value}
                  aria-label={o.label}
                  onPress={() => onPick(o.value)}
                  style={[styles.item, { borderColor: palette.line }]}
                />
              ))}
          </List.Section>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  bar: { borderRadius: 6, borderWidth: 1 },
  section: { marginVertical: 0 },
  heading: { paddingHorizontal: 0, paddingVertical: gap(1) },
  item: { minHeight: TARGET, paddingVertical: gap(1), paddingLeft: 0, borderBottomWidth: 1 },
});
