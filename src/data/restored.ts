import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useData } from './DataProvider';
import { RESTORED } from './queryKeys';
import type { Restored } from './repository';

/** What came back when the browser had thrown the shop's store away, until somebody has seen it; null: nothing did. */
export function useRestored(): { restored: Restored | null; seen(): void } {
  const { repo } = useData();
  const client = useQueryClient();
  const { data = null } = useQuery({ queryKey: RESTORED, queryFn: () => repo.restored() });
  return {
    restored: data,
    seen: () => {
      client.setQueryData(RESTORED, null);
      void repo.seenRestored().catch(() => undefined);
    },
  };
}
