import { contours } from 'd3-contour';
import { useMemo } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Path } from 'react-native-svg';
import type { Point } from '@/core';
import { useAppTheme } from '../appTheme';
import { gap } from '../theme';

interface ReliefProps {
  /** Heights row by row, mm; proud is positive. */
  grid: { nx: number; ny: number; stepX: number; stepY: number; x0: number; y0: number; mm: Float64Array };
  /** The panel's own outline, mm. */
  outline: readonly Point[] | undefined;
  /** From one contour line to the next, mm. */
  stepMm: number;
  /** Where it was read, and where it asks to be read next. */
  readings?: readonly Point[];
  next?: Point;
  width: number;
  /** What it shows, for who does not see it. */
  label: string;
}

const pathOf = (o: readonly Point[]) => (o.length === 0 ? '' : `M${o.map((p) => `${p.x} ${p.y}`).join('L')}Z`);
/** So many steps each way are told apart by their tint. */
const TINTS = 6;

/** A panel as a map of highs and lows: contour lines, lows darker the deeper, highs in the colour of what stands out. */
export function Relief({ grid, outline, stepMm, readings = [], next, width, label }: ReliefProps) {
  const { palette } = useAppTheme();
  const w = grid.stepX * (grid.nx - 1);
  const h = grid.stepY * (grid.ny - 1);
  const scale = width / w;
  const layers = useMemo(() => {
    const levels = Array.from({ length: TINTS }, (_, i) => (i + 0.5) * stepMm);
    const draw = (values: number[], signs: number) =>
      contours()
        .size([grid.nx, grid.ny])
        .thresholds(levels)(values)
        .map((c, i) => ({
          key: `${signs}${i}`,
          // Its coordinates count from half a cell before the first point.
          d: c.coordinates
            .flatMap((polygon) =>
              polygon.map(
                (ring) =>
                  `M${ring.map(([x = 0, y = 0]) => `${(x - 0.5) * grid.stepX} ${(y - 0.5) * grid.stepY}`).join('L')}Z`,
              ),
            )
            .join(''),
        }))
        .filter((c) => c.d !== '');
    const values = [...grid.mm];
    return {
      low: draw(
        values.map((v) => -v),
        -1,
      ),
      high: draw(values, 1),
    };
  }, [grid, stepMm]);
  const line = 1 / scale;
  return (
    <View
      role="img"
      aria-label={label}
      style={{
        marginTop: gap(3),
        borderWidth: 1.5,
        borderColor: palette.ink,
        backgroundColor: palette.surface,
        alignSelf: 'flex-start',
      }}
    >
      <Svg width={width} height={h * scale} viewBox={`0 0 ${w} ${h}`} aria-hidden>
        {layers.low.map((c) => (
          <Path
            key={c.key}
            d={c.d}
            fill={palette.do}
            fillOpacity={0.16}
            stroke={palette.do}
            strokeWidth={line}
            fillRule="evenodd"
          />
        ))}
        {layers.high.map((c) => (
          <Path
            key={c.key}
            d={c.d}
            fill={palette.window}
            fillOpacity={0.2}
            stroke={palette.window}
            strokeWidth={line}
            fillRule="evenodd"
          />
        ))}
        <G transform={`translate(${-grid.x0} ${-grid.y0})`}>
          {outline && <Path d={pathOf(outline)} fill="none" stroke={palette.ink} strokeWidth={2 * line} />}
          {readings.map((p) => (
            <Circle key={`${p.x} ${p.y}`} cx={p.x} cy={p.y} r={3 * line} fill={palette.ink} />
          ))}
          {next && (
            <Circle
              cx={next.x}
              cy={next.y}
              r={11 * line}
              fill="none"
              stroke={palette.ink}
              strokeWidth={2.4 * line}
              strokeDasharray={`${5 * line} ${3 * line}`}
            />
          )}
        </G>
      </Svg>
    </View>
  );
}
