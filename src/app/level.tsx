import { LevelScreen } from '@/features/level/LevelScreen';
import { usePageParams } from '@/ui/pages';

export default function LevelRoute() {
  const { job } = usePageParams('/level');
  return <LevelScreen jobId={job} />;
}
