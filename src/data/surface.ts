import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { finishOf, zonesOf, type Face, type Panel, type QualityLevel, type Zone } from '@/core';
import {
  fillersFor,
  fillOnZone,
  isSkim,
  LOW_MM,
  panelSizeOf,
  readingsOf,
  surfaceNow,
  usualForm,
  WAVINESS_MM,
  type Form,
  type HeightGrid,
  type HeightReading,
  type PanelSize,
  type Reference,
  type SurfaceEvidence,
  type ZoneFill,
} from '@/core/fair';
import { faceOf } from '@/core/outline';
import { boardReliefAway, panelReliefAway, solveFairingAway } from '@/workers/fair';
import { useLibrary } from './jobs';
import type { OpenJob } from './openJob';
import { useConditions } from './status';

/** A tap goes so far down before the sheet stretches, mm; and costs against filler. */
const TAP = { maxMm: 0.5, weight: 0.5 };
/** More than this is metalwork, whatever the filler: glass-reinforced below, light above, mm. */
const FILL_MOST_MM = 6;

/** What is known of the heights of a panel's face, and what they are held against unless somebody says otherwise. */
export interface Surface {
  evidence: SurfaceEvidence;
  size: PanelSize;
  /** What was read last, whether or not it still holds. */
  read: HeightReading[];
  usual: Form;
  /** Changes whenever one of these does. */
  key: readonly unknown[];
}

export function useSurface(open: OpenJob, panel: Panel, face: Face = 'outer'): Surface {
  const { job, state } = open;
  return useMemo(() => {
    const size = panelSizeOf(job, panel);
    const evidence = surfaceNow(job, state, panel, face, size);
    const read = evidence.last ? readingsOf(evidence.last.heights) : [];
    const worn = evidence.readings.reduce((sum, r) => sum + (r.noiseMm ?? 0), 0);
    const key = [
      job.id,
      panel.id,
      face,
      size,
      evidence.last?.id,
      evidence.readings.length,
      worn,
      evidence.limits.length,
      evidence.rounds.map((r) => r.id),
    ];
    return { evidence, size, read, usual: usualForm(read), key };
  }, [job, state, panel, face]);
}

/** A panel whose readings may stand for this one's, seen in a mirror: about as large, and read. */
export interface OtherSide {
  panel: Panel;
  reference: Extract<Reference, { form: 'mirror' }>;
}

/** Sides of a vehicle differ by less than that, as a share. */
const SAME_SIZE = 0.1;

/** Panels of the job that may be this one's mirror image. */
export function otherSidesOf({ job, state }: OpenJob, panel: Panel): OtherSide[] {
  const size = panelSizeOf(job, panel);
  return job.panels.flatMap((p): OtherSide[] => {
    if (p.id === panel.id || zonesOf(job, p.id).length === 0) return [];
    const otherSize = panelSizeOf(job, p);
    const like = (a: number, b: number) => Math.abs(a - b) <= SAME_SIZE * Math.max(a, b);
    if (!like(size.width, otherSize.width) || !like(size.height, otherSize.height)) return [];
    const { readings } = surfaceNow(job, state, p, 'outer', otherSize);
    return readings.length === 0 ? [] : [{ panel: p, reference: { form: 'mirror', other: readings, otherSize } }];
  });
}

/** A reference as it stands in a key: readings of the other side as they are now. */
const keyOf = (r: Reference) => (r.form === 'mirror' ? [r.form, r.other, r.otherSize] : [r.form]);

/** The relief of what was read last, worked out away from the page; null where nothing was. */
export const useRelief = ({ read, size, key }: Surface, reference: Reference, enabled = true) =>
  useQuery({
    queryKey: ['relief', key, keyOf(reference)],
    queryFn: () => (read.length > 0 ? panelReliefAway(read, reference, size) : null),
    enabled,
    retry: false,
    gcTime: 60_000,
  });

/** What a board of a length would find now; null where nothing is known since the surface changed. */
export const useBoardRelief = ({ evidence, size, key }: Surface, reference: Reference, boardMm: number) =>
  useQuery({
    queryKey: ['board-relief', key, keyOf(reference), boardMm],
    queryFn: () => {
      const { readings, limits } = evidence;
      return readings.length + limits.length > 0
        ? boardReliefAway({ readings, limits }, reference, size, boardMm)
        : null;
    },
    retry: false,
    gcTime: 60_000,
  });

/** The least filler on the relief of a surface. */
export const useFairing = (
  heights: HeightGrid | undefined,
  level: QualityLevel,
  taps: boolean,
  { key }: Surface,
  reference: Reference,
) =>
  useQuery({
    queryKey: ['fair', key, keyOf(reference), level, taps],
    queryFn: () =>
      heights
        ? solveFairingAway({
            heights,
            wavinessMm: WAVINESS_MM[level],
            lowMm: LOW_MM[level],
            tapMaxMm: taps ? TAP.maxMm : 0,
            tapWeight: TAP.weight,
            fillMaxMm: FILL_MOST_MM,
          })
        : null,
    enabled: heights !== undefined,
    // One that was stopped begins again when somebody asks.
    retry: false,
    gcTime: 60_000,
  });

/**
 * What has to be filled on a zone by the plan that its panel's readings give; absent where nobody has read it, where guide coats have taken the
 * plan's place, and until it is known.
 */
export function useZoneFill(
  open: OpenJob,
  zone: Zone,
  panel: Panel,
  now: number,
): { fill: ZoneFill | undefined; isPlanning: boolean } {
  const surface = useSurface(open, panel, faceOf(zone));
  const { all, lookup } = useLibrary();
  const conditions = useConditions(open, now);
  const { evidence, usual } = surface;
  const here = evidence.since.filter((e) => e.zoneIds.includes(zone.id));
  // Metal that was moved since, or a part that came back, is not what was read.
  const isPlanned =
    evidence.last !== undefined && evidence.rounds.length === 0 && here.every((e) => e.kind === 'filled');
  const reference: Reference = { form: usual };
  const relief = useRelief(surface, reference, isPlanned);
  const heights = isPlanned && relief.data?.ok ? relief.data.value.heights : undefined;
  const plan = useFairing(heights, finishOf(open.job, zone.id).level ?? 'driver', true, surface, reference);
  const fairing = isPlanned && plan.data?.ok ? plan.data.value : undefined;
  const laid = here.filter((e) => isSkim(e, (id) => lookup(id)?.family)).length;
  // A degree more or less is no other plan.
  const tempC = Math.round(conditions?.(zone.id).tempC ?? 20);
  const fill = useMemo(() => {
    const { fine, below } = fillersFor(panel, all);
    return fairing && fine && fillOnZone(open.job, panel, zone, fairing.fill, fine, below, tempC, laid);
  }, [fairing, panel, all, zone, open.job, tempC, laid]);
  return { fill, isPlanning: isPlanned && (relief.isFetching || plan.isFetching) };
}
