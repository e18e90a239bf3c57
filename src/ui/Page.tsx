import { Children, type ReactNode } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { useAppTheme } from './appTheme';
import { usePainted } from './paint';
import { gap } from './theme';

/**
 * A page: scrolls, keeps to a readable width, and leaves its main act at the bottom in reach of a thumb. Its head answers the tap that
 * opened it; the rest comes a frame behind.
 */
export function Page({
  children,
  foot,
  testID,
  wide,
  first = 1,
}: {
  children: ReactNode;
  /** So many of its parts come with the first frame. */
  first?: number;
  foot?: ReactNode;
  testID?: string;
  /** Has two columns, and so room for both on a wide screen. */
  wide?: boolean;
}) {
  const { palette } = useAppTheme();
  const painted = usePainted();
  const parts = Children.toArray(children);
  return (
    <View style={[styles.page, { backgroundColor: palette.paper }]} testID={testID}>
      <ScrollView
        // A page without a control in it must still scroll from the keyboard.
        tabIndex={0}
        style={styles.scroll}
        contentContainerStyle={[styles.content, { maxWidth: wide ? 1180 : 720 }]}
      >
        {painted ? parts : parts.slice(0, first)}
      </ScrollView>
      {foot && (
        <View style={[styles.footBar, { borderTopColor: palette.line, backgroundColor: palette.paper }]}>
          <View style={[styles.foot, { maxWidth: wide ? 1148 : 688 }]}>{foot}</View>
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minWidth: 0 },
  scroll: { flex: 1 },
  content: { padding: gap(4), paddingBottom: gap(8), width: '100%', alignSelf: 'center' },
  footBar: { borderTopWidth: 1, paddingHorizontal: gap(4), paddingVertical: gap(2) },
  foot: { width: '100%', alignSelf: 'center', flexDirection: 'row', flexWrap: 'wrap', gap: gap(2) },
});
