import { useMemo } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector, GestureHandlerRootView } from 'react-native-gesture-handler';
import Svg, { Circle, G, Path } from 'react-native-svg';
import type { Point } from '@/core';
import type { HeightGrid } from '@/core/fair';
import { useAppTheme } from '../appTheme';
import { gap } from '../theme';
import { Contours } from './Contours';

/** A place that a guide coat showed. */
export interface ShownMark extends Point {
  showed: 'low' | 'high';
}

interface ReliefProps {
  grid: HeightGrid;
  /** The panel's own outline, mm. */
  outline: readonly Point[] | undefined;
  /** From one contour line to the next, mm. */
  stepMm: number;
  /** Where it was read, and where it asks to be read next. */
  readings?: readonly Point[];
  next?: Point;
  marks?: readonly ShownMark[];
  /** Areas that are told apart besides, such as metal that has to be pulled: places of the grid. */
  hatched?: (index: number) => boolean;
  width: number;
  /** What it shows, for who does not see it. */
  label: string;
  /** A thumb points at a place, mm; so far around it reaches, mm. */
  onTap?(at: Point, reachMm: number): void;
}

const pathOf = (o: readonly Point[]) => (o.length === 0 ? '' : `M${o.map((p) => `${p.x} ${p.y}`).join('L')}Z`);
/** A thumb covers this much, px. */
const THUMB = 22;
/** A sign is so large, px. */
const SIGN = 11;

/** A panel as a map of highs and lows, with what was read and marked on it. */
export function Relief({
  grid,
  outline,
  stepMm,
  readings = [],
  next,
  marks = [],
  hatched,
  width,
  label,
  onTap,
}: ReliefProps) {
  const { palette } = useAppTheme();
  const w = grid.stepX * (grid.nx - 1);
  const h = grid.stepY * (grid.ny - 1);
  const scale = width / w;
  const px = 1 / scale;
  const tap = useMemo(
    () =>
      Gesture.Tap()
        .runOnJS(true)
        .maxDuration(600)
        .onEnd((e) => onTap?.({ x: grid.x0 + e.x / scale, y: grid.y0 + e.y / scale }, THUMB / scale)),
    [onTap, grid.x0, grid.y0, scale],
  );
  const drawing = (
    <View
      role="img"
      aria-label={label}
      {...(onTap && { testID: 'relief-to-mark' })}
      style={{
        marginTop: gap(3),
        borderWidth: 1.5,
        borderColor: palette.ink,
        backgroundColor: palette.surface,
        alignSelf: 'flex-start',
      }}
    >
      <Svg width={width} height={h * scale} viewBox={`${grid.x0} ${grid.y0} ${w} ${h}`} aria-hidden>
        <Contours grid={grid} stepMm={stepMm} perMm={scale} palette={palette} />
        {hatched && <Hatched grid={grid} isOn={hatched} colour={palette.stop} />}
        {outline && <Path d={pathOf(outline)} fill="none" stroke={palette.ink} strokeWidth={2 * px} />}
        {readings.map((p) => (
          <Circle key={`${p.x} ${p.y}`} cx={p.x} cy={p.y} r={3 * px} fill={palette.ink} />
        ))}
        {marks.map((m) => (
          <MarkSign key={`${m.x} ${m.y} ${m.showed}`} mark={m} px={px} ink={palette.ink} paper={palette.paper} />
        ))}
        {next && (
          <Circle
            cx={next.x}
            cy={next.y}
            r={SIGN * px}
            fill="none"
            stroke={palette.ink}
            strokeWidth={2.4 * px}
            strokeDasharray={`${5 * px} ${3 * px}`}
          />
        )}
      </Svg>
    </View>
  );
  if (!onTap) return drawing;
  return (
    <GestureHandlerRootView>
      <GestureDetector gesture={tap}>{drawing}</GestureDetector>
    </GestureHandlerRootView>
  );
}

/** Low: colour stayed, a filled disc. High: it went at once, an open ring with a cross. By shape, so that it works without colour. */
function MarkSign({ mark, px, ink, paper }: { mark: ShownMark; px: number; ink: string; paper: string }) {
  const r = SIGN * px;
  return (
    <G transform={`translate(${mark.x} ${mark.y}) scale(${r})`}>
      <Circle
        r={1}
        fill={mark.showed === 'low' ? ink : paper}
        stroke={mark.showed === 'low' ? paper : ink}
        strokeWidth={0.2}
      />
      <Path
        d={mark.showed === 'low' ? 'M-.5 0h1' : 'M-.5 0h1M0 -.5v1'}
        stroke={mark.showed === 'low' ? paper : ink}
        strokeWidth={0.26}
      />
    </G>
  );
}

/** Cells of a grid under slanted lines. */
function Hatched({ grid: g, isOn, colour }: { grid: HeightGrid; isOn(index: number): boolean; colour: string }) {
  const cells: string[] = [];
  for (let i = 0; i < g.mm.length; i++) {
    if (!isOn(i)) continue;
    const x = g.x0 + ((i % g.nx) - 0.5) * g.stepX;
    const y = g.y0 + (Math.floor(i / g.nx) - 0.5) * g.stepY;
    cells.push(`M${x} ${y + g.stepY}L${x + g.stepX} ${y}`);
  }
  return <Path d={cells.join('')} stroke={colour} strokeWidth={Math.min(g.stepX, g.stepY) / 6} />;
}
