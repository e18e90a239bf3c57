import type { Palette } from './theme';

/** How every chart looks: our ink on our paper, numbers in our letters. @param scale of the text */
export const chartLook = (palette: Palette, scale: number) => ({
  backgroundGradientFromOpacity: 0,
  backgroundGradientToOpacity: 0,
  color: () => palette.line,
  labelColor: () => palette.muted,
  decimalPlaces: 0,
  propsForLabels: { fontSize: 12 * Math.min(scale, 1.25), fontFamily: 'Barlow' },
  propsForBackgroundLines: { strokeDasharray: '', stroke: palette.line },
});
/** A chart keeps so much room for its numbers on the left, px. */
export const CHART_LEFT = 44;

/** Steps that read well, as multiples of ten. */
const ROUND = [1, 2, 2.5, 5, 10];
/** The top of an axis over a figure, so that each of its steps is a round one. @param steps how many */
export function roundTop(most: number, steps: number): number {
  const least = Math.max(most, 1e-9) / steps;
  const ten = 10 ** Math.floor(Math.log10(least));
  return steps * ten * (ROUND.find((r) => r * ten >= least - 1e-12) ?? 10);
}
