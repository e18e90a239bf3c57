import { StyleSheet } from 'react-native';
import { Snackbar } from 'react-native-paper';
import { gap } from './theme';

const SHOWN_MS = 6000;

/** Paper's message at the bottom. It takes its own room above the tabs, so that it covers nothing that a thumb wants. */
export default function NotificationBar({
  text,
  undo,
  onClose,
}: {
  text: string;
  undo: (() => unknown) | undefined;
  onClose(): void;
}) {
  return (
    <Snackbar
      visible
      duration={SHOWN_MS}
      onDismiss={onClose}
      elevation={0}
      testID="notification"
      wrapperStyle={styles.inFlow}
      style={styles.bar}
      {...(undo && { action: { label: 'Undo', onPress: () => void undo() } })}
    >
      {text}
    </Snackbar>
  );
}

const styles = StyleSheet.create({
  inFlow: { position: 'relative' },
  bar: { marginVertical: gap(1), marginHorizontal: gap(2) },
});
