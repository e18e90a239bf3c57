import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { List } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import type { Listed } from './listed';
import { SearchField } from './SearchField';
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
      <SearchField
        value={text}
        onChange={setText}
        onEnter={() => found[0] && onPick(found[0].value)}
        label={`Look for: ${label}`}
        hint="Its first letters"
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
                  contentStyle={styles.content}
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
  section: { marginVertical: 0 },
  heading: { paddingHorizontal: 0, paddingVertical: gap(1) },
  content: { paddingLeft: 0 },
  item: { minHeight: TARGET, paddingVertical: gap(1), paddingLeft: 0, borderBottomWidth: 1 },
});
