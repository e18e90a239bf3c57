import { useEffect, useMemo, useState } from 'react';
import type { Job, UnitSystem } from '@/core';
import type { JobRecord, Paper, PrivatePart } from '@/core/record';
import { recordPageAway } from '@/workers/record';

export const NO_PICTURES: ReadonlyMap<string, string> = new Map();

/** The page of a record as one file; undefined until it is made. While another one is made the last one stays. @param pictures undefined while they are fetched */
export function useRecordPage(
  record: JobRecord,
  job: Job,
  paper: Paper,
  units: UnitSystem,
  parts: readonly PrivatePart[],
  pictures: ReadonlyMap<string, string> | undefined,
): { html: string | undefined; isNewest: boolean; problem: string | undefined } {
  const [made, setMade] = useState<{ of: object; html?: string; problem?: string }>();
  const wish = useMemo(
    () => ({ record, job, paper, units, parts, pictures: pictures ?? NO_PICTURES }),
    [record, job, paper, units, parts, pictures],
  );
  useEffect(() => {
    let isWanted = true;
    recordPageAway(wish).then(
      (html) => isWanted && setMade({ of: wish, html }),
      (e: Error) => isWanted && setMade({ of: wish, problem: e.message }),
    );
    return () => {
      isWanted = false;
    };
  }, [wish]);
  return { html: made?.html, isNewest: made?.of === wish && pictures !== undefined, problem: made?.problem };
}
