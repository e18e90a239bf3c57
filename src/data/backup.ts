import { useQuery } from '@tanstack/react-query';
import { useData } from './DataProvider';
import { BACKUP } from './queryKeys';

/** After so long, or so many changes, the shop should be saved again; and after so many where it never was. */
const OLD_MS = 14 * 86_400_000;
const MUCH = 100;
const MUCH_UNSAVED = 25;
/** How often it is asked anew, ms. */
const ASK_MS = 60_000;

/** When the shop was last saved as a file, how much was changed since, and whether it is time again. */
export interface BackupState {
  atMs: number | null;
  since: number;
  due: boolean;
}

/** @param changes made in all @param saved when the last file was written, and how many had been made by then */
export function backupState(
  saved: { atMs: number; changes?: number } | null,
  changes: number,
  now: number,
): BackupState {
  const since = Math.max(0, changes - (saved?.changes ?? 0));
  const isOld = saved ? now - saved.atMs > OLD_MS && since > 0 : since >= MUCH_UNSAVED;
  return { atMs: saved?.atMs ?? null, since, due: isOld || since >= MUCH };
}

export function useBackup(now: number): BackupState | undefined {
  const { repo, mode } = useData();
  const { data } = useQuery({
    queryKey: BACKUP,
    queryFn: async () => ({ saved: await repo.backup(), changes: await repo.changes() }),
    staleTime: 0,
    refetchInterval: ASK_MS,
  });
  if (!data) return undefined;
  const state = backupState(data.saved, data.changes, now);
  return { ...state, due: mode === 'own' && state.due };
}
