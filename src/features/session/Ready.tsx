import { StyleSheet, View } from 'react-native';
import { messageIn } from '@/core';
import type { ReadyItem } from '@/core/log/evening';
import { notReady, type ReadyLine } from '@/core/session/readiness';
import { useAppTheme } from '@/ui/appTheme';
import { clockTime } from '@/ui/format';
import { Icon } from '@/ui/icons';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap, TARGET } from '@/ui/theme';
import { TickLine } from '@/ui/TickLine';

/** Room, work and gun made ready: what log and air know is ticked with its time, what speaks against it is said, the rest is asked once. */
export function Ready({
  lines,
  onSay,
}: {
  lines: readonly ReadyLine[];
  onSay(item: ReadyItem, isReady: boolean): void;
}) {
  const open = notReady(lines).length;
  return (
    <Section title="Made ready" aside={open === 0 ? 'all of it said' : `${lines.length - open} of ${lines.length}`}>
      {lines.map((l) => (
        <Line key={l.item} line={l} onSay={onSay} />
      ))}
      <Text kind="small" tone="muted">
        A list helps not to forget. It does not say that a place is fit to breathe or work in: data sheets, local code
        and your own eyes do.
      </Text>
    </Section>
  );
}

function Line({ line: l, onSay }: { line: ReadyLine; onSay(item: ReadyItem, isReady: boolean): void }) {
  const { palette, units } = useAppTheme();
  const isSaid = l.how === 'said';
  const isTicked = isSaid || l.how === 'known';
  const when = l.atMs === undefined ? '' : isSaid ? ` Said at ${clockTime(l.atMs)}.` : ` ${clockTime(l.atMs)}.`;
  const isAsked = l.how === 'ask' || isSaid;
  return (
    <View style={[styles.line, { borderBottomColor: palette.line }]}>
      {isAsked ? (
        <TickLine label={l.label} checked={isSaid} strong onPress={() => onSay(l.item, !isSaid)} />
      ) : (
        <View style={styles.known}>
          <View style={styles.sign}>
            <Icon
              name={l.how === 'known' ? 'check' : 'alert'}
              color={l.how === 'known' ? palette.good : palette.stop}
              size={22}
            />
          </View>
          <View style={styles.words}>
            <Text kind="strong" tone={isTicked ? 'muted' : 'ink'}>
              {l.label}
            </Text>
          </View>
        </View>
      )}
      <View style={styles.says}>
        <Text kind="small" tone={l.how === 'against' ? 'stop' : 'muted'}>
          {`${messageIn(l.says, units)}${isTicked ? when : ''}`}
        </Text>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  line: { borderBottomWidth: 1, paddingBottom: gap(2) },
  known: { flexDirection: 'row', alignItems: 'center', minHeight: TARGET },
  sign: { width: 36, paddingLeft: gap(1.5) },
  words: { flex: 1, minWidth: 0 },
  says: { paddingLeft: 36, marginTop: -gap(1) },
});
