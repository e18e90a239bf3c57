import { useQuery } from '@tanstack/react-query';
import { useData } from './DataProvider';
import { entryCount, useJobs } from './jobs';
import { BACKUP } from './queryKeys';

/** After so long, or so much, the shop should be saved again. */
const OLD_MS = 14 * 86_400_000;
const MUCH = 100;

/** When the shop was last saved as a file, how much was logged since, and whether it is time again. */
export function useBackup(now: number): { atMs: number | null; since: number; due: boolean } | undefined {
  const { repo, mode } = useData();
  const { jobs, loading } = useJobs();
  const { data: backup } = useQuery({ queryKey: BACKUP, queryFn: () => repo.backup() });
  if (backup === undefined || loading) return undefined;
  const entries = entryCount(jobs);
  const since = Math.max(0, entries - (backup?.entries ?? 0));
  const isOld = backup ? now - backup.atMs > OLD_MS && since > 0 : since >= MUCH / 4;
  return { atMs: backup?.atMs ?? null, since, due: mode === 'own' && (isOld || since >= MUCH) };
}
