import { View } from 'react-native';
import Svg, { Circle, Line, Path, Rect } from 'react-native-svg';
import type { TermDrawing as Kind } from '@/core/words/terms';
import { useAppTheme } from './appTheme';

const W = 220;
const H = 64;

/** A small drawing beside an explanation: a cut through what is meant. It says nothing that the sentence does not. */
export function TermDrawing({ kind }: { kind: Kind }) {
  const { palette } = useAppTheme();
  const ink = palette.ink;
  const metal = <Rect x={0} y={46} width={W} height={14} fill={palette.muted} />;
  const parts: Record<Kind, React.ReactNode> = {
    featherEdge: (
      <>
        {metal}
        <Path d="M0 46 L0 34 L70 34 L120 46 Z" fill={palette.do} fillOpacity={0.5} />
        <Path d="M0 34 L0 22 L40 22 L70 34 Z" fill={palette.window} fillOpacity={0.6} />
        <Path d="M0 22 L40 22 L120 46" stroke={ink} strokeWidth={1.5} fill="none" />
      </>
    ),
    key: (
      <>
        {metal}
        <Path
          d="M0 46 L10 40 L18 46 L30 39 L40 46 L54 40 L62 46 L76 38 L86 46 L100 40 L110 46 L124 39 L134 46 L150 40 L160 46 L174 39 L186 46 L200 40 L220 46 L220 24 L0 24 Z"
          fill={palette.do}
          fillOpacity={0.5}
        />
      </>
    ),
    blocking: (
      <>
        <Path d="M0 46 Q30 30 60 44 Q110 62 160 40 Q190 30 220 46 L220 60 L0 60 Z" fill={palette.muted} />
        <Rect x={18} y={22} width={160} height={12} fill={ink} />
        <Path d="M70 48 Q110 60 150 44" stroke={palette.stop} strokeWidth={3} fill="none" />
      </>
    ),
    window: (
      <>
        <Line x1={0} x2={W} y1={40} y2={40} stroke={palette.line} strokeWidth={6} />
        <Line x1={50} x2={150} y1={40} y2={40} stroke={palette.good} strokeWidth={6} />
        <Circle cx={50} cy={40} r={6} fill={ink} />
        <Circle cx={150} cy={40} r={6} fill={palette.window} />
      </>
    ),
    flop: (
      <>
        {metal}
        <Line x1={20} x2={52} y1={36} y2={36} stroke={ink} strokeWidth={3} />
        <Line x1={70} x2={102} y1={38} y2={36} stroke={ink} strokeWidth={3} />
        <Line x1={120} x2={148} y1={40} y2={32} stroke={ink} strokeWidth={3} />
        <Line x1={170} x2={188} y1={42} y2={28} stroke={ink} strokeWidth={3} />
        <Path d="M36 8 L36 30" stroke={palette.window} strokeWidth={2} fill="none" />
        <Path d="M150 6 L178 32" stroke={palette.window} strokeWidth={2} fill="none" />
      </>
    ),
  };
  return (
    <View style={{ height: H }}>
      <Svg width={W} height={H} viewBox={`0 0 ${W} ${H}`} aria-hidden>
        {parts[kind]}
      </Svg>
    </View>
  );
}
