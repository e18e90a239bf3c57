import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Message } from '@/core';
import { useAppTheme, useFormatMessage } from './appTheme';
import { Region } from './Region';
import { Text } from './Text';
import { gap } from './theme';

/** Out of sight it is neither laid out nor painted; the browser knows this property, React Native's types do not. */
const FAR_DOWN = { contentVisibility: 'auto', containIntrinsicSize: 'auto 400px' } as object;

/** A section: a heading over a strong line, and how many there are. */
export function Section({
  title,
  aside,
  deferRender,
  children,
}: {
  title: Message;
  aside?: ReactNode;
  /** Stands below the fold on a phone, and is long. */
  deferRender?: boolean;
  children: ReactNode;
}) {
  const { palette } = useAppTheme();
  const name = useFormatMessage()(title);
  return (
    <Region name={name} style={[styles.section, deferRender && FAR_DOWN]}>
      <View style={[styles.head, { borderBottomColor: palette.ink }]}>
        <View style={styles.shrinks}>
          <Text kind="section" level={2}>
            {name}
          </Text>
        </View>
        {typeof aside === 'string' ? (
          <Text kind="small" tone="muted">
            {aside}
          </Text>
        ) : (
          aside
        )}
      </View>
      {children}
    </Region>
  );
}

const styles = StyleSheet.create({
  section: { marginTop: gap(4) },
  head: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    alignItems: 'flex-end',
    borderBottomWidth: 1.5,
    paddingBottom: gap(1.5),
    gap: gap(2),
  },
  shrinks: { flexShrink: 1 },
});
