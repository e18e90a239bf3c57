import { useEffect, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Phrase, type Message } from '@/core';
import { useFormatMessage } from './appTheme';
import { T, type Tone } from './T';
import { gap } from './theme';

/** Head of a page: where one is, then the answer. It names the browser's tab as well. */
export function PageHead({
  over,
  answer,
  tone,
  under,
  right,
}: {
  over?: string;
  answer: Message;
  tone?: Tone;
  under?: ReactNode | Message;
  right?: ReactNode;
}) {
  useTitle(useFormatMessage()(answer), over);
  return (
    <View style={styles.head}>
      <View style={styles.over}>
        {over !== undefined && (
          <View style={styles.shrinks}>
            <T tone="muted">{over}</T>
          </View>
        )}
        {right}
      </View>
      <T kind="answer" level={1} tone={tone}>
        {answer}
      </T>
      {typeof under === 'string' || under instanceof Phrase ? (
        <T kind="small" tone="muted">
          {under}
        </T>
      ) : (
        under
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
  shrinks: { flexShrink: 1 },
});
