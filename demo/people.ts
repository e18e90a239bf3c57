import type { Season } from '../src/core/air/season';
import type { Person } from '../src/core/log/days';

const on = (days: number[], fromH: number, toH: number) =>
  days.map((day) => ({ day, fromMin: fromH * 60, toMin: toH * 60 }));

/** Who works in the demo's shop: its painter, and somebody who lends a hand. */
export const PEOPLE: Person[] = [
  { id: 'ida', name: 'Ida', week: on([1, 2, 3, 4, 5], 8, 17), extra: [], off: [] },
  { id: 'jonas', name: 'Jonas', week: [...on([2, 4], 13, 17), ...on([6], 9, 13)], extra: [], off: [], helper: true },
];

/** What a year is like in their workshop, which is heated a little. */
export const YEAR: Season = {
  coldest: { lowC: 11, highC: 17 },
  warmest: { lowC: 17, highC: 27 },
  warmestIn: 'july',
  dampness: 'usual',
  place: 'room',
};
