import { useId } from 'react';
import { Defs, Path, Pattern, Rect } from 'react-native-svg';
import type { Fill } from '../theme';
import { HATCH, TILE, tileMarks } from './textures';

export interface BandFillProps {
  fill: Fill;
  width: number;
  cured: number;
}

/** One band, as high as its drawing: colour, texture, and a slanting hatch that recedes to the right as the layer cures. */
export function BandFill({ fill, width, cured }: BandFillProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
  const wet = width * (1 - cured);
  const marks = tileMarks(fill);
  return (
    <>
      <Defs>
        <Pattern id={`t${id}`} width={TILE} height={TILE} patternUnits="userSpaceOnUse">
          {marks && <Path {...marks} />}
        </Pattern>
        <Pattern id={`h${id}`} width={HATCH.width} height={HATCH.height} patternUnits="userSpaceOnUse">
          <Path d={HATCH.d} stroke={HATCH.stroke} strokeWidth={HATCH.strokeWidth} />
        </Pattern>
      </Defs>
      <Rect x={0} y={0} width={width} height="100%" fill={fill.colour} />
      <Rect x={0} y={0} width={width} height="100%" fill={`url(#t${id})`} />
      {fill.texture === 'stripe' && <Rect x={0} y={3} width={width} height={3} fill={fill.mark} opacity={0.9} />}
      {cured < 0.995 && <Rect x={width - wet} y={0} width={wet} height="100%" fill={`url(#h${id})`} />}
    </>
  );
}
