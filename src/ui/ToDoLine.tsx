import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { errorText, type Message } from '@/core';
import { useAppTheme } from './appTheme';
import { Problem } from './Notice';
import { useNotify } from './notifications';
import { TickLine } from './TickLine';
import { gap, GLOVE } from './theme';

/** Something to do, as wide as the page: a thumb ticks it. */
export function ToDoLine({
  text,
  where,
  done,
  onToggle,
}: {
  text: string;
  /** Where it is pinned. */
  where?: string;
  done: boolean;
  onToggle(): Promise<{ undo(): Promise<unknown> }>;
}) {
  const { palette } = useAppTheme();
  const notify = useNotify();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const toggle = () => {
    setBusy(true);
    onToggle()
      .then(
        ({ undo }) => notify({ text: `${done ? 'To be done again' : 'Done'}: ${text}`, undo }),
        (e: Error) => setProblem(errorText(e)),
      )
      .finally(() => setBusy(false));
  };
  return (
    <>
      <View style={[styles.line, { borderBottomColor: palette.line }]}>
        <TickLine
          label={where === undefined ? text : `${text}\n${where}`}
          checked={done}
          disabled={busy}
          onPress={toggle}
        />
      </View>
      <Problem says={problem} />
    </>
  );
}

const styles = StyleSheet.create({ line: { minHeight: GLOVE, paddingVertical: gap(1), borderBottomWidth: 1 } });
