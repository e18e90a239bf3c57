import { memo } from 'react';
import { View } from 'react-native';
import type { Strata } from '@/core';
import { useAppTheme } from '../appTheme';
import { columnImage } from './columnImage';

interface Props {
  strata: Strata | undefined;
  /** {@link curedStep} of its zone. */
  cured: number;
  width?: number;
  maxHeight?: number;
}

/** A zone's stack, small, for a list. Told in words beside it, so a screen reader passes it by. */
export const MiniColumn = memo(function MiniColumn({ strata, cured, width = 34, maxHeight = 76 }: Props) {
  const { palette } = useAppTheme();
  const edge = !strata || palette.dark ? palette.muted : palette.ink;
  const { uri, height } = columnImage(strata, cured, { width, maxHeight, edge, paper: palette.paper });
  // A background is one element, and the browser keeps pictures that are the same.
  return <View aria-hidden style={[{ width, height }, { backgroundImage: `url("${uri}")` } as object]} />;
});
