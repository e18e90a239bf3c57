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
  /** What a stand has to bear, and hands to lift, g. */
  weightG: number;
  /** After its last coat nothing may fall on it for so long, min. */
  dustFreeMin: number;
  /** Parts of which each coat comes before the same coat of this one: edges and inner faces first. */
  after?: readonly string[];
  /** It stays on the vehicle: no stand, nothing to lift. */
  fixed?: boolean;
  /** It goes on this stand and no other, as somebody wants it. */
  standId?: string;
  /** Zones of one piece have the same `piece`: they share its stand. Of two faces of it the second waits until the first bears a hand. */
  piece?: string;
  face?: string;
  /** So long after its last coat a face bears being turned over onto, min. Asked of faces of a piece. */
  handleMin?: number;
  /** So many of its coats are on already, and the last of them ended then (0 or before: before now). */
  done?: { coats: number; endedMin: number; standId?: string };
}

export interface EveningStand {
  id: string;
  bearsG: number;
  /** Both faces of what hangs on it are sprayed in one go. */
  turns?: boolean;
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

/** Whose hands there are. */
export interface EveningHands {
  /** What one person lifts, g. */
  liftG: number;
  /** Minutes to bring a part to its stand, and to turn one over. */
  liftMin: number;
  turnMin: number;
  /** A second pair: lifts along, brings what is next while the gun is at work, and mixes the next cup meanwhile. */
  helper: boolean;
}

/** An evening as it is put to the planner. All times are minutes from its begin, or from now where it has begun. */
export interface Evening {
  parts: readonly EveningPart[];
  /** Places that parts stand or hang on; none: there is room for all. */
  stands: readonly EveningStand[];
  /** Places where parts dry that are out of the dust; absent: room for all. Where all are taken, a part stays on its stand. */
  dryingPlaces?: number;
  products: Readonly<Record<string, EveningProduct>>;
  /** Absent: parts hang where they are sprayed, and a cup takes the hands of the one who sprays. */
  hands?: EveningHands;
  /** When all of it has to be out of the dust. */
  endMin: number;
  /** From when and until when the air lets one spray; absent: from its begin, all evening. */
  fitFromMin?: number;
  fitUntilMin?: number;
  /** What is in the gun at its begin, and what cups are open: mixed then (0 or before), with so much left. */
  inGun?: string;
  openCups?: readonly { product: string; mixedMin: number; leftMl: number }[];
  /** Parts in the order in which they are begun, as somebody wants it; those that are not named come when it suits. */
  order?: readonly string[];
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
export const LEFT_WHY = ['stand', 'lift', 'window', 'potLife', 'cup', 'end', 'air', 'time'] as const;
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
