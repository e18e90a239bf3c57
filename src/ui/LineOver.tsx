import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import { useAppTheme } from './appTheme';
import { gap } from './theme';

const HEIGHT = 150;

/** A few figures one after the other, from nothing up. */
export function LineOver({
  values,
  decimals,
  label,
}: {
  values: readonly number[];
  decimals: number;
  /** What it shows, for who does not see it. */
  label: string;
}) {
  const { palette, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  return (
    <View
      role="img"
      aria-label={label}
      style={{ marginTop: gap(2), minHeight: HEIGHT }}
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
    >
      {width > 0 && (
        <LineChart
          width={width}
          height={HEIGHT}
          withShadow={false}
          withVerticalLines={false}
          withOuterLines={false}
          segments={3}
          fromZero
          transparent
          data={{
            labels: values.map(() => ''),
            datasets: [{ data: [...values], color: () => palette.do, strokeWidth: 3 }],
          }}
          chartConfig={{
            backgroundGradientFromOpacity: 0,
            backgroundGradientToOpacity: 0,
            decimalPlaces: decimals,
            color: () => palette.line,
            labelColor: () => palette.muted,
            propsForLabels: { fontFamily: 'Barlow', fontSize: 12 * scale },
            propsForDots: { r: '4', fill: palette.ink },
          }}
        />
      )}
    </View>
  );
}
