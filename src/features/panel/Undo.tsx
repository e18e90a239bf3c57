import { useState } from 'react';
import { View } from 'react-native';
import { hasEvent, zonesOf, type Message, errorText } from '@/core';
import { useLogCommand, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { eventLine } from '@/ui/words';
import { lastEntry } from './lastEntry';

/** Takes back the last entry on the panel; and puts it back, if that was the slip. */
export function Undo({ open, panelId, now }: { open: OpenJob; panelId: string; now: number }) {
  const { units } = useAppTheme();
  const command = useLogCommand(open.job.id);
  const [undone, setUndone] = useState<{ voidId: string; words: string }>();
  const [problem, setProblem] = useState<Message>();
  const last = lastEntry(
    open.state,
    zonesOf(open.job, panelId).map((z) => z.id),
    now,
  );
  const strike = (targetId: string, done: (id: string) => void) =>
    command.mutate(
      { strike: targetId },
      {
        onSuccess: ({ event }) => {
          setProblem(undefined);
          done(event.id);
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  const words = last && eventLine(last, open.products, units);
  // A void that was itself taken back, or has new entries over it, is no longer news.
  const news = undone && !open.state.dead.has(undone.voidId) && hasEvent(open.state, undone.voidId);
  return (
    <>
      {last && (
        <ActionButton
          label="Undo"
          disabled={command.isPending}
          onPress={() => strike(last.id, (voidId) => setUndone({ voidId, words: words ?? '' }))}
          testID="undo"
        />
      )}
      {(news || words || problem) && (
        <View
          style={{ flexBasis: '100%', flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) }}
          aria-live="polite"
        >
          {problem ? (
            <Text kind="small" tone="stop">
              {problem}
            </Text>
          ) : news ? (
            <>
              <View style={{ flexShrink: 1 }}>
                <Text kind="small">{`Undone. ${undone.words}`}</Text>
              </View>
              <TextButton label="Put it back" onPress={() => strike(undone.voidId, () => setUndone(undefined))} />
            </>
          ) : (
            <Text kind="small" tone="muted" testID="last-entry">
              {`${open.saving === last?.id ? 'Saving' : 'Last'}: ${words}`}
            </Text>
          )}
        </View>
      )}
    </>
  );
}
