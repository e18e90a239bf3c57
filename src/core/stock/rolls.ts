/** What comes off a roll: how much of it, as parts of a roll, and whether the books have enough. */
export interface OffRoll {
  rolls: number;
  /** By the books, and after it, in the measure of the roll: m of tape, m² of paper. */
  has: number;
  after: number;
  isShort: boolean;
}

/**
 * What a length of tape or an area of paper takes off rolls; never more than the books have. To a thousandth of a roll.
 * @param much m, or m² @param size on one roll, the same measure @param rolls by the books
 */
export function offRoll(much: number, size: number, rolls: number): OffRoll {
  const wanted = Math.round((Math.max(0, much) / size) * 1000) / 1000;
  const has = rolls * size;
  return { rolls: Math.min(wanted, rolls), has, after: Math.max(0, has - much), isShort: has < much };
}
