import { JobScreen } from '@/features/job/JobScreen';
import { usePageParams } from '@/ui/pages';

export default function JobRoute() {
  const { jobId = 'new' } = usePageParams('/job/[jobId]');
  return <JobScreen key={jobId} jobId={jobId} />;
}
