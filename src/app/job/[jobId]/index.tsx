import { JobScreen } from '@/features/job/JobScreen';
import { JobPage } from '@/features/jobPage/JobPage';
import { usePageParams } from '@/ui/pages';

export default function JobRoute() {
  const { jobId = 'new' } = usePageParams('/job/[jobId]');
  return jobId === 'new' ? <JobScreen jobId="new" /> : <JobPage key={jobId} jobId={jobId} />;
}
