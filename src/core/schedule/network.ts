/** When something is open: spans in minutes from the beginning of the plan, in their order, apart from each other. */
export type Calendar = readonly (readonly [fromMin: number, toMin: number])[];

/** One piece of work, done in one go by what it uses, while all of that is there. */
export interface Activity {
  id: string;
  minutes: number;
  /** How much of each resource it takes while it lasts; none: it only takes time. */
  uses?: Readonly<Record<string, number>>;
  /** What it keeps of that for so long after it is done, min: a place in which paint dries. */
  holds?: Readonly<Record<string, number>>;
  /** Besides, one of each of these: whichever is free, and the same one until it is done. */
  oneOf?: readonly string[];
  /** It begins no sooner, and is over no later than that, min. */
  fromMin?: number;
  dueMin?: number;
  /** What is over later than that has missed a window, not a date. */
  lateIs?: 'window';
  /** It begins then: it is agreed, or has begun. */
  fixedMin?: number;
  /** It is left over a closed time and gone on with: it takes as long, not counting that. */
  pauses?: true;
}

/**
 * One piece of work and another: the second begins at least `minMin`, and at most `maxMin`, after the first has ended. A flash is a least, a recoat window a
 * most.
 */
export interface Lag {
  first: string;
  then: string;
  minMin: number;
  maxMin?: number;
}

/** People, a booth, stands, a lamp: how many there are, and when. */
export interface Resource {
  id: string;
  /** Absent: as much as is wanted; only when it is open matters. */
  capacity?: number;
  /** Absent: always. */
  open?: Calendar;
}

/** Work as a network, as it is put to the solver. All times are minutes from now. */
export interface Network {
  activities: readonly Activity[];
  lags: readonly Lag[];
  resources: readonly Resource[];
  /** Nothing is planned beyond that. */
  horizonMin: number;
}

/** When each piece of work begins and ends. */
export interface Schedule {
  starts: ReadonlyMap<string, number>;
  ends: ReadonlyMap<string, number>;
  /** Which of those that may do it does it, by work that says `oneOf`. */
  by: ReadonlyMap<string, string>;
  /** When the last of it is done. */
  doneMin: number;
}

/** A plan that people go by: what is in it stays where it is, unless moving it brings more than it costs. */
export interface KeptPlan {
  /** When each piece was to begin, min; what is not in it is put where it suits. */
  starts: ReadonlyMap<string, number>;
  /** Who was to do it. */
  by?: ReadonlyMap<string, string>;
  /** Each piece that is moved has to bring the end so much nearer, min. */
  costMin: number;
}

/**
 * What a plan does not keep. unplaced: there is no time for it within the horizon. window: it comes later than the window of what is before it. fixed: it
 * cannot begin when it was fixed. due: it is over later than agreed.
 */
export interface Breach {
  id: string;
  kind: 'unplaced' | 'window' | 'fixed' | 'due';
  /** By how much, min; 0 where it finds no time at all. */
  byMin: number;
}

/** Why there is no plan: the work that stands against it, by id. */
export interface Impossible {
  impossible: readonly string[];
}
