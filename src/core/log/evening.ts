/** What is made ready before the first coat of an evening; what is known of each is in `session/readiness`. */
export const READY_ITEMS = [
  'airPath',
  'sweep',
  'floor',
  'light',
  'heatOff',
  'warm',
  'dry',
  'wash',
  'tack',
  'earth',
  'covered',
  'masked',
  'fire',
  'breathing',
] as const;
export type ReadyItem = (typeof READY_ITEMS)[number];

/** Why an evening ended before all of it was sprayed. */
export const STOP_WHYS = ['outOfPaint', 'air', 'someone', 'tired', 'broken'] as const;
export type StopWhy = (typeof STOP_WHYS)[number];

/**
 * Edges of masking. hard: tape down flat, the coat ends in a line. rolled: folded back on itself or foam, the coat runs out softly. hidden: a hard edge
 * where nobody sees it (a gap, behind a trim). closed: an opening that is filled or covered. none: nothing is masked, the coat melts into what is there.
 */
export const MASK_EDGES = ['hard', 'rolled', 'hidden', 'closed', 'none'] as const;
export type MaskEdge = (typeof MASK_EDGES)[number];
export const MASK_EDGE_NAMES: { readonly [E in MaskEdge]: string } = {
  hard: 'Hard line',
  rolled: 'Rolled, soft',
  hidden: 'In a gap or behind a trim',
  closed: 'Opening closed',
  none: 'None: it runs out',
};

/** An evening at which parts of a job are sprayed, as somebody put it together. What was sprayed stands in the log. */
export interface SprayEvening {
  id: string;
  /** From when hands are free, and when all of it has to be out of the dust, ms. */
  fromMs: number;
  untilMs: number;
  zoneIds: string[];
  /** Whose coat comes when, a zone for each coat, as it was agreed; absent: as the planner finds. */
  turns?: string[];
  /** Coats by product, where somebody said how many. */
  coats?: Record<string, number>;
  /** Places that parts stand or hang on; 0: there is room for all. And how many of them turn, so that both faces are sprayed in one go. */
  stands: number;
  turning: number;
  /** Parts that somebody put on a stand: its number, from 1, by zone. */
  standOf?: Record<string, number>;
  /** Places for what is out of the dust; absent: there is room for all. */
  drying?: number;
  /** A second pair of hands. */
  helper: boolean;
  /** What was made ready, and when somebody said so, ms. */
  ready: { item: ReadyItem; atMs: number }[];
  /** Its first coat was begun, and it is over, ms. */
  begunMs?: number;
  endedMs?: number;
  /** Why it ended before it was done. */
  stopped?: StopWhy;
}
