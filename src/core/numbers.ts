/** Numbers in a slab, 64 kB: what is held of it keeps it whole. */
const SLAB = 1 << 13;
let slab = new Float64Array(0);
let used = 0;

/**
 * Room for so many numbers, all 0. Short lists are cut out of a common slab: to ask for memory costs more than to fill a day of readings.
 * A slab goes once none of its lists is held.
 */
export function roomFor(count: number): Float64Array {
  if (count > SLAB / 4) return new Float64Array(count);
  if (used + count > slab.length) {
    slab = new Float64Array(SLAB);
    used = 0;
  }
  used += count;
  return slab.subarray(used - count, used);
}
