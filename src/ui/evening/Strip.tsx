import { useState } from 'react';
import { StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FAMILIES, MINUTE_MS, type Product } from '@/core';
import { useAppTheme } from '../appTheme';
import { clockTime } from '../format';
import { FAMILY_FILL, gap, HEAD } from '../theme';

/** One coat on a strip of time, min from its zero. */
export interface StripCoat {
  startMin: number;
  endMin: number;
  coat: number;
  product: Product;
  done: boolean;
}
/** The strip of a whole evening: from when to when, min; and where now is, where it is on it. */
export interface StripSpan {
  fromMin: number;
  toMin: number;
  nowMin?: number;
}

const HEIGHT = 34;
const LEAST_PX = 3;

/** Its own width, as it is laid out. */
function useWidth(): [number, (e: LayoutChangeEvent) => void] {
  const [width, setWidth] = useState(0);
  return [width, (e) => setWidth(Math.floor(e.nativeEvent.layout.width))];
}

const place = (span: StripSpan, width: number) => (min: number) =>
  ((Math.min(span.toMin, Math.max(span.fromMin, min)) - span.fromMin) / Math.max(1, span.toMin - span.fromMin)) * width;

/** The coats of one part over the evening: blocks of work, flashes as the line between, drying as a hatch behind the last. */
export function Strip({
  coats,
  dryMin,
  span,
  colourHex,
}: {
  coats: readonly StripCoat[];
  /** Out of the dust at, min. */
  dryMin?: number | undefined;
  span: StripSpan;
  colourHex?: string | undefined;
}) {
  const { palette } = useAppTheme();
  const [width, onLayout] = useWidth();
  const x = place(span, width);
  const y = HEIGHT / 2;
  const [first, last] = [coats[0], coats.at(-1)];
  const fillOf = (p: Product) => (FAMILIES[p.family].coloured ? colourHex : undefined) ?? FAMILY_FILL[p.family].colour;
  return (
    <View onLayout={onLayout} style={styles.strip} aria-hidden>
      {width > 0 && (
        <Svg width={width} height={HEIGHT}>
          {first && last && (
            <Line x1={x(first.startMin)} x2={x(last.endMin)} y1={y} y2={y} stroke={palette.muted} strokeWidth={1.5} />
          )}
          {last && dryMin !== undefined && (
            <Line
              x1={x(last.endMin)}
              x2={x(dryMin)}
              y1={y}
              y2={y}
              stroke={palette.muted}
              strokeWidth={3}
              strokeDasharray="1.5 3.5"
            />
          )}
          {coats.map((c, i) => {
            const w = Math.max(LEAST_PX, x(c.endMin) - x(c.startMin));
            return (
              <Rect
                key={i}
                x={x(c.startMin)}
                y={c.done ? 10 : 4}
                width={w}
                height={c.done ? HEIGHT - 20 : HEIGHT - 8}
                rx={1.5}
                fill={fillOf(c.product)}
                stroke={palette.ink}
                strokeWidth={c.done ? 0.5 : 1.25}
                opacity={c.done ? 0.55 : 1}
              />
            );
          })}
          {span.nowMin !== undefined && (
            <Line x1={x(span.nowMin)} x2={x(span.nowMin)} y1={0} y2={HEIGHT} stroke={palette.stop} strokeWidth={2} />
          )}
        </Svg>
      )}
    </View>
  );
}

/** A cup on the strip: from when it is mixed until its last coat, and until when it lives. */
export interface StripCup {
  no: number;
  fromMin: number;
  toMin: number;
  livesMin?: number | undefined;
}

const CUP_ROW = 16;
const TICK = 18;

/** Hours over the strips, and the cups as brackets under them. */
export function StripHead({ span, cups, zeroMs }: { span: StripSpan; cups: readonly StripCup[]; zeroMs: number }) {
  const { palette, scale } = useAppTheme();
  const [width, onLayout] = useWidth();
  const x = place(span, width);
  const all = span.toMin - span.fromMin;
  const stepMin = [10, 15, 30, 60, 120, 240, 480].find((s) => all / s <= width / 62) ?? 480;
  const zero = new Date(zeroMs);
  const past = zero.getHours() * 60 + zero.getMinutes();
  const ticks: number[] = [];
  for (let m = Math.ceil((past + span.fromMin) / stepMin) * stepMin - past; m <= span.toMin; m += stepMin)
    ticks.push(m);
  // Brackets that overlap stand under each other.
  const rows: number[] = [];
  const rowOf = cups.map((c) => {
    const free = rows.findIndex((end) => end <= c.fromMin);
    const at = free < 0 ? rows.length : free;
    rows[at] = Math.max(c.toMin, c.livesMin ?? 0) + all * 0.04;
    return at;
  });
  const height = TICK * scale + Math.max(1, rows.length) * CUP_ROW;
  return (
    <View onLayout={onLayout} style={styles.strip} aria-hidden>
      {width > 0 && (
        <Svg width={width} height={height}>
          {ticks.map((m) => {
            const at = x(m);
            return (
              <SvgText
                key={m}
                x={at}
                y={12 * scale}
                fill={palette.muted}
                fontFamily={HEAD}
                fontSize={13 * scale}
                textAnchor={at < 16 ? 'start' : at > width - 16 ? 'end' : 'middle'}
              >
                {clockTime(zeroMs + m * MINUTE_MS)}
              </SvgText>
            );
          })}
          {cups.map((c, i) => {
            const y = TICK * scale + (rowOf[i] ?? 0) * CUP_ROW;
            const [a, b] = [x(c.fromMin), Math.max(x(c.fromMin) + 6, x(c.toMin))];
            return [
              <Path
                key={`b${c.no}`}
                d={`M${a} ${y + 11} V${y + 4} H${b} V${y + 11}`}
                fill="none"
                stroke={palette.do}
                strokeWidth={1.5}
              />,
              c.livesMin !== undefined && c.livesMin > c.toMin && (
                <Line
                  key={`l${c.no}`}
                  x1={b}
                  x2={x(c.livesMin)}
                  y1={y + 4}
                  y2={y + 4}
                  stroke={palette.do}
                  strokeWidth={1.5}
                  strokeDasharray="2 3"
                />
              ),
              <SvgText key={`t${c.no}`} x={a + 3} y={y + 14} fill={palette.do} fontFamily={HEAD} fontSize={11.5}>
                {c.no}
              </SvgText>,
            ];
          })}
        </Svg>
      )}
    </View>
  );
}

const styles = StyleSheet.create({ strip: { alignSelf: 'stretch', minHeight: HEIGHT, marginTop: gap(0.5) } });
