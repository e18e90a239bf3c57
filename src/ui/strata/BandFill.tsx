import { useId } from 'react';
import { Circle, Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import type { Fill } from '../theme';

/** Marks of each texture on a small tile. Distinct in grey, so that colour is not needed to tell them apart. */
function Marks({ texture, mark }: { texture: Fill['texture']; mark: string }) {
  const line = { stroke: mark, strokeWidth: 1 };
  switch (texture) {
    case 'weave':
      return <Path d="M-2 10L10 -2M0 14L14 0M-2 22L22 -2" {...line} />;
    case 'bars':
      return <Line x1={0} y1={6} x2={12} y2={6} {...line} />;
    case 'cross':
      return <Path d="M6 3v6M3 6h6" {...line} />;
    case 'brushed':
      return <Path d="M0 2h12M0 5h12M0 8h12M0 11h12" stroke={mark} strokeWidth={0.7} />;
    case 'fibre':
      return <Path d="M1 3l5 2M8 1l2 4M3 9l4-2M9 10l3-1" {...line} strokeLinecap="round" />;
    case 'grain':
      return (
        <>
          <Circle cx={3} cy={3} r={1.1} fill={mark} />
          <Circle cx={9} cy={8.5} r={0.9} fill={mark} />
        </>
      );
    case 'dots':
      return (
        <>
          <Circle cx={3} cy={3} r={1} fill={mark} />
          <Circle cx={9} cy={9} r={1} fill={mark} />
        </>
      );
    case 'chips':
      return <Path d="M2 3l3-1 1 2zM8 9l3-1-1 3z" fill={mark} />;
    case 'flake':
      return <Path d="M2 4l2 0M7 2l1.5 0M9 9l2 0M4 10l1.5 0" stroke={mark} strokeWidth={1} opacity={0.75} />;
    case 'stripe':
    case 'plain':
      return null;
  }
}

export interface BandFillProps {
  fill: Fill;
  y: number;
  width: number;
  /** A number of units, or '100%' of the drawing that holds only this band. */
  height: number | '100%';
  cured: number;
  hatch: string;
}

/** One band: colour, texture, and a slanting hatch that recedes to the right as the layer cures. */
export function BandFill({ fill, y, width, height, cured, hatch }: BandFillProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
  const wet = width * (1 - cured);
  const stripe = height === '100%' ? 3 : Math.min(3, height / 4);
  return (
    <>
      <Defs>
        <Pattern id={`t${id}`} width={12} height={12} patternUnits="userSpaceOnUse">
          <Marks texture={fill.texture} mark={fill.mark} />
        </Pattern>
        <Pattern id={`h${id}`} width={7} height={14} patternUnits="userSpaceOnUse">
          <Path d="M-1 15L8 -1M-4.5 8L1 -1.5M5 15.5L9.5 8" stroke={hatch} strokeWidth={1.3} />
        </Pattern>
      </Defs>
      <Rect x={0} y={y} width={width} height={height} fill={fill.colour} />
      <Rect x={0} y={y} width={width} height={height} fill={`url(#t${id})`} />
      {fill.texture === 'stripe' && (
        <Rect x={0} y={y + stripe} width={width} height={stripe} fill={fill.mark} opacity={0.9} />
      )}
      {cured < 0.995 && <Rect x={width - wet} y={y} width={wet} height={height} fill={`url(#h${id})`} />}
    </>
  );
}
