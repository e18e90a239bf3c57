import { contours } from 'd3-contour';
import { memo, useMemo } from 'react';
import { G, Path } from 'react-native-svg';
import type { HeightGrid } from '@/core/fair';
import type { Palette } from '../theme';

/** So many steps each way are told apart by their tint. */
const TINTS = 6;

/** What lies higher than each of some levels, as a path for each, in the drawing's millimetres. */
function outlines(g: HeightGrid, sign: 1 | -1, stepMm: number): { key: string; d: string }[] {
  const levels = Array.from({ length: TINTS }, (_, i) => (i + 0.5) * stepMm);
  // Its coordinates count from half a cell before the first point.
  const at = (x: number, y: number) => `${g.x0 + (x - 0.5) * g.stepX} ${g.y0 + (y - 0.5) * g.stepY}`;
  return contours()
    .size([g.nx, g.ny])
    .thresholds(levels)([...g.mm].map((v) => sign * v))
    .map((c, i) => ({
      key: `${sign}${i}`,
      d: c.coordinates
        .flatMap((p) => p.map((ring) => `M${ring.map(([x = 0, y = 0]) => at(x, y)).join('L')}Z`))
        .join(''),
    }))
    .filter((c) => c.d !== '');
}

/** Highs and lows of a panel as contour lines, in the millimetres of its drawing: lows the darker the deeper, highs in the colour of what stands out. */
export const Contours = memo(function Contours({
  grid,
  stepMm,
  perMm,
  palette,
}: {
  grid: HeightGrid;
  stepMm: number;
  /** Pixels for a millimetre. */
  perMm: number;
  palette: Palette;
}) {
  const layers = useMemo(() => ({ low: outlines(grid, -1, stepMm), high: outlines(grid, 1, stepMm) }), [grid, stepMm]);
  const draw = (paths: { key: string; d: string }[], colour: string) =>
    paths.map((c) => (
      <Path
        key={c.key}
        d={c.d}
        fill={colour}
        fillOpacity={0.17}
        stroke={colour}
        strokeWidth={1 / perMm}
        fillRule="evenodd"
      />
    ));
  return (
    <G>
      {draw(layers.low, palette.do)}
      {draw(layers.high, palette.window)}
    </G>
  );
});
