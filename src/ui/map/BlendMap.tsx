import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Defs, G, Path, Pattern, Rect } from 'react-native-svg';
import { boundsOf, type Point } from '@/core';
import type { Region } from '@/core/outline/field';
import { useAppTheme } from '../appTheme';
import { TapArea } from '../TapArea';
import { gap } from '../theme';

const EDGE = 10;
const ring = (o: readonly Point[]) =>
  o.length === 0 ? '' : `M${o.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}Z`;
const pathOf = (r: Region) => r.map((rings) => rings.map(ring).join('')).join('');

/** A panel with its blend: full colour, colour that gets less, clear, a melted edge. A tap says where the repair is. */
export function BlendMap({
  id,
  outline,
  keepOuts,
  full,
  fade,
  clear,
  melt,
  repair,
  colourHex,
  label,
  onTap,
}: {
  /** Of its patterns, unique on the page. */
  id: string;
  outline: readonly Point[];
  keepOuts: readonly (readonly Point[])[];
  full: Region;
  fade: Region;
  clear: Region;
  melt: Region;
  repair?: readonly Point[];
  colourHex: string;
  label: string;
  onTap?: (at: Point) => void;
}) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const bounds = boundsOf(outline);
  const { x: x0, y: y0 } = bounds;
  const w = Math.max(1, bounds.width);
  const h = Math.max(1, bounds.height);
  const scale = Math.max(0.001, (width - 2 * EDGE) / w);
  const height = Math.min(420, h * scale + 2 * EDGE);
  const fit = Math.min(scale, (height - 2 * EDGE) / h);
  const left = (width - w * fit) / 2;
  const top = (height - h * fit) / 2;
  const hair = 1.5 / fit;
  const drawn = width > 0 && (
    <Svg width={width} height={height} aria-hidden>
      <Defs>
        <Pattern
          id={`${id}fade`}
          width={14 / fit}
          height={14 / fit}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(35)"
        >
          <Rect width={6 / fit} height={14 / fit} fill={colourHex} />
        </Pattern>
        <Pattern id={`${id}melt`} width={7 / fit} height={7 / fit} patternUnits="userSpaceOnUse">
          <Rect width={2.4 / fit} height={2.4 / fit} fill={palette.window} />
        </Pattern>
      </Defs>
      <G transform={`translate(${left} ${top}) scale(${fit}) translate(${-x0} ${-y0})`}>
        <Path d={ring(outline)} fill={palette.surface} />
        <Path d={pathOf(clear)} fill={palette.do} fillOpacity={0.13} fillRule="evenodd" />
        <Path d={pathOf(melt)} fill={`url(#${id}melt)`} fillRule="evenodd" />
        <Path d={pathOf(fade)} fill={`url(#${id}fade)`} fillRule="evenodd" />
        <Path d={pathOf(full)} fill={colourHex} fillRule="evenodd" />
        {repair && (
          <Path
            d={ring(repair)}
            fill="none"
            stroke={palette.stop}
            strokeWidth={2 * hair}
            strokeDasharray={`${6 * hair} ${4 * hair}`}
          />
        )}
        {keepOuts.map((k, i) => (
          <Path key={i} d={ring(k)} fill={palette.paper} stroke={palette.ink} strokeWidth={hair} />
        ))}
        <Path d={ring(outline)} fill="none" stroke={palette.ink} strokeWidth={2 * hair} />
      </G>
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
          onTap={(x, y) => onTap({ x: (x - left) / fit + x0, y: (y - top) / fit + y0 })}
          testID="blend-map"
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
