import { useEffect, useMemo, useState } from 'react';
import type { SprayEvening } from '@/core/log/evening';
import type { Job } from '@/core';
import type { Doing } from '@/core/share/parcel';
import { nowMs } from '../clock';
import { useSayDoing } from './useKeepSharing';
import { useElsewhere, type Elsewhere } from './useSharing';

/** An evening that is under way and that no other phone says it runs is taken to be run here after so long, ms. */
const CLAIM_MS = 5000;
const NOTHING: readonly Doing[] = [];

/** Whether an evening of spraying is run on this phone or on another one, so that it is not run twice. */
export function useRunHere(job: Job, record: SprayEvening, isUnderWay: boolean) {
  const everywhere = useElsewhere(job.id);
  const elsewhere: Elsewhere | undefined = everywhere.find((d) => d.eveningId === record.id);
  const [sinceMs, setSinceMs] = useState<number>();
  const runHere = () => setSinceMs((had) => had ?? nowMs());
  const isFree = isUnderWay && !elsewhere && sinceMs === undefined;
  useEffect(() => {
    if (!isFree) return undefined;
    const timer = setTimeout(() => setSinceMs((had) => had ?? nowMs()), CLAIM_MS);
    return () => clearTimeout(timer);
  }, [isFree]);
  const doing = useMemo(() => {
    if (sinceMs === undefined || !isUnderWay) return NOTHING;
    const panelIds = [...new Set(job.zones.flatMap((z) => (record.zoneIds.includes(z.id) ? [z.panelId] : [])))];
    return [{ act: 'paint' as const, panelIds, eveningId: record.id, sinceMs }];
  }, [sinceMs, isUnderWay, job.zones, record.zoneIds, record.id]);
  useSayDoing(doing, record.id);
  return { elsewhere, isHere: sinceMs !== undefined, runHere };
}
