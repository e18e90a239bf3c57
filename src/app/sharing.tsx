import { SharingScreen } from '@/features/sharing/SharingScreen';
import { usePageParams } from '@/ui/pages';

export default function SharingRoute() {
  const { job } = usePageParams('/sharing');
  return <SharingScreen jobId={job} />;
}
