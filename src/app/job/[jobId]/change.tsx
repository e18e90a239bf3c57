import { JobScreen } from '@/features/job/JobScreen';
import { usePageParams } from '@/ui/pages';

export default function ChangeJobRoute() {
  const { jobId = 'new' } = usePageParams('/job/[jobId]/change');
  return <JobScreen key={jobId} jobId={jobId} />;
}
