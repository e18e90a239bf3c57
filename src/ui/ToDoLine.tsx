import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { Checkbox } from 'react-native-paper';
import { errorText, type Message } from '@/core';
import { useAppTheme } from './appTheme';
import { Problem } from './Notice';
import { useNotify } from './notifications';
import { textStyle } from './Text';
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
  const { palette, scale } = useAppTheme();
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
      <Checkbox.Item
        mode="android"
        position="leading"
        label={where === undefined ? text : `${text}\n${where}`}
        status={done ? 'checked' : 'unchecked'}
        disabled={busy}
        onPress={toggle}
        color={palette.do}
        uncheckedColor={palette.ink}
        labelStyle={[textStyle('body', done ? palette.muted : palette.ink, scale), styles.label]}
        style={[styles.line, { borderBottomColor: palette.line }]}
      />
      <Problem says={problem} />
    </>
  );
}

const styles = StyleSheet.create({
  line: { minHeight: GLOVE, paddingHorizontal: 0, paddingVertical: gap(1.5), borderBottomWidth: 1 },
  label: { textAlign: 'left' },
});
