import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { G } from 'react-native-svg';
import { boundsOf, type Point } from '@/core';
import { useAppTheme } from '../appTheme';
import { TapArea } from '../TapArea';
import { gap } from '../theme';

/** Left free round the drawing, px. */
const EDGE = 10;

/** A path round an outline, as SVG has it. */
export const ringPath = (o: readonly Point[]): string =>
  o.length === 0 ? '' : `M${o.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}Z`;

/** A panel's outline fitted into a frame as wide as its place. What is drawn in it is in mm of the drawing; a tap is told in them too. */
export function FittedDrawing({
  outline,
  mostHeight,
  label,
  onTap,
  testID,
  children,
  over,
}: {
  outline: readonly Point[];
  /** px */
  mostHeight: number;
  label: string;
  onTap?: ((at: Point) => void) | undefined;
  testID: string;
  /** Drawn in mm. @param perMm how many px one mm is */
  children(perMm: number): ReactNode;
  /** Drawn over it in px, at places that are given in mm. */
  over?: (px: (at: Point) => Point) => ReactNode;
}) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const b = boundsOf(outline);
  const [w, h] = [Math.max(1, b.width), Math.max(1, b.height)];
  const inner = Math.max(0.001, width - 2 * EDGE);
  const height = Math.min(mostHeight, (h * inner) / w + 2 * EDGE);
  const fit = Math.min(inner / w, (height - 2 * EDGE) / h);
  const left = (width - w * fit) / 2;
  const top = (height - h * fit) / 2;
  const drawn = width > 0 && (
    <Svg width={width} height={height} aria-hidden>
      <G transform={`translate(${left} ${top}) scale(${fit}) translate(${-b.x} ${-b.y})`}>{children(fit)}</G>
      {over?.((p) => ({ x: left + (p.x - b.x) * fit, y: top + (p.y - b.y) * fit }))}
    </Svg>
  );
  return (
    <View
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      style={{
        marginTop: gap(3),
        minHeight: 120,
        backgroundColor: palette.sunk,
        borderWidth: 1.5,
        borderColor: palette.ink,
      }}
    >
      {onTap ? (
        <TapArea
          label={label}
          onTap={(x, y) => onTap({ x: (x - left) / fit + b.x, y: (y - top) / fit + b.y })}
          testID={testID}
        >
          {drawn}
        </TapArea>
      ) : (
        <View role="img" aria-label={label}>
          {drawn}
        </View>
      )}
    </View>
  );
}
