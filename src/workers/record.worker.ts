import { expose } from 'comlink';
import { format } from 'date-fns/format';
import type { Job, UnitSystem } from '@/core';
import { recordHtml, type JobRecord, type Paper, type PrivatePart } from '@/core/record';

/** What the page that is handed over is made of. */
export interface PageWish {
  record: JobRecord;
  job: Job;
  paper: Paper;
  units: UnitSystem;
  parts: readonly PrivatePart[];
  /** As addresses that hold the picture itself, by photo. */
  pictures: ReadonlyMap<string, string>;
}

const api = {
  page: ({ record, job, paper, units, parts, pictures }: PageWish): string =>
    recordHtml(record, job, paper, { units, day: (ms) => format(ms, 'd MMM yyyy'), pictures }, parts),
};
export type RecordWorker = typeof api;

expose(api);
