import { useMemo } from 'react';
import { effectiveEvents } from '@/core';
import { ownPaces, type OwnPaces } from '@/core/labour/hours';
import { useJobs } from './jobs';

/** How much longer this shop is at things than is usual, from every entry that says how long it took. */
export function useOwnPaces(): OwnPaces {
  const { jobs } = useJobs();
  return useMemo(() => ownPaces(jobs.map(({ job, state }) => ({ job, events: effectiveEvents(state) }))), [jobs]);
}
