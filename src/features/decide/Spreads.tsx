import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Line, Path } from 'react-native-svg';
import type { Decision, Spread } from '@/core/plan';
import { wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

const HEIGHT = 96;

/** What both ways cost over all draws: two hills over one line of money, and their middles in figures. */
export function Spreads({ decision }: { decision: Decision }) {
  const { palette, currency } = useAppTheme();
  const [width, setWidth] = useState(0);
  const { bins, cost, days } = decision;
  const most = Math.max(...bins.repair, ...bins.replace, 1);
  const x = (i: number) => (i / bins.repair.length) * width;
  const hill = (counts: number[]) =>
    `M0 ${HEIGHT}${counts.map((n, i) => `L${x(i + 0.5).toFixed(1)} ${(HEIGHT - (n / most) * (HEIGHT - 6)).toFixed(1)}`).join('')}L${width} ${HEIGHT}Z`;
  const at = (v: number) => ((v - bins.from) / (bins.step * bins.repair.length)) * width;
  return (
    <Stack top={3} between={2}>
      <View onLayout={(e) => setWidth(Math.floor(e.nativeEvent.layout.width))} style={{ height: HEIGHT + 2 }}>
        {width > 0 && (
          <Svg width={width} height={HEIGHT + 2} aria-hidden>
            <Path
              d={hill(bins.replace)}
              fill={palette.window}
              fillOpacity={0.25}
              stroke={palette.window}
              strokeWidth={2}
            />
            <Path d={hill(bins.repair)} fill={palette.do} fillOpacity={0.25} stroke={palette.do} strokeWidth={2.5} />
            <Line
              x1={at(cost.repair.middle)}
              x2={at(cost.repair.middle)}
              y1={0}
              y2={HEIGHT}
              stroke={palette.do}
              strokeWidth={2}
            />
            <Line
              x1={at(cost.replace.middle)}
              x2={at(cost.replace.middle)}
              y1={0}
              y2={HEIGHT}
              stroke={palette.window}
              strokeWidth={2}
              strokeDasharray="4 3"
            />
            <Line x1={0} x2={width} y1={HEIGHT} y2={HEIGHT} stroke={palette.ink} strokeWidth={1.5} />
          </Svg>
        )}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(6), rowGap: gap(2) }}>
        <Sum name="Repair" cost={cost.repair} days={days.repair} currency={currency} tone="do" />
        <Sum name="Replace" cost={cost.replace} days={days.replace} currency={currency} tone="window" />
      </View>
    </Stack>
  );
}

function Sum({
  name,
  cost,
  days,
  currency,
  tone,
}: {
  name: string;
  cost: Spread;
  days: Spread;
  currency: string;
  tone: 'do' | 'window';
}) {
  return (
    <View>
      <Text kind="tag" tone={tone}>
        {name}
      </Text>
      <Text kind="figure">{wholeMoney(cost.middle, currency)}</Text>
      <Text
        kind="small"
        tone="muted"
      >{`${wholeMoney(cost.low, currency)} to ${wholeMoney(cost.high, currency)} in 8 of 10`}</Text>
      <Text kind="small" tone="muted">{`${days.middle.toFixed(1)} days, up to ${days.high.toFixed(0)}`}</Text>
    </View>
  );
}
