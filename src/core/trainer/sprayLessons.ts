import {
  fanAtMm,
  flashOff,
  newSprayPanel,
  passTime,
  spray,
  SPRAY_SIZE,
  sprayScore,
  sprayStanding,
  type SprayGun,
  type SprayPaint,
  type SprayPanel,
} from './sprayPanel';

/** How a patient hand goes over a panel. */
export interface SprayStrategy {
  speedMmS: number;
  distanceMm: number;
  /** Of a lane that lies over the last one. */
  overlap: number;
  /** The upper and lower edge by themselves first. */
  edgesFirst: boolean;
  /** Film of the first coat, of the others: a light one holds what follows. */
  firstShare: number;
  coats: number;
  /** One more light coat from further away at the end. */
  drop: boolean;
}

interface LessonRecord {
  name: string;
  task: string;
  shows: string;
  paint: SprayPaint;
  coats: number;
  best: Partial<SprayStrategy>;
}

const CLEAR: SprayPaint = { coatUm: 25, solids: 0.45, stiffensS: 45, viscosityPaS: 0.75, flake: false };

/** What each lesson is about: what is to be seen, and why. */
export const SPRAY_LESSONS = {
  lightFirst: {
    name: 'Light first coat',
    task: 'Lay one light coat, wait the flash, then a full one.',
    shows:
      'A film that is twice as thick slides four times as fast. A light coat that has flashed off holds the next one.',
    paint: CLEAR,
    coats: 2,
    best: { firstShare: 0.8 },
  },
  edgesFirst: {
    name: 'Edges first',
    task: 'Go along the upper and the lower edge once, then lay the face lane by lane.',
    shows: 'At an edge half of the fan misses the panel: lanes alone leave it thin.',
    paint: CLEAR,
    coats: 2,
    best: { edgesFirst: true },
  },
  wetEdge: {
    name: 'Keep the edge wet',
    task: 'Lay the face in one go. Then try it with a pause of a minute in the middle.',
    shows: 'Paint that meets an edge that has dried frosts there: it dries before it can melt in.',
    paint: { ...CLEAR, stiffensS: 12, viscosityPaS: 1.6 },
    coats: 1,
    best: {},
  },
  coldPanel: {
    name: 'Cold upright panel',
    task: 'It is 10 degrees. Lay two coats without a run.',
    shows:
      'In the cold a film stays thin to the flow three times as long: what held in summer slides. Lighter coats and longer flashes hold.',
    paint: { ...CLEAR, stiffensS: 150, viscosityPaS: 0.75, coatUm: 20 },
    coats: 3,
    best: { firstShare: 0.8 },
  },
  dropCoat: {
    name: 'Drop coat for flake',
    task: 'Lay it wet to cover, then one light coat from further away.',
    shows: 'In a wet film flake floats into clouds. A light coat that lands half dry lays it even again.',
    paint: { coatUm: 15, solids: 0.2, stiffensS: 30, viscosityPaS: 0.9, flake: true },
    coats: 2,
    best: { drop: true },
  },
} as const satisfies Record<string, LessonRecord>;
export type SprayLesson = keyof typeof SPRAY_LESSONS;

/** A gun as the table has it, where nobody tested their own. */
export const USUAL_GUN: SprayGun = { flowMlMin: 140, fanMm: 240, flatness: 3, distanceMm: 180 };

const USUAL: SprayStrategy = {
  speedMmS: 320,
  distanceMm: 180,
  overlap: 0.5,
  edgesFirst: false,
  firstShare: 1,
  coats: 2,
  drop: false,
};

const WIDTH = (SPRAY_SIZE.nx - 1) * SPRAY_SIZE.stepMm;
const HEIGHT = (SPRAY_SIZE.ny - 1) * SPRAY_SIZE.stepMm;
/** The trigger is pulled so far before the panel, and let go so far behind it, mm. */
const LEAD_MM = 60;

/** Where the lanes of one coat lie, mm from the top: so much of each over the last one, and the edges of the panel in the first and the last. */
export function lanesOf(gun: SprayGun, overlap: number): number[] {
  const fan = fanAtMm(gun);
  const lanes = Math.max(1, Math.round((HEIGHT + fan * 0.2) / (fan * (1 - overlap))));
  return Array.from({ length: lanes + 1 }, (_, i) => (HEIGHT * i) / lanes);
}

/** One lane from before the panel to behind it, and how long it takes, s. @param y mm from the top @param speedMmS mm/s */
export const laneAt = (y: number, speedMmS: number) => ({
  from: { x: -LEAD_MM, y },
  to: { x: WIDTH + LEAD_MM, y },
  seconds: (WIDTH + 2 * LEAD_MM) / speedMmS,
});

/** Goes over a whole panel, lane by lane, coat by coat: what a patient hand would do. @param p is changed */
export function sprayAll(p: SprayPanel, gun: SprayGun, s: SprayStrategy): void {
  const lane = (y: number, speed: number, distanceMm: number) => {
    const { from, to, seconds } = laneAt(y, speed);
    spray(p, { ...gun, distanceMm }, from, to, seconds);
    passTime(p, seconds);
  };
  const coat = (speed: number, distanceMm: number, edges: boolean) => {
    if (edges) for (const y of [0, HEIGHT]) lane(y, speed * 1.6, distanceMm);
    for (const y of lanesOf({ ...gun, distanceMm }, s.overlap)) lane(y, speed, distanceMm);
    flashOff(p);
  };
  for (let n = 0; n < s.coats; n++) coat(n === 0 ? s.speedMmS / s.firstShare : s.speedMmS, s.distanceMm, s.edgesFirst);
  if (s.drop) coat(s.speedMmS * 2.2, 290, false);
}

/** The best is looked for on a panel of fewer points: sixteen times as quick, and its films are the same. */
const COARSER = 4;
/** Speeds that are tried for the best, mm/s. */
const SPEEDS = [200, 240, 280, 320, 360, 420, 500, 600, 750];

/** The best that a patient hand reaches in a lesson with a gun, by trying speeds and overlaps. */
export function bestStrategy(lesson: SprayLesson, gun: SprayGun): { strategy: SprayStrategy; score: number } {
  const { paint, coats, best } = SPRAY_LESSONS[lesson] as LessonRecord;
  let found: { strategy: SprayStrategy; score: number } | undefined;
  for (const speedMmS of SPEEDS)
    for (const overlap of [0.5, 0.65]) {
      const strategy: SprayStrategy = { ...USUAL, coats, ...best, speedMmS, overlap };
      const p = newSprayPanel(paint, COARSER);
      sprayAll(p, gun, strategy);
      const score = sprayScore(sprayStanding(p, coats));
      if (!found || score > found.score) found = { strategy, score };
    }
  return found ?? { strategy: USUAL, score: 0 };
}
