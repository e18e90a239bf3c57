import { MixScreen } from '@/features/mix/MixScreen';
import { usePageParams } from '@/ui/pages';

export default function MixRoute() {
  const { job, zones, product, coats, ml, thinner, pour } = usePageParams('/mix');
  return (
    <MixScreen
      jobId={job}
      zoneIds={zones?.split(',')}
      productId={product}
      coats={coats === undefined ? undefined : Number(coats)}
      ml={ml === undefined ? undefined : Number(ml)}
      thinner={thinner === undefined ? undefined : Number(thinner)}
      pour={pour === 'yes'}
    />
  );
}
