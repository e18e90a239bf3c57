import { ReactCompareSlider, ReactCompareSliderImage } from 'react-compare-slider';
import { View } from 'react-native';
import type { Photo } from '@/core/log/photos';
import { usePicture } from '@/data/photos';
import { Notice } from '@/ui/Notice';

/** The same view before and after, under a slider that a finger or the arrow keys move. */
export default function Compare({ before, after, name }: { before: Photo; after: Photo; name: string }) {
  const [one, other] = [usePicture(before.id), usePicture(after.id)];
  if (one === null || other === null)
    return <Notice tone="window">One of the two is on another phone: take in a file of the job from there.</Notice>;
  if (one === undefined || other === undefined) return null;
  return (
    <View testID="compare" style={{ width: '100%', aspectRatio: before.widthPx / before.heightPx, maxHeight: 520 }}>
      <ReactCompareSlider
        style={{ width: '100%', height: '100%' }}
        itemOne={<ReactCompareSliderImage src={one} alt={`${name} before the work`} />}
        itemTwo={<ReactCompareSliderImage src={other} alt={`${name} after it`} />}
      />
    </View>
  );
}
