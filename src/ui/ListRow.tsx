import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { useAppTheme } from './appTheme';
import { LinkArea } from './LinkArea';
import type { PageHref } from './pages';
import { gap, GLOVE } from './theme';

interface ListRowProps {
  children: ReactNode;
  label?: string;
  selected?: boolean;
  testID?: string;
}

/**
 * One line of a list. With `href` it is a link, with `onPress` a button, each as big as a thumb needs; with neither it is only read.
 */
export function ListRow({
  children,
  label,
  selected,
  testID,
  href,
  onPress,
}: ListRowProps & { href?: PageHref; onPress?: () => void }) {
  const { palette } = useAppTheme();
  const line = { borderBottomColor: palette.line };
  if (!onPress && !href)
    return (
      <View style={[styles.row, line]} testID={testID}>
        {children}
      </View>
    );
  const style = [styles.row, line, selected && { backgroundColor: palette.sunk }, selected && styles.selected];
  const inside = <View style={styles.inside}>{children}</View>;
  const common = { testID, style };
  return href ? (
    <LinkArea href={href} current={selected} {...(label !== undefined && { label })} {...common}>
      {inside}
    </LinkArea>
  ) : (
    <TouchableRipple role="button" aria-label={label} aria-current={selected} onPress={onPress} {...common}>
      {inside}
    </TouchableRipple>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: gap(3),
    paddingVertical: gap(3),
    minHeight: GLOVE,
    borderBottomWidth: 1,
  },
  inside: { flex: 1, minWidth: 0, flexDirection: 'row', alignItems: 'center', gap: gap(3) },
  selected: { marginHorizontal: -gap(2), paddingHorizontal: gap(2) },
});
