import { Circle, Path } from 'react-native-svg';
import type { Strata } from '@/core';

/** Deterministic scatter, so that the speckle does not dance when the page redraws. */
const SPECKLE = Array.from({ length: 40 }, (_, i) => ({ x: (i * 0.6180339887) % 1, y: (i * 0.7548776662) % 1 }));

/** The top edge: scratch as teeth (coarse paper, big teeth), guide coat as speckle. Drawn inside the first 6 units. */
export function SurfaceEdge({
  strata,
  width,
  ink,
  paper,
}: {
  strata: Strata;
  width: number;
  ink: string;
  paper: string;
}) {
  const { scratch, guideCoat, spots, polished } = strata.surface;
  const tooth =
    scratch && !polished ? (scratch.grit <= 100 ? 9 : scratch.grit <= 240 ? 6 : scratch.grit <= 600 ? 4 : 2.5) : 0;
  let d = '';
  if (tooth) {
    d = 'M0 0';
    for (let x = 0; x < width; x += tooth) d += `L${x + tooth / 2} ${tooth / 2}L${Math.min(width, x + tooth)} 0`;
    d += 'Z';
  }
  return (
    <>
      {d !== '' && <Path d={d} fill={paper} />}
      {spots && <Path d={`M${width * 0.62} 0l6 9 5 -9z`} fill={paper} stroke={ink} strokeWidth={0.8} />}
      {guideCoat && SPECKLE.map((s, i) => <Circle key={i} cx={s.x * width} cy={1 + s.y * 5} r={1.1} fill={ink} />)}
    </>
  );
}
