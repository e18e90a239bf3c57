import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { TEXTURES, type Texture } from '@/core/defects/flatten';
import { useAppTheme } from './appTheme';

const W = 120;
const H = 44;
/** So much of its peel bends the edge of a tube that is seen in it, px a µm. */
const BEND = 0.75;
const POINTS = 40;

/** The bright edge of a tube as it is seen in a finish of that texture: the coarser, the more it trembles and breaks up. */
export function TextureDrawing({ texture }: { texture: Texture }) {
  const { palette } = useAppTheme();
  const { peelUm, looks, name } = TEXTURES[texture];
  const edge = (y: number, phase: number) =>
    Array.from({ length: POINTS + 1 }, (_, i) => {
      const x = (i / POINTS) * W;
      const wave = Math.sin(i * 1.31 + phase) + 0.6 * Math.sin(i * 2.17 + 2 * phase) + 0.4 * Math.sin(i * 0.53 + phase);
      return `${x.toFixed(1)} ${(y + wave * peelUm * BEND * 0.5).toFixed(1)}`;
    });
  const [above, below] = [edge(15, 0.4), edge(29, 1.9)];
  return (
    <View role="img" aria-label={`${name}: ${looks}`}>
      <Svg width={W} height={H} aria-hidden>
        <Rect width={W} height={H} fill={palette.ink} />
        <Path d={`M${above.join('L')}L${[...below].reverse().join('L')}Z`} fill={palette.paper} opacity={0.92} />
      </Svg>
    </View>
  );
}
