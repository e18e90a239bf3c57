import { Link } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, type StyleProp, type ViewStyle } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import type { PageHref } from './pages';

/** Whatever stands in it leads to another page: a real link, with an address of its own. */
export function LinkArea({
  href,
  label,
  current,
  onPress,
  testID,
  style,
  children,
}: {
  href: PageHref;
  label?: string;
  /** Where one is already. */
  current?: boolean | 'page' | undefined;
  /** Besides going there. */
  onPress?: () => void;
  testID?: string | undefined;
  style?: StyleProp<ViewStyle>;
  children: ReactNode;
}) {
  return (
    <Link href={href} asChild {...(onPress && { onPress })}>
      <TouchableRipple
        role="link"
        aria-label={label}
        aria-current={current}
        testID={testID}
        // The link spreads it: a list of styles would be taken apart by its indexes.
        style={StyleSheet.flatten(style)}
      >
        {children}
      </TouchableRipple>
    </Link>
  );
}
