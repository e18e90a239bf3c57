import { useId } from 'react';
import { View } from 'react-native';
import Svg, { Defs, LinearGradient, Rect, Stop } from 'react-native-svg';
import { hexOfLab, type Lab } from '@/core/colour';
import { useAppTheme } from '../appTheme';
import { Text } from '../Text';
import { gap } from '../theme';

interface Angle {
  angleDeg: number;
  car: Lab;
  card: Lab;
}

/** Between the two sheets there is a gap, as on a body. */
const GAP = 5;
/** Where an angle lies on a sheet that bends away to the right: face-on at its left end, along at its right one. */
const placeOf = (deg: number): number => Math.min(1, Math.max(0, (deg - 15) / 95));

/**
 * The car over the card as two sheets that bend away, from face-on on the left to along on the right, with a gap between them. As near as a
 * screen comes.
 */
export function BendPatch({
  angles,
  height = 120,
  small,
  label = '',
}: {
  angles: readonly Angle[];
  height?: number;
  /** Without its words, in a list. */
  small?: boolean;
  /** What it shows, for a reader; a small one stands beside its words. */
  label?: string;
}) {
  const { palette } = useAppTheme();
  const id = useId();
  const sorted = [...angles].sort((a, b) => a.angleDeg - b.angleDeg);
  const sheet = (height - (small ? 2 : GAP)) / 2;
  const stops = (of: (a: Angle) => Lab) =>
    sorted.map((a) => <Stop key={a.angleDeg} offset={placeOf(a.angleDeg)} stopColor={hexOfLab(of(a))} />);
  if (sorted.length === 0) return null;
  return (
    <View {...(small ? { 'aria-hidden': true } : { role: 'img' as const, 'aria-label': label })}>
      <Svg width="100%" height={height} preserveAspectRatio="none" viewBox={`0 0 100 ${height}`}>
        <Defs>
          <LinearGradient id={`${id}car`}>{stops((a) => a.car)}</LinearGradient>
          <LinearGradient id={`${id}card`}>{stops((a) => a.card)}</LinearGradient>
        </Defs>
        <Rect x={0} y={0} width={100} height={sheet} fill={`url(#${id}car)`} />
        <Rect x={0} y={height - sheet} width={100} height={sheet} fill={`url(#${id}card)`} />
        <Rect x={0} y={sheet} width={100} height={height - 2 * sheet} fill={palette.paper} />
      </Svg>
      {!small && (
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', marginTop: gap(1) }}>
          <Text kind="tag" tone="muted">
            face-on
          </Text>
          <Text kind="tag" tone="muted">
            the car above, the card below
          </Text>
          <Text kind="tag" tone="muted">
            along
          </Text>
        </View>
      )}
    </View>
  );
}
