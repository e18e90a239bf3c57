import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line, Rect, Text as SvgText } from 'react-native-svg';
import { format } from 'date-fns/format';
import { DAY_MS } from '@/core';
import type { WorkPlace } from '@/core/schedule/blocks';
import type { PlanRow } from '@/core/schedule';
import { useAppTheme } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { Text } from '@/ui/Text';
import { gap, HEAD } from '@/ui/theme';

/** A row of the week: a part, or somebody. */
export interface WeekRow {
  id: string;
  name: string;
  rows: readonly PlanRow[];
}

const HEIGHT = 26;
const HEAD_PX = 22;
const LEAST_PX = 3;
/** The part of a day that is drawn: nobody works in the night, h. */
const [FROM_H, TO_H] = [6, 22];

/** The week as strips: a row a part or a person, a column a day from six to ten in the evening. */
export function WeekStrips({
  rows,
  firstMs,
  days,
  now,
}: {
  rows: readonly WeekRow[];
  firstMs: number;
  days: number;
  now: number;
}) {
  const { palette, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  const dayPx = width / days;
  const midnight = (d: number) => {
    const t = new Date(firstMs);
    return new Date(t.getFullYear(), t.getMonth(), t.getDate() + d).getTime();
  };
  const starts = Array.from({ length: days + 1 }, (_, d) => midnight(d));
  const x = (ms: number): number => {
    const d = starts.findLastIndex((s) => s <= ms);
    if (d < 0) return 0;
    const share = ((ms - (starts[d] ?? 0)) / DAY_MS) * 24;
    return (Math.min(d, days) + Math.min(1, Math.max(0, (share - FROM_H) / (TO_H - FROM_H)))) * dayPx;
  };
  const fill = (place: WorkPlace | undefined): string =>
    place === 'spray' ? palette.do : place === 'bench' ? palette.ink : palette.window;
  return (
    <View onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))} testID="week-strips">
      {width > 0 && (
        <>
          <Svg width={width} height={HEAD_PX * scale} aria-hidden>
            {starts.slice(0, days).map((s, d) => (
              <SvgText
                key={s}
                x={d * dayPx + 3}
                y={15 * scale}
                fill={palette.muted}
                fontFamily={HEAD}
                fontSize={13 * scale}
              >
                {format(s, dayPx > 56 * scale ? 'EEE d' : 'EEEEE d')}
              </SvgText>
            ))}
          </Svg>
          {rows.map((r) => (
            <View key={r.id}>
              <Text kind="tag" tone="muted">
                {r.name}
              </Text>
              <Svg width={width} height={HEIGHT} aria-hidden>
                {starts.slice(0, days).map((s, d) => (
                  <Line
                    key={s}
                    x1={d * dayPx}
                    x2={d * dayPx}
                    y1={0}
                    y2={HEIGHT}
                    stroke={palette.line}
                    strokeWidth={1}
                  />
                ))}
                <Line x1={0} x2={width} y1={HEIGHT - 1} y2={HEIGHT - 1} stroke={palette.line} strokeWidth={1} />
                {r.rows.map((w) => {
                  const from = x(w.startMs);
                  const to = x(w.endMs);
                  if (from >= width) return null;
                  return (
                    <Rect
                      key={w.work.id}
                      x={from}
                      y={4}
                      width={Math.max(LEAST_PX, Math.min(width, to) - from)}
                      height={HEIGHT - 9}
                      rx={1.5}
                      fill={fill(w.work.block?.place ?? 'spray')}
                      opacity={w.decides ? 1 : 0.55}
                    />
                  );
                })}
                {now >= firstMs && (
                  <Line x1={x(now)} x2={x(now)} y1={0} y2={HEIGHT} stroke={palette.stop} strokeWidth={2} />
                )}
              </Svg>
            </View>
          ))}
          <Stack top={1}>
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(3) }}>
              <Sign colour={palette.do} says="Sprayed" />
              <Sign colour={palette.ink} says="At the bench" />
              <Sign colour={palette.window} says="Else" />
              <Text kind="tag" tone="muted">
                Full colour: the end hangs on it
              </Text>
            </View>
          </Stack>
        </>
      )}
    </View>
  );
}

const Sign = ({ colour, says }: { colour: string; says: string }) => (
  <View style={{ flexDirection: 'row', alignItems: 'center', gap: 4 }}>
    <View style={{ width: 12, height: 12, borderRadius: 2, backgroundColor: colour }} />
    <Text kind="tag" tone="muted">
      {says}
    </Text>
  </View>
);
