import { StyleSheet, View } from 'react-native';
import { ProgressBar } from 'react-native-paper';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** A file is being read and checked: how far it is, and a way out. */
export function Reading({ name, share, onStop }: { name: string; share: number; onStop(): void }) {
  return (
    <View style={styles.reading} testID="import-reading">
      <Text kind="small">{`${name} is being checked${share > 0 ? `: ${Math.round(share * 100)}\u00a0%` : ''}.`}</Text>
      <View style={styles.bar}>
        <ProgressBar
          {...(share > 0 ? { progress: share } : { indeterminate: true })}
          accessibilityLabel={`${name} is being checked`}
        />
      </View>
      <TextButton label="Stop" icon="close" onPress={onStop} />
    </View>
  );
}

/** The bar is as high as what holds it. */
const styles = StyleSheet.create({ reading: { gap: gap(2), paddingVertical: gap(2) }, bar: { height: 4 } });
