import type { Job, Panel } from '../log/job';
import { withoutCards, zonesOf } from '../log/job';
import { sizeOf } from './weight';

/** A place of the shop at which parts lie, or hang, while nobody works on them. */
export interface StoragePlace {
  id: string;
  name: string;
  /** How much of them has room beside each other, m². */
  m2: number;
}

/** What is not drawn takes so much more than its area: it is no rectangle, and has an edge that stands up. */
const ROUND_IT = 1.3;
const MM2_A_M2 = 1e6;
const CM2_A_M2 = 1e4;

/**
 * The room that a part takes as it lies, m²: the rectangle round its drawing, of all like pieces; where it is not drawn, its outer area and three tenths
 * more. By hand: a door of 1,000 by 700 mm takes 0.7 m²; 8 brackets of 100 cm² in all take 0.013 m².
 */
export function lyingM2(job: Job, panel: Panel): number {
  const size = sizeOf(panel);
  if (size) return ((size.width * size.height) / MM2_A_M2) * (panel.pieces?.count ?? 1);
  const outer = zonesOf(job, panel.id).filter((z) => (z.face ?? 'outer') === 'outer' && !z.seam);
  // Areas of like pieces are of all of them.
  return (ROUND_IT * outer.reduce((cm2, z) => cm2 + z.areaCm2, 0)) / CM2_A_M2;
}

/** A place with what lies there, and what has room beside it. */
export interface StorageNow {
  place: StoragePlace;
  parts: { jobId: string; panelId: string; m2: number }[];
  /** m²; less than nothing where more lies there than was said to have room. */
  freeM2: number;
}

/** Each place with what lies there by what was said of the parts, the one with most room first. */
export function storageNow(places: readonly StoragePlace[], jobs: readonly Job[]): StorageNow[] {
  const parts = jobs.flatMap((job) =>
    withoutCards(job).panels.flatMap((p) => (p.lieId === undefined ? [] : [{ job, panel: p, at: p.lieId }])),
  );
  return places
    .map((place): StorageNow => {
      const here = parts
        .filter((p) => p.at === place.id)
        .map(({ job, panel }) => ({ jobId: job.id, panelId: panel.id, m2: lyingM2(job, panel) }));
      return { place, parts: here, freeM2: place.m2 - here.reduce((m2, p) => m2 + p.m2, 0) };
    })
    .sort((a, b) => b.freeM2 - a.freeM2);
}

/** The job with a panel put at a place; null: at none. */
export const putAt = (job: Job, panelId: string, placeId: string | null): Job => ({
  ...job,
  panels: job.panels.map((p) => {
    if (p.id !== panelId) return p;
    const { lieId: _had, ...nowhere } = p;
    return placeId === null ? nowhere : { ...nowhere, lieId: placeId };
  }),
});
