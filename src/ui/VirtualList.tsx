import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';

/** The part of the page that scrolls around an element. */
function scrollerOf(e: HTMLElement | null): HTMLElement | null {
  for (let at = e?.parentElement ?? null; at; at = at.parentElement)
    if (/auto|scroll/.test(getComputedStyle(at).overflowY)) return at;
  return null;
}

/** Lines outside of the view that are drawn all the same, so that a finger does not outrun them. */
const SPARE = 8;

/** A long list inside of a page that scrolls: only what is in view is drawn. Lines may be of any height, and change it. */
export default function VirtualList({
  count,
  lineKey,
  usualHeight,
  children,
}: {
  count: number;
  lineKey(index: number): string;
  /** Of a line, until it was drawn once. */
  usualHeight: number;
  children(index: number): ReactNode;
}) {
  // What the package gives out changes without React's knowing: nothing of it may be kept.
  'use no memo';
  const list = useRef<HTMLElement | null>(null);
  const scroller = useRef<HTMLElement | null>(null);
  // Asked for with every frame, and looked for once: to ask for a style makes the browser work all of them out.
  const getScroller = useCallback(() => {
    if (!scroller.current?.isConnected) scroller.current = scrollerOf(list.current);
    return scroller.current;
  }, []);
  const [from, setFrom] = useState(0);
  useLayoutEffect(() => {
    const around = getScroller();
    if (!around || !list.current) return;
    setFrom(list.current.getBoundingClientRect().top - around.getBoundingClientRect().top + around.scrollTop);
  }, [getScroller]);
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count,
    getScrollElement: getScroller,
    estimateSize: () => usualHeight,
    getItemKey: lineKey,
    overscan: SPARE,
    scrollMargin: from,
    // A line is there before the finger reaches it: it need not hold up the frame in which it comes.
    useFlushSync: false,
  });
  const measure = useCallback(
    (v: View | null) => virtual.measureElement(v as unknown as HTMLElement | null),
    [virtual],
  );
  return (
    <View
      ref={(v) => {
        list.current = v as unknown as HTMLElement | null;
      }}
      style={{ height: virtual.getTotalSize() }}
    >
      {virtual.getVirtualItems().map((line) => (
        <View
          key={line.key}
          ref={measure}
          // Read back by the package when it measures the line.
          {...{ dataSet: { index: line.index } }}
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            right: 0,
            transform: [{ translateY: line.start - virtual.options.scrollMargin }],
          }}
        >
          {children(line.index)}
        </View>
      ))}
    </View>
  );
}
