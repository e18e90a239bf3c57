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
