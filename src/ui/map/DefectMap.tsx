import { Circle, G, Path, Text as SvgText } from 'react-native-svg';
import type { Point } from '@/core';
import { useAppTheme } from '../appTheme';
import { FittedDrawing, ringPath } from './FittedDrawing';

/** A sign on the drawing, px. */
const SIGN = 9;
const MOST_HEIGHT = 260;

/** A panel with signs of what is wrong with its paint, by their numbers. A tap says where. */
export function DefectMap({
  outline,
  keepOuts,
  signs,
  at,
  label,
  onTap,
}: {
  outline: readonly Point[];
  keepOuts: readonly (readonly Point[])[];
  signs: readonly { no: number; at: Point }[];
  /** Where the next one is. */
  at?: Point | undefined;
  label: string;
  onTap?: (at: Point) => void;
}) {
  const { palette } = useAppTheme();
  return (
    <FittedDrawing
      outline={outline}
      mostHeight={MOST_HEIGHT}
      label={label}
      onTap={onTap}
      testID="defect-map"
      over={(px) => (
        <>
          {signs.map((s) => {
            const c = px(s.at);
            return (
              <G key={s.no}>
                <Circle cx={c.x} cy={c.y} r={SIGN} fill={palette.stop} />
                <SvgText x={c.x} y={c.y + 4} fontSize={11} fontWeight="700" fill={palette.paper} textAnchor="middle">
                  {String(s.no)}
                </SvgText>
              </G>
            );
          })}
          {at && <Circle cx={px(at).x} cy={px(at).y} r={SIGN} fill="none" stroke={palette.do} strokeWidth={3} />}
        </>
      )}
    >
      {(perMm) => (
        <>
          <Path d={ringPath(outline)} fill={palette.surface} stroke={palette.ink} strokeWidth={2 / perMm} />
          {keepOuts.map((k, i) => (
            <Path key={i} d={ringPath(k)} fill={palette.paper} stroke={palette.muted} strokeWidth={1.5 / perMm} />
          ))}
        </>
      )}
    </FittedDrawing>
  );
}
