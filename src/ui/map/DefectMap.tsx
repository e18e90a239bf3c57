import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import { boundsOf, type Point } from '@/core';
import { useAppTheme } from '../appTheme';
import { TapArea } from '../TapArea';
import { gap } from '../theme';

const EDGE = 10;
/** A sign on the drawing, px. */
const SIGN = 9;
const MOST_HEIGHT = 260;
const ring = (o: readonly Point[]) =>
  o.length === 0 ? '' : `M${o.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}Z`;

/** A panel with signs of what is wrong with its paint, by their numbers. A tap says where. */
export function DefectMap({
  outline,
  keepOuts,
  signs,
  at,
  label,
  onTap,
}: {
  outline: readonly Point[];
  keepOuts: readonly (readonly Point[])[];
  signs: readonly { no: number; at: Point }[];
  /** Where the next one is. */
  at?: Point | undefined;
  label: string;
  onTap?: (at: Point) => void;
}) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const b = boundsOf(outline);
  const [w, h] = [Math.max(1, b.width), Math.max(1, b.height)];
  const inner = Math.max(1, width - 2 * EDGE);
  const height = Math.min(MOST_HEIGHT, (h * inner) / w + 2 * EDGE);
  const fit = Math.min(inner / w, (height - 2 * EDGE) / h);
  const left = (width - w * fit) / 2;
  const top = (height - h * fit) / 2;
  const px = (p: Point) => ({ x: left + (p.x - b.x) * fit, y: top + (p.y - b.y) * fit });
  const next = at && px(at);
  const drawn = width > 0 && (
    <Svg width={width} height={height} aria-hidden>
      <G transform={`translate(${left} ${top}) scale(${fit}) translate(${-b.x} ${-b.y})`}>
        <Path d={ring(outline)} fill={palette.surface} stroke={palette.ink} strokeWidth={2 / fit} />
        {keepOuts.map((k, i) => (
          <Path key={i} d={ring(k)} fill={palette.paper} stroke={palette.muted} strokeWidth={1.5 / fit} />
        ))}
      </G>
      {signs.map((s) => {
        const c = px(s.at);
        return (
          <G key={s.no}>
            <Circle cx={c.x} cy={c.y} r={SIGN} fill={palette.stop} />
            <SvgText x={c.x} y={c.y + 4} fontSize={11} fontWeight="700" fill={palette.paper} textAnchor="middle">
              {String(s.no)}
            </SvgText>
          </G>
        );
      })}
      {next && <Circle cx={next.x} cy={next.y} r={SIGN} fill="none" stroke={palette.do} strokeWidth={3} />}
    </Svg>
  );
  return (
    <View
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      style={{
        marginTop: gap(3),
        minHeight: 100,
        backgroundColor: palette.sunk,
        borderWidth: 1.5,
        borderColor: palette.ink,
      }}
    >
      {onTap ? (
        <TapArea
          label={label}
          onTap={(x, y) => onTap({ x: (x - left) / fit + b.x, y: (y - top) / fit + b.y })}
          testID="defect-map"
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
