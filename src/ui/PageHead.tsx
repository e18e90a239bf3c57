import { useEffect, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Phrase, type Message } from '@/core';
import { useFormatMessage } from './appTheme';
import { FindButton } from './FindButton';
import { Text, type Tone } from './Text';
import { gap } from './theme';

/** Head of a page: where one is, then the answer. It names the browser's tab as well. */
export function PageHead({
  eyebrow,
  title,
  tone,
  subtitle,
  right,
}: {
  eyebrow?: string;
  title: Message;
  tone?: Tone;
  subtitle?: ReactNode | Message;
  right?: ReactNode;
}) {
  useTitle(useFormatMessage()(title), eyebrow);
  return (
    <View style={styles.head}>
      <View style={styles.over}>
        {eyebrow !== undefined && (
          <View style={styles.shrinks}>
            <Text tone="muted">{eyebrow}</Text>
          </View>
        )}
        <View style={styles.right}>
          {right}
          <FindButton />
        </View>
      </View>
      <Text kind="answer" level={1} tone={tone}>
        {title}
      </Text>
      {typeof subtitle === 'string' || subtitle instanceof Phrase ? (
        <Text kind="small" tone="muted">
          {subtitle}
        </Text>
      ) : (
        subtitle
      )}
    </View>
  );
}

/** Names the browser's tab by what the view answers. */
export function useTitle(answer: string, where?: string): void {
  useEffect(() => {
    document.title = [answer, where, 'Stratocoat'].filter(Boolean).join(' \u00b7 ');
  }, [answer, where]);
}

const styles = StyleSheet.create({
  head: { marginBottom: gap(3) },
  over: { flexDirection: 'row', justifyContent: 'space-between', gap: gap(2), alignItems: 'center', flexWrap: 'wrap' },
  // Long names wrap beside the magnifier; only what stands there too pushes it under them.
  shrinks: { flexGrow: 1, flexShrink: 1, flexBasis: 0, minWidth: 150 },
  right: { flexDirection: 'row', alignItems: 'center', gap: gap(2), marginLeft: 'auto' },
});
