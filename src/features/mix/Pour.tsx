import { tinsOf, type Shelf, type Source } from '@/core/stock';
import { useLibrary } from '@/data';
import { handScale, useScale } from '@/data/scale';
import { PourScreen, type PourProps } from '@/ui/pour/PourScreen';

/** A cup on the scale: what the shelf has of each line, and what the scale shows. */
export function Pour({
  sources,
  shelf,
  now,
  ...props
}: Omit<PourProps, 'scale' | 'onHand' | 'tinsFor'> & { sources: readonly Source[]; shelf: Shelf; now: number }) {
  const { lookup } = useLibrary();
  const scale = useScale(true);
  return (
    <PourScreen
      {...props}
      scale={scale}
      onHand={(act) => void handScale(act)}
      tinsFor={(line) => (sources[line] ? tinsOf(sources[line], shelf, lookup, now) : [])}
    />
  );
}
