import { memo, useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Rect } from 'react-native-svg';
import type { Layer, StageClock } from '@/core';
import { useAppTheme } from '@/ui/appTheme';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { STAGE_SHORT } from '@/ui/words';

/** The top layer's stages on a line from sprayed to full; evenly spaced, since minutes and days share it. */
export const ClockTrack = memo(function ClockTrack({
  top,
  clocks,
  now,
}: {
  top: Layer;
  clocks: readonly StageClock[];
  now: number;
}) {
  const { palette } = useAppTheme();
  const [width, setWidth] = useState(0);
  const opening = new Map(clocks.flatMap((c) => (c.opensMs === null ? [] : [[c.opensMs, c] as const])));
  const stages = [...opening.values()];
  if (stages.length === 0) return null;
  const marks = [top.lastAppliedMs, ...opening.keys()];
  const step = 1 / (marks.length - 1);
  let at = 1;
  for (let i = 1; i < marks.length; i++)
    if (now < marks[i]!) {
      at = (i - 1 + (now - marks[i - 1]!) / (marks[i]! - marks[i - 1]!)) * step;
      break;
    }
  const x = (f: number) => 7 + f * (width - 14);
  return (
    <View onLayout={(e) => setWidth(e.nativeEvent.layout.width)} style={{ gap: gap(1) }}>
      {width > 0 && (
        <Svg width={width} height={22} aria-hidden>
          <Rect x={0} y={8} width={width} height={6} rx={3} fill={palette.line} />
          <Rect x={0} y={8} width={x(at)} height={6} rx={3} fill={palette.do} />
          {stages.map((c, i) => (
            <Line
              key={c.stage}
              x1={x((i + 1) * step)}
              x2={x((i + 1) * step)}
              y1={3}
              y2={19}
              stroke={palette.muted}
              strokeWidth={2}
            />
          ))}
          <Circle cx={x(at)} cy={11} r={7} fill={palette.ink} stroke={palette.paper} strokeWidth={2} />
        </Svg>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', justifyContent: 'space-between', columnGap: gap(2) }}>
        <Text kind="tag" tone="muted">
          laid
        </Text>
        {stages.map((c) => (
          <Text key={c.stage} kind="tag" tone={c.reached ? 'ink' : 'muted'}>
            {`${STAGE_SHORT[c.stage]}${c.reached ? ' \u2713' : ''}`}
          </Text>
        ))}
      </View>
    </View>
  );
});
