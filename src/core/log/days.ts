import type { StepKind } from './event';

/** Hours of a day of the week at which somebody is there. */
export interface WeekHours {
  /** 0: Sunday … 6: Saturday. */
  day: number;
  /** Minutes after midnight. */
  fromMin: number;
  toMin: number;
}
/** A span of one certain day, ms. */
export interface HoursOn {
  fromMs: number;
  untilMs: number;
}

/** Somebody who works here, and when. */
export interface Person {
  id: string;
  name: string;
  week: WeekHours[];
  /** Besides: a Sunday, a hired day. */
  extra: HoursOn[];
  /** Away, whatever the week says. */
  off: HoursOn[];
  /** Lends a hand: what needs no eye for it, see `HELPER_DOES`. */
  helper?: boolean;
}

/** What a helper does as well as anybody: usual, for want of anything better. Complete by type: what nobody thought of is left to the painter. */
export const HELPER_DOES: { readonly [K in StepKind]: boolean } = {
  coat: false,
  fill: false,
  clean: true,
  sand: true,
  guide: true,
  polish: false,
  strip: true,
  blast: false,
  repair: false,
  fit: true,
  tape: true,
  clamp: true,
  wax: true,
  mask: true,
  bake: false,
  remove: true,
  wait: false,
};

/** What is said of a moment ahead. due: done by then. back: it is not here, and not worked on, before. visit: somebody comes and does something. on: that work is for that day. other: work that is no paint. */
export const AGREED_NAMES = {
  due: 'Done by',
  back: 'Not before',
  visit: 'Somebody comes',
  on: 'On that day',
  other: 'Other work',
} as const;
export type AgreedKind = keyof typeof AGREED_NAMES;
export const VISIT_ACTS = ['strip', 'blast', 'repair', 'coat', 'polish', 'fit'] as const satisfies readonly StepKind[];
export type VisitAct = (typeof VISIT_ACTS)[number];

/** Something that is agreed on a moment ahead. */
export interface Agreed {
  id: string;
  kind: AgreedKind;
  /** Panels that it is about; none: all of the job. */
  panelIds: string[];
  /** due and back: the moment; visit and on: its begin, ms. */
  atMs: number;
  /** visit and on: its end, ms. */
  untilMs?: number;
  /** visit: what is done then. */
  act?: VisitAct;
  /** on: which work, by its key (see `schedule/blocks`), on which zones; and who does it. */
  work?: string;
  zoneIds?: string[];
  who?: string;
  /** other: what, and how long, min. */
  text?: string;
  minutes?: number;
}

/** A piece of work of a plan that people go by, as it stood when it was kept. */
export interface KeptWork {
  id: string;
  work: string;
  zoneIds: string[];
  startMs: number;
  minutes: number;
  who?: string;
  /** When the plan was kept, ms. */
  keptMs: number;
}
