import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import type { Lab } from '@/core/colour';
import { useAppTheme } from '../appTheme';
import { CHART_LEFT, chartLook } from '../chart';
import { Text } from '../Text';
import { gap } from '../theme';

/** Lightness from face-on to along: the car's line and the card's. */
export function AngleChart({ angles }: { angles: readonly { angleDeg: number; car: Lab; card: Lab }[] }) {
  const { palette, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  const sorted = [...angles].sort((a, b) => a.angleDeg - b.angleDeg);
  return (
    <View
      style={{ marginTop: gap(3), minHeight: 210 }}
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      role="img"
      aria-label={sorted
        .map((a) => `At ${a.angleDeg}° the car L* ${a.car[0].toFixed(1)}, the card ${a.card[0].toFixed(1)}`)
        .join('; ')}
    >
      {width > 0 && sorted.length > 1 && (
        <LineChart
          width={width}
          height={180}
          fromZero
          withVerticalLines={false}
          segments={3}
          data={{
            labels: sorted.map((a) => `${a.angleDeg}°`),
            datasets: [
              { data: sorted.map((a) => a.car[0]), color: () => palette.ink, strokeWidth: 3 },
              { data: sorted.map((a) => a.card[0]), color: () => palette.window, strokeWidth: 3 },
            ],
          }}
          chartConfig={chartLook(palette, scale)}
          style={{ paddingRight: CHART_LEFT }}
        />
      )}
      <View style={{ flexDirection: 'row', gap: gap(4), marginLeft: CHART_LEFT }}>
        <Text kind="tag">L* of the car</Text>
        <Text kind="tag" tone="window">
          of the card
        </Text>
      </View>
    </View>
  );
}
