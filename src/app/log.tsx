import { LogScreen } from '@/features/log/LogScreen';
import { usePageParams } from '@/ui/pages';

export default function LogRoute() {
  const { job, zones, kind, product, replaces, fault, treatment, media, bar, grit, film, hardener, on } =
    usePageParams('/log');
  return (
    <LogScreen
      jobId={job}
      zoneIds={zones?.split(',')}
      kind={kind}
      productId={product}
      replaces={replaces}
      faultId={fault}
      treatment={treatment}
      media={media}
      bar={bar}
      grit={grit}
      film={film}
      hardener={hardener}
      on={on}
    />
  );
}
