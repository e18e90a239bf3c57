import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { useTitle } from './PageHead';
import { Page } from './Page';
import { Text } from './Text';
import { gap } from './theme';

/** A page with nothing to show, or a fault, and what to do about it. */
export function EmptyState({ title, text, act }: { title: string; text: string; act?: ReactNode }) {
  useTitle(title);
  return (
    <View style={styles.state}>
      <Text kind="answer" level={1}>
        {title}
      </Text>
      <Text tone="muted">{text}</Text>
      {act}
    </View>
  );
}

const styles = StyleSheet.create({ state: { paddingVertical: gap(8), gap: gap(2), alignItems: 'flex-start' } });

/** A page of which there is nothing to show: why, and what to do first. */
export const EmptyPage = (why: { title: string; text: string; act?: ReactNode }) => (
  <Page>
    <EmptyState {...why} />
  </Page>
);
