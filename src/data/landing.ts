import { useMemo } from 'react';
import type { Application } from '@/core';
import type { Transfer } from '@/core/mix';
import { learnTransfer, transferSeen } from '@/core/stock';
import { useJobs, useLibrary } from './jobs';
import { useShelf } from './shelf';

/** How much of what leaves the gun lands, by the shop's own cups and film readings; undefined where it has none of its own, or they are still loading. */
export function useLanding(): (application: Application, productId: string) => Transfer | undefined {
  const { jobs } = useJobs();
  const { lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  return useMemo(() => {
    const landing = shelf && learnTransfer(jobs.flatMap((j) => transferSeen(j.job, j.state, shelf, lookup)));
    return (application, productId) => {
      const learned = landing?.(application, productId);
      return learned && learned.ofGun > 0 ? learned : undefined;
    };
  }, [jobs, shelf, lookup]);
}
