import { roomFor } from '../numbers';
import type { AirPoint } from './history';

/** Numbers a point: ms, °C, humidity. */
const STRIDE = 3;

/**
 * Temperature and humidity over time like an `AirHistory`, held as plain numbers: a year of readings is a hundred thousand points, of which
 * hardly one is asked for by itself.
 */
export class Track {
  private numbers: Float64Array;
  private length = 0;
  private coldest = Infinity;

  /** @param room for so many points; it grows where there are more */
  constructor(room = 16) {
    this.numbers = roomFor(Math.max(1, room) * STRIDE);
  }

  static of(points: readonly AirPoint[]): Track {
    const track = new Track(points.length);
    for (const p of points) track.push(p.atMs, p.tempC, p.rh);
    return track;
  }

  get count(): number {
    return this.length;
  }

  /** @param i 0 to `count` - 1, for all that follow */
  atMs(i: number): number {
    return this.numbers[i * STRIDE]!;
  }
  tempC(i: number): number {
    return this.numbers[i * STRIDE + 1]!;
  }
  rh(i: number): number {
    return this.numbers[i * STRIDE + 2]!;
  }
  point(i: number): AirPoint {
    return { atMs: this.atMs(i), tempC: this.tempC(i), rh: this.rh(i) };
  }

  get lastMs(): number {
    return this.atMs(this.length - 1);
  }
  get lastC(): number {
    return this.tempC(this.length - 1);
  }

  /** No point is colder, °C. */
  get coldestC(): number {
    return this.coldest;
  }

  /** Goes on with a point, not before the last one. @param tempC °C @param rh fraction */
  push(atMs: number, tempC: number, rh: number): void {
    const at = this.length * STRIDE;
    if (at === this.numbers.length) {
      const more = roomFor(at * 2);
      more.set(this.numbers);
      this.numbers = more;
    }
    this.numbers[at] = atMs;
    this.numbers[at + 1] = tempC;
    this.numbers[at + 2] = rh;
    this.length++;
    if (tempC < this.coldest) this.coldest = tempC;
  }

  /** Makes a point warmer. @param riseK by so much, K; below 0 colder */
  warm(i: number, riseK: number): void {
    const tempC = this.tempC(i) + riseK;
    this.numbers[i * STRIDE + 1] = tempC;
    if (tempC < this.coldest) this.coldest = tempC;
  }

  /** A track of its own with what another one has behind its first point, which is this one's last. */
  continuedBy(other: Track): Track {
    const next = new Track(this.length + other.length - 1);
    next.numbers.set(this.numbers.subarray(0, this.length * STRIDE));
    next.numbers.set(other.numbers.subarray(STRIDE, other.length * STRIDE), this.length * STRIDE);
    next.length = this.length + other.length - 1;
    next.coldest = Math.min(this.coldest, other.coldest);
    return next;
  }

  /** Index of the last point at or before a moment, or -1. */
  indexAt(atMs: number): number {
    let lo = 0;
    let hi = this.length;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      if (this.atMs(mid) <= atMs) lo = mid + 1;
      else hi = mid;
    }
    return lo - 1;
  }

  /** The air at a moment: a straight line between two points, held before the first and after the last. At least one point. */
  at(atMs: number): AirPoint {
    const i = this.indexAt(atMs);
    const from = Math.max(0, i);
    if (i < 0 || i === this.length - 1) return { ...this.point(from), atMs };
    const f = (atMs - this.atMs(i)) / (this.atMs(i + 1) - this.atMs(i));
    return {
      atMs,
      tempC: this.tempC(i) + f * (this.tempC(i + 1) - this.tempC(i)),
      rh: this.rh(i) + f * (this.rh(i + 1) - this.rh(i)),
    };
  }
}
