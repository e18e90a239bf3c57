import type { Job, JobState, ProductLookup } from '@/core';

export interface OpenJob {
  job: Job;
  state: JobState;
  seq: number;
  unreadable: string[];
  /** Id of an event that is shown but not yet safe in storage. */
  saving?: string;
  /** The library that it was folded with. */
  products: ProductLookup;
}
