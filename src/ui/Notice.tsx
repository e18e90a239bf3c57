import type { ReactNode } from 'react';
import { StyleSheet } from 'react-native';
import { Surface } from 'react-native-paper';
import { Phrase, type Message } from '@/core';
import { useAppTheme } from './appTheme';
import { Text } from './Text';
import { gap } from './theme';

/** A line that asks to be noticed: what is wrong or what can hurt. */
export function Notice({
  tone,
  children,
  urgent: isUrgent,
  testID,
}: {
  tone: 'stop' | 'window' | 'muted';
  children: ReactNode | Message;
  /** Said aloud at once; what stops is. */
  urgent?: boolean;
  testID?: string;
}) {
  const { palette } = useAppTheme();
  const urgent = isUrgent ?? tone === 'stop';
  return (
    <Surface
      elevation={0}
      mode="flat"
      {...(testID !== undefined && { testID })}
      role={urgent ? 'alert' : 'note'}
      style={[styles.notice, { borderLeftColor: palette[tone], backgroundColor: palette.surface }]}
    >
      {typeof children === 'string' || children instanceof Phrase ? <Text kind="small">{children}</Text> : children}
    </Surface>
  );
}

/** What went wrong with the last command, under it; nothing where nothing did. */
export const Problem = ({ says }: { says: Message | undefined }) =>
  says === undefined ? null : <Notice tone="stop">{says}</Notice>;

const styles = StyleSheet.create({ notice: { borderLeftWidth: 4, padding: gap(3), marginTop: gap(3) } });
