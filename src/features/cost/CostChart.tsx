import { useState } from 'react';
import { View } from 'react-native';
import { BarChart } from 'react-native-chart-kit';
import { wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { CHART_LEFT, chartLook, roundTop } from '@/ui/chart';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** Lines of the axis over its foot. */
const SEGMENTS = 3;

interface Row {
  name: string;
  estimated: number;
  actual: number;
}

/** Estimated and actual side by side, a pair of bars for each kind of cost. */
export function CostChart({ rows, currency }: { rows: readonly Row[]; currency: string }) {
  const { palette, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  const bars = rows.flatMap((r) => [r.estimated, r.actual]);
  return (
    <View
      style={{ marginTop: gap(3), minHeight: 230 }}
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      role="img"
      aria-label={rows
        .map(
          (r) => `${r.name}: ${wholeMoney(r.estimated, currency)} worked out, ${wholeMoney(r.actual, currency)} so far`,
        )
        .join('; ')}
    >
      {width > 0 && (
        <BarChart
          width={width}
          height={200}
          fromZero
          fromNumber={roundTop(Math.max(...bars, 0), SEGMENTS)}
          withInnerLines
          showBarTops={false}
          withCustomBarColorFromData
          flatColor
          yAxisLabel=""
          yAxisSuffix=""
          segments={SEGMENTS}
          data={{
            labels: rows.flatMap(() => ['', '']),
            datasets: [
              {
                data: bars,
                colors: bars.map((_, i) => () => (i % 2 === 0 ? palette.muted : palette.do)),
              },
            ],
          }}
          chartConfig={{ ...chartLook(palette, scale), barPercentage: Math.min(0.8, width / 620) }}
          style={{ paddingRight: CHART_LEFT }}
        />
      )}
      <View style={{ flexDirection: 'row', marginLeft: CHART_LEFT, marginTop: -gap(6) }}>
        {rows.map((r) => (
          <View key={r.name} style={{ flex: 1, minWidth: 0, alignItems: 'center' }}>
            <Text kind="tag" tone="muted" style={{ textAlign: 'center' }}>
              {r.name}
            </Text>
          </View>
        ))}
      </View>
      <View style={{ flexDirection: 'row', gap: gap(4), justifyContent: 'flex-end' }}>
        <Text kind="tag" tone="muted">
          left: worked out
        </Text>
        <Text kind="tag" tone="do">
          right: so far
        </Text>
      </View>
    </View>
  );
}
