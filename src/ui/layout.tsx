import type { ReactNode } from 'react';
import { View } from 'react-native';
import { gap } from './theme';

/** Buttons, figures or short words side by side, on more lines where there is no room. Distances in steps of the grid. */
export const Row = ({ children, between = 2, top = 0 }: { children: ReactNode; between?: number; top?: number }) => (
  <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(between), paddingTop: gap(top) }}>{children}</View>
);

/** What takes the room that is left beside something else: text beside a sign, a figure or a button. */
export const Grow = ({ children, between = 0 }: { children: ReactNode; between?: number }) => (
  <View style={{ flex: 1, minWidth: 0, gap: gap(between) }}>{children}</View>
);

/** Things under each other, with room over, under and between them in steps of the grid. */
export const Stack = ({
  children,
  top = 0,
  bottom = 0,
  between = 0,
}: {
  children: ReactNode;
  top?: number;
  bottom?: number;
  between?: number;
}) => <View style={{ paddingTop: gap(top), paddingBottom: gap(bottom), gap: gap(between) }}>{children}</View>;
