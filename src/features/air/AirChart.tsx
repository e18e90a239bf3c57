import { useState } from 'react';
import { View } from 'react-native';
import { LineChart } from 'react-native-chart-kit';
import { airAt, HOUR_MS, toDisplay, unitOf } from '@/core';
import type { Room } from '@/data';
import { clockTime } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { CHART_LEFT, chartLook } from '@/ui/chart';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

const BACK_H = 18;
const AHEAD_H = 30;
const STEP_H = 1;
/** A label every so many hours. */
const LABEL_H = 12;

/** Room air and its dew point, last night to tomorrow: where the lines come together, panels sweat. */
export function AirChart({
  room,
  now,
  dewPointC,
}: {
  room: Room;
  now: number;
  dewPointC: ((tempC: number, rh: number) => number) | undefined;
}) {
  const { palette, units, scale } = useAppTheme();
  const [width, setWidth] = useState(0);
  const start = Math.floor(now / HOUR_MS) * HOUR_MS - BACK_H * HOUR_MS;
  const hours = Array.from({ length: (BACK_H + AHEAD_H) / STEP_H + 1 }, (_, i) => start + i * STEP_H * HOUR_MS);
  const shown = (c: number) => toDisplay('temp', c, units);
  const air = hours.map((t) => airAt(room.air, t));
  const temps = air.map((p) => shown(p.tempC));
  const dews = dewPointC ? air.map((p) => shown(dewPointC(p.tempC, p.rh))) : [];
  const nowAt = (now - start) / ((hours.length - 1) * STEP_H * HOUR_MS);
  // The chart draws by equal steps.
  const left = CHART_LEFT;
  const plot = (width - left) * ((hours.length - 1) / hours.length);
  return (
    <View
      style={{ marginTop: gap(4), minHeight: 190 }}
      onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))}
      role="img"
      aria-label={`Air from ${Math.min(...temps).toFixed(0)} to ${Math.max(...temps).toFixed(0)} ${unitOf('temp', units)}, from ${BACK_H} hours ago to ${AHEAD_H} hours ahead`}
    >
      {width > 0 && (
        <View>
          <LineChart
            width={width}
            height={190}
            withDots={false}
            withShadow={false}
            withVerticalLines={false}
            withOuterLines={false}
            segments={4}
            transparent
            data={{
              labels: hours.map((t, i) => (i % LABEL_H === 0 ? clockTime(t) : '')),
              datasets: [
                { data: temps, color: () => palette.do, strokeWidth: 3 },
                ...(dews.length > 0 ? [{ data: dews, color: () => palette.window, strokeWidth: 2 }] : []),
              ],
            }}
            chartConfig={chartLook(palette, scale)}
            style={{ paddingRight: left, marginLeft: 0 }}
          />
          <View
            style={{
              position: 'absolute',
              left: left + nowAt * plot,
              top: 8,
              height: 142,
              width: 1.5,
              backgroundColor: palette.ink,
            }}
          />
        </View>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
        <Key colour={palette.do} text={`Air, ${unitOf('temp', units)}`} />
        <Key colour={palette.window} text="Dew point" />
        <Key colour={palette.ink} text="Now; forecast to the right" upright />
      </View>
    </View>
  );
}

const Key = ({ colour, text, upright }: { colour: string; text: string; upright?: boolean }) => (
  <View style={{ flexDirection: 'row', alignItems: 'center', gap: gap(1.5) }}>
    <View
      style={
        upright ? { width: 2, height: 14, backgroundColor: colour } : { width: 16, height: 3, backgroundColor: colour }
      }
    />
    <Text kind="tag" tone="muted">
      {text}
    </Text>
  </View>
);
