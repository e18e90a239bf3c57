import { PhotosScreen } from '@/features/photos/PhotosScreen';
import { usePageParams } from '@/ui/pages';

export default function PhotosRoute() {
  const { job, panel, bag, fault } = usePageParams('/photos');
  return (
    <PhotosScreen
      jobId={job}
      panelId={panel}
      about={{ ...(bag !== undefined && { bagId: bag }), ...(fault !== undefined && { faultId: fault }) }}
    />
  );
}
