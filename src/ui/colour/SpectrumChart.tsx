import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import { BAND_NM, hexOfLab, labOfSpectrum, type Spectrum } from '@/core/colour';
import { useAppTheme } from '../appTheme';
import { CHART_LEFT, chartLook } from '../chart';
import { Text } from '../Text';
import { gap } from '../theme';

/** Reflectance by wavelength, a line an angle, each in the colour that it looks. */
export function SpectrumChart({ spectra }: { spectra: readonly { angleDeg: number; r: Spectrum }[] }) {
  const { palette, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  const colour = (r: Spectrum) => hexOfLab(labOfSpectrum(r, 'D65'));
  return (
    <View
      style={{ marginTop: gap(3), minHeight: 220 }}
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      role="img"
      aria-label={`Reflectance from 400 to 700 nm at ${spectra.map((s) => `${s.angleDeg}°`).join(', ')}`}
    >
      {width > 0 && spectra.length > 0 && (
        <LineChart
          width={width}
          height={190}
          fromZero
          withDots={false}
          withVerticalLines={false}
          segments={3}
          yAxisSuffix="%"
          data={{
            labels: BAND_NM.map((nm) => (nm % 100 === 0 ? String(nm) : '')),
            datasets: spectra.map((s) => ({
              data: [...s.r].map((v) => 100 * v),
              color: () => colour(s.r),
              strokeWidth: 3,
            })),
          }}
          chartConfig={chartLook(palette, scale)}
          style={{ paddingRight: CHART_LEFT }}
        />
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(3), marginLeft: CHART_LEFT }}>
        {spectra.map((s) => (
          <View key={s.angleDeg} style={{ flexDirection: 'row', alignItems: 'center', gap: gap(1) }}>
            <View style={{ width: 14, height: 10, backgroundColor: colour(s.r) }} />
            <Text kind="tag" tone="muted">{`${s.angleDeg}°`}</Text>
          </View>
        ))}
      </View>
    </View>
  );
}
