import { useRef, type ReactNode } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import { TouchableRipple } from 'react-native-paper';

const ARROWS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A picture or a drawing on which a tap means a place.
 * @param onTap told where, px from its left and its top
 * @param onArrow told which way an arrow key goes, for those who have no finger on it
 */
export function TapArea({
  label,
  onTap,
  onArrow,
  children,
  testID,
}: {
  label: string;
  onTap(x: number, y: number): void;
  onArrow?: (dx: number, dy: number) => void;
  children: ReactNode;
  testID?: string;
}) {
  const box = useRef<View>(null);
  const press = ({ nativeEvent }: GestureResponderEvent) => {
    const r = (box.current as unknown as HTMLElement | null)?.getBoundingClientRect();
    // The Enter key presses nowhere.
    if (!r || !Number.isFinite(nativeEvent.pageX) || (nativeEvent.pageX === 0 && nativeEvent.pageY === 0)) return;
    onTap(nativeEvent.pageX - window.scrollX - r.left, nativeEvent.pageY - window.scrollY - r.top);
  };
  const key = (e: { nativeEvent: { key: string }; preventDefault(): void }) => {
    const step = ARROWS[e.nativeEvent.key];
    if (!step || !onArrow) return;
    e.preventDefault();
    onArrow(...step);
  };
  return (
    <TouchableRipple
      role="button"
      aria-label={label}
      onPress={press}
      {...(testID !== undefined && { testID })}
      {...({ onKeyDown: key } as object)}
    >
      <View ref={box}>{children}</View>
    </TouchableRipple>
  );
}
