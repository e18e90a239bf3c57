import { useMemo } from 'react';
import type { BatchLookup } from '@/core/record';
import { useShelf } from '@/data/shelf';

/** What the shelf knows of a cup: its number, and the makers' lots that went into it. */
export function useBatchLookup(): BatchLookup {
  const shelf = useShelf()?.shelf;
  return useMemo(
    () => (id) => {
      const batch = shelf?.batches.get(id);
      const lots = (batch?.pours ?? []).flatMap((p) =>
        p.containerId === undefined ? [] : (shelf?.containers.get(p.containerId)?.lot ?? []),
      );
      return batch && { no: batch.no, lots: [...new Set(lots)] };
    },
    [shelf],
  );
}
