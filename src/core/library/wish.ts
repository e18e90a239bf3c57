import { keysOf } from '../keysOf';

/** What a shop puts first where more than one recipe leads to the finish. usual: what the trade does there. */
export const WISHES = {
  usual: 'What is usual',
  work: 'Least work',
  days: 'Soonest done',
  money: 'Least money',
} as const;
export type Wish = keyof typeof WISHES;
export const WISH_KEYS = keysOf(WISHES);
