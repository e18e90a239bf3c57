import { Defs, Path, Pattern, Rect } from 'react-native-svg';
import type { Point } from '@/core';
import type { Region } from '@/core/outline/field';
import { useAppTheme } from '../appTheme';
import { FittedDrawing, ringPath } from './FittedDrawing';

const pathOf = (r: Region) => r.map((rings) => rings.map(ringPath).join('')).join('');

/** A panel with its blend: full colour, colour that gets less, clear, a melted edge. A tap says where the repair is. */
export function BlendMap({
  id,
  outline,
  keepOuts,
  full,
  fade,
  clear,
  melt,
  repair,
  colourHex,
  label,
  onTap,
}: {
  /** Of its patterns, unique on the page. */
  id: string;
  outline: readonly Point[];
  keepOuts: readonly (readonly Point[])[];
  full: Region;
  fade: Region;
  clear: Region;
  melt: Region;
  repair?: readonly Point[];
  colourHex: string;
  label: string;
  onTap?: (at: Point) => void;
}) {
  const { palette } = useAppTheme();
  return (
    <FittedDrawing outline={outline} mostHeight={420} label={label} onTap={onTap} testID="blend-map">
      {(fit) => {
        const hair = 1.5 / fit;
        return (
          <>
            <Defs>
              <Pattern
                id={`${id}fade`}
                width={14 / fit}
                height={14 / fit}
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(35)"
              >
                <Rect width={6 / fit} height={14 / fit} fill={colourHex} />
              </Pattern>
              <Pattern id={`${id}melt`} width={7 / fit} height={7 / fit} patternUnits="userSpaceOnUse">
                <Rect width={2.4 / fit} height={2.4 / fit} fill={palette.window} />
              </Pattern>
            </Defs>
            <Path d={ringPath(outline)} fill={palette.surface} />
            <Path d={pathOf(clear)} fill={palette.do} fillOpacity={0.13} fillRule="evenodd" />
            <Path d={pathOf(melt)} fill={`url(#${id}melt)`} fillRule="evenodd" />
            <Path d={pathOf(fade)} fill={`url(#${id}fade)`} fillRule="evenodd" />
            <Path d={pathOf(full)} fill={colourHex} fillRule="evenodd" />
            {repair && (
              <Path
                d={ringPath(repair)}
                fill="none"
                stroke={palette.stop}
                strokeWidth={2 * hair}
                strokeDasharray={`${6 * hair} ${4 * hair}`}
              />
            )}
            {keepOuts.map((k, i) => (
              <Path key={i} d={ringPath(k)} fill={palette.paper} stroke={palette.ink} strokeWidth={hair} />
            ))}
            <Path d={ringPath(outline)} fill="none" stroke={palette.ink} strokeWidth={2 * hair} />
          </>
        );
      }}
    </FittedDrawing>
  );
}
