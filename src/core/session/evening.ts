/** One coat of one part: how long hands are at it, what it takes out of the cup, and when the next may and must follow. */
export interface EveningCoat {
  product: string;
  /** Minutes at it. */
  minutes: number;
  ml: number;
  /** The next coat of this part comes no sooner than so long after the end of this one, min. */
  flashMin: number;
  /** And no later than so long after it, min; absent: there is no such end tonight. */
  windowMin?: number;
}

/** A part, or a face of one, that is sprayed in one evening. */
export interface EveningPart {
  id: string;
  coats: readonly EveningCoat[];
  /** What a stand has to bear, g. */
  weightG: number;
  /** After its last coat nothing may fall on it for so long, min. */
  dustFreeMin: number;
  /** Parts of which each coat comes before the same coat of this one: edges and inner faces first. */
  after?: readonly string[];
}

export interface EveningStand {
  id: string;
  bearsG: number;
}

/** What goes through a gun, and how its cups behave. */
export interface EveningProduct {
  /** Most that a cup holds, mL. */
  cupMl: number;
  /** So long after it was mixed a cup has to be empty, min; absent: it keeps. */
  potLifeMin?: number;
  /** Minutes to mix a cup. */
  mixMin: number;
  /** Minutes to clean the gun before this product where another one was in it; 0: it has its own gun. */
  cleanMin: number;
}

/** An evening as it is put to the planner. All times are minutes from its begin. */
export interface Evening {
  parts: readonly EveningPart[];
  /** Places that parts stand or hang on; none: there is room for all. */
  stands: readonly EveningStand[];
  products: Readonly<Record<string, EveningProduct>>;
  /** When all of it has to be out of the dust. */
  endMin: number;
  /** Until when the air lets one spray; absent: all evening. */
  fitUntilMin?: number;
}

/** One coat as it is planned. */
export interface EveningStep {
  partId: string;
  /** From 1. */
  coat: number;
  product: string;
  startMin: number;
  endMin: number;
  /** Number of the cup, from 1, over all products. */
  cup: number;
  standId?: string;
}
export interface EveningCup {
  no: number;
  product: string;
  mixedMin: number;
  ml: number;
}

/** Why a part waits for another evening. */
export const LEFT_WHY = ['stand', 'window', 'potLife', 'cup', 'end', 'air', 'time'] as const;
export type LeftWhy = (typeof LEFT_WHY)[number];

export interface EveningPlan {
  steps: readonly EveningStep[];
  cups: readonly EveningCup[];
  /** Parts that do not fit, each with the reason. */
  left: readonly { partId: string; why: LeftWhy }[];
  /** When the last part is out of the dust; 0 where nothing is sprayed. */
  doneMin: number;
  /** No order of these parts is done sooner than that. */
  boundMin: number;
}
