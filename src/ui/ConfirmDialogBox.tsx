import { StyleSheet } from 'react-native';
import { Dialog, Portal } from 'react-native-paper';
import { ActionButton } from './ActionButton';
import { useAppTheme } from './appTheme';
import { useModalKeys } from './modalKeys';
import { Text } from './Text';
import { gap } from './theme';

export interface Question {
  title: string;
  /** What is lost, and that it cannot be undone. */
  text: string;
  /** What the hand does: 'Delete the job'. */
  act: string;
  onConfirm(): void;
}

/** Paper's dialog, over everything; Escape and a tap beside it leave things as they are. */
export default function ConfirmDialogBox({ title, text, act, onConfirm, onClose }: Question & { onClose(): void }) {
  const { palette } = useAppTheme();
  useModalKeys('confirm', onClose);
  return (
    <Portal>
      <Dialog
        visible
        onDismiss={onClose}
        style={[styles.box, { backgroundColor: palette.surface, borderColor: palette.ink }]}
        testID="confirm"
      >
        <Dialog.Content style={styles.words}>
          <Text kind="figure" level={2}>
            {title}
          </Text>
          <Text>{text}</Text>
        </Dialog.Content>
        <Dialog.Actions style={styles.acts}>
          <ActionButton
            label={act}
            tone="stop"
            strong
            onPress={() => {
              onClose();
              onConfirm();
            }}
          />
          <ActionButton label="Leave it" onPress={onClose} />
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}

const styles = StyleSheet.create({
  box: { borderRadius: 10, borderWidth: 1.5, maxWidth: 480, width: '90%', alignSelf: 'center' },
  words: { gap: gap(2) },
  acts: { flexWrap: 'wrap', gap: gap(2), justifyContent: 'flex-start' },
});
