import type { ReactNode } from 'react';
import { View, type StyleProp, type ViewStyle } from 'react-native';

/** A named part of a page, for whoever moves through it by its landmarks. Paper has none. */
export function Region({
  name,
  role = 'region',
  style,
  children,
  testID,
}: {
  name: string;
  role?: 'region' | 'navigation' | 'main' | 'group' | 'list';
  style?: StyleProp<ViewStyle>;
  children: ReactNode;
  testID?: string;
}) {
  return (
    <View role={role} aria-label={name} style={style} testID={testID}>
      {children}
    </View>
  );
}
