import type { KeepOut, Panel, Point } from '../log/job';
import type { MaskEdge } from '../log/evening';
import { areaMm2 } from '../outline/geometry';
import { lineLengthMm } from '../outline/seamFigures';
import { MASK_EDGE_FOR, type MaskedFor, type MaskPlace } from '../systems/maskEdges';

/** Length round an outline, mm. */
export const perimeterMm = (o: readonly Point[]): number => lineLengthMm([...o, ...o.slice(0, 1)]);

/** Tape overlaps where it ends and tears: so much more of it is used. */
const TAPE_MORE = 1.08;
/** Round what stays, paper lies so far over, mm; and round a panel that hangs in its place, what is beside it is covered so far. */
const PAPER_LAP_MM = 60;
const BESIDE_MM = 900;
/** How far a hand's masking differs from the drawing: one part in so many either way. */
const SPREAD = 0.15;

/** One place that is masked. */
export interface MaskItem {
  /** Of the keep-out. */
  id: string;
  name: string;
  place: MaskPlace;
  edge: MaskEdge;
  why: string;
  tapeM: number;
  paperM2: number;
}

export interface MaskPlan {
  items: MaskItem[];
  /** All of it, with how far it may be off: low, middle, high. */
  tapeM: readonly [number, number, number];
  paperM2: readonly [number, number, number];
}

/**
 * What is masked of a face of a panel for a coat, from its drawing: every keep-out, and, where the panel hangs in its place, what is beside it. A panel that
 * is off is sprayed to its edges.
 */
export function planMasking(panel: Panel, face: KeepOut['face'], role: MaskedFor, fixed: boolean): MaskPlan {
  const items: MaskItem[] = [];
  const add = (of: Pick<KeepOut, 'id' | 'name'>, place: MaskPlace, tapeMm: number, paperMm2: number) => {
    const { edge, why } = MASK_EDGE_FOR[role][place];
    if (edge === 'none') return;
    items.push({
      id: of.id,
      name: of.name,
      place,
      edge,
      why,
      tapeM: (tapeMm / 1000) * TAPE_MORE,
      paperM2: paperMm2 / 1e6,
    });
  };
  const { map } = panel;
  for (const k of map?.keepOuts ?? []) {
    if (k.face !== face) continue;
    const round = perimeterMm(k.outline);
    // What stays is covered itself; a hole is closed from behind, a lap wider than it is.
    const area = areaMm2(k.outline);
    add(k, k.opening ? 'opening' : 'keepOut', round, k.opening ? area + round * PAPER_LAP_MM : area);
  }
  if (map && fixed) {
    const round = perimeterMm(map.outline);
    add({ id: 'beside', name: 'What is beside it' }, 'border', round, round * BESIDE_MM);
  }
  const sum = (f: (i: MaskItem) => number) => items.reduce((s, i) => s + f(i), 0);
  const spread = (x: number) => [x * (1 - SPREAD), x, x * (1 + SPREAD)] as const;
  return { items, tapeM: spread(sum((i) => i.tapeM)), paperM2: spread(sum((i) => i.paperM2)) };
}

/** When masking comes off, by its edge: what it waits for, and why it does not stay until all is hard. */
export const COMES_OFF: { readonly [E in MaskEdge]: { after: 'flash' | 'dustFree'; why: string } } = {
  hard: { after: 'flash', why: 'While the last coat is still soft: later the edge tears, or lifts.' },
  hidden: { after: 'dustFree', why: 'Out of the dust, before it is hard: an edge in the gap tears later.' },
  rolled: { after: 'dustFree', why: 'Out of the dust: the soft edge is sanded later.' },
  closed: { after: 'dustFree', why: 'Out of the dust, from behind.' },
  none: { after: 'flash', why: 'Nothing was masked.' },
};
