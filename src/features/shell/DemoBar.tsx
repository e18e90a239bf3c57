import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { useData } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** Says on every page of the demo that nothing here is one's own, with the way out. */
export function DemoBar() {
  const { palette } = useAppTheme();
  const { switchTo } = useData();
  const router = useRouter();
  return (
    <View style={[styles.bar, { backgroundColor: palette.surface, borderColor: palette.line }]} testID="demo-bar">
      <View style={styles.says}>
        <Text kind="tag" tone="muted">
          Demo: all of it is made up
        </Text>
      </View>
      <TextButton
        label="To my own shop"
        onPress={() => {
          // What is looked at here is not there.
          router.replace(pageHref('/'));
          switchTo('own');
        }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    justifyContent: 'space-between',
    columnGap: gap(2),
    paddingHorizontal: gap(4),
    borderBottomWidth: 1,
  },
  says: { flexShrink: 1, justifyContent: 'center', paddingVertical: gap(1) },
});
