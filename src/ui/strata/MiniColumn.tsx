import Svg, { G, Rect } from 'react-native-svg';
import type { Strata, ZoneStatus } from '@/core';
import { useLook } from '../look';
import { BandFill } from './BandFill';
import { bandsOf } from './bands';
import { SurfaceEdge } from './Surface';

interface Props {
  strata: Strata | undefined;
  status?: ZoneStatus;
  width?: number;
  maxHeight?: number;
}

/** A zone's stack, small, for a list. Told in words beside it, so a screen reader passes it by. */
export function MiniColumn({ strata, status, width = 34, maxHeight = 76 }: Props) {
  const { palette } = useLook();
  const hatch = 'rgba(20,24,26,0.75)';
  if (!strata)
    return (
      <Svg width={width} height={24} aria-hidden>
        <Rect x={0.5} y={0.5} width={width - 1} height={23} fill="none" stroke={palette.muted} strokeDasharray="3 3" />
      </Svg>
    );
  const bands = bandsOf(strata, status);
  const natural = bands.reduce((h, b) => h + b.height * 0.55, 0);
  const f = Math.min(1, maxHeight / natural) * 0.55;
  const height = Math.max(10, natural * (f / 0.55));
  return (
    <Svg width={width} height={height} aria-hidden>
      {bands.map((b, i) => {
        const h = b.height * f;
        const at = bands.slice(0, i).reduce((y, above) => y + above.height * f, 0);
        return (
          <G key={b.key}>
            <BandFill fill={b.fill} y={at} width={width} height={h} cured={b.cured} hatch={hatch} />
            {at > 0 && <Rect x={0} y={at - 0.3} width={width} height={0.6} fill="#1e2326" opacity={0.6} />}
          </G>
        );
      })}
      <SurfaceEdge strata={strata} width={width} ink="#1a1a1c" paper={palette.paper} />
      <Rect
        x={0.5}
        y={0.5}
        width={width - 1}
        height={height - 1}
        fill="none"
        stroke={palette.dark ? palette.muted : palette.ink}
        strokeWidth={1}
      />
    </Svg>
  );
}
