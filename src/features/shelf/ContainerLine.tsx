import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { DAY_MS } from '@/core';
import type { Container, ContainerState, Shelf } from '@/core/stock';
import { useLibrary } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Disclosure } from '@/ui/Disclosure';
import { dayMonth } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { amountText, nameOf, STATE_TONE, STATE_WORDS } from './names';

/** How long something has been so, in the words of a shelf: 'today', '9 days', '5 weeks'. */
function ageText(sinceMs: number, now: number): string {
  const days = Math.max(0, Math.floor((now - sinceMs) / DAY_MS));
  if (days === 0) return 'today';
  if (days < 14) return `${days} ${days === 1 ? 'day' : 'days'}`;
  return days < 70 ? `${Math.round(days / 7)} weeks` : `${Math.round(days / 30.4)} months`;
}

/** One container: what it is, how much is in it, how old, and what about it wants looking at. */
export function ContainerLine({
  container: c,
  shelf,
  state,
  now,
  open,
  onToggle,
  children,
}: {
  container: Container;
  shelf: Shelf;
  state: ContainerState;
  now: number;
  open: boolean;
  onToggle(): void;
  children: ReactNode;
}) {
  const { palette, units } = useAppTheme();
  const { lookup } = useLibrary();
  const whole = c.received + c.returned;
  const facts = [
    c.place,
    c.openedMs === undefined ? 'unopened' : `open ${ageText(c.openedMs, now)}`,
    c.expiresMs !== undefined && `${c.expiresMs > now ? 'till' : 'was good till'} ${dayMonth(c.expiresMs)}`,
  ].filter(Boolean);
  return (
    <Disclosure
      testID="container"
      open={open}
      onToggle={onToggle}
      head={
        <View style={styles.head}>
          <Grow>
            <Text kind="strong">{nameOf(c, shelf, lookup)}</Text>
            <Text kind="tag" tone="muted">
              {facts.join(' \u00b7 ')}
            </Text>
            {STATE_WORDS[state] !== '' && (
              <Text kind="small" tone={STATE_TONE[state]}>
                {STATE_WORDS[state]}
              </Text>
            )}
          </Grow>
          <View style={styles.amount}>
            <Text kind="strong">{amountText(c, c.amount, units)}</Text>
            <Text kind="tag" tone="muted">{`of ${amountText(c, whole, units)}`}</Text>
            <ProgressBar
              progress={whole > 0 ? Math.min(1, Math.max(0, c.amount / whole)) : 0}
              color={
                state === 'fine'
                  ? palette.good
                  : state === 'empty'
                    ? palette.muted
                    : palette[STATE_TONE[state] === 'stop' ? 'stop' : 'window']
              }
              style={[styles.level, { backgroundColor: palette.sunk }]}
              aria-hidden
            />
          </View>
        </View>
      }
    >
      {children}
    </Disclosure>
  );
}

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: gap(3) },
  amount: { alignItems: 'flex-end', width: 92 },
  level: { width: 92, height: 5, borderRadius: 3, marginTop: gap(1) },
});
