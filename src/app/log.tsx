import { useLocalSearchParams } from 'expo-router';
import { LogScreen } from '@/features/log/LogScreen';

export default function LogRoute() {
  const { job, zones, kind, product, replaces, fault, treatment, media, bar } = useLocalSearchParams<{
    job?: string;
    zones?: string;
    kind?: string;
    product?: string;
    replaces?: string;
    fault?: string;
    treatment?: string;
    media?: string;
    bar?: string;
  }>();
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
    />
  );
}
