import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Point } from '@/core';

/** Two fingers never come down at once: so many points come from the first one before the second. */
const SLIP = 6;
/** So many reaches from its start a line has been away from it. */
const AWAY = 3;

/** An outline while it is drawn: corners by tapping, or a line by dragging; each stroke can be taken back. */
export class Sketch {
  private points: readonly Point[] = [];
  /** What there was before each stroke. */
  private past: (readonly Point[])[] = [];
  private readonly heard = new Set<() => void>();

  readonly hear = (f: () => void): (() => void) => {
    this.heard.add(f);
    return () => this.heard.delete(f);
  };
  readonly get = (): readonly Point[] => this.points;

  begin(): void {
    this.past.push(this.points);
  }
  add(p: Point, leastMm = 0): void {
    const last = this.points[this.points.length - 1];
    if (last && Math.hypot(last.x - p.x, last.y - p.y) < leastMm) return;
    this.set([...this.points, { x: Math.round(p.x), y: Math.round(p.y) }]);
  }
  back(): void {
    this.set(this.past.pop() ?? []);
  }
  /** Puts another outline in its place; 'back' gives the drawn one again. */
  replace(points: readonly Point[]): void {
    this.begin();
    this.set(points);
  }
  /**
   * A line that came back near its start is closed there: what overlaps it is left out, so that it does not cross itself.
   * @param reachMm how near is near, mm @returns whether it was closed
   */
  closeNear(reachMm: number): boolean {
    const [start, ...rest] = this.points;
    if (!start) return false;
    const far = (p: Point) => Math.hypot(p.x - start.x, p.y - start.y);
    // It has to have been away first.
    const away = rest.findIndex((p) => far(p) > AWAY * reachMm);
    if (away < 0) return false;
    const back = rest.findIndex((p, i) => i > away && far(p) <= reachMm);
    if (back < 0 || back < 2) return false;
    // The point that came back is the start itself.
    this.set(this.points.slice(0, back + 1));
    return true;
  }
  /** A second finger came down: what the first one drew until then was no line, unless there is much of it. */
  breakOff(): void {
    const from = this.past[this.past.length - 1]?.length ?? 0;
    if (this.points.length > from && this.points.length - from <= SLIP) this.back();
  }
  clear(): void {
    this.past = [];
    this.set([]);
  }
  private set(points: readonly Point[]): void {
    this.points = points;
    for (const f of this.heard) f();
  }
}

/** Whether there is anything drawn: changes only when that does. */
export const useIsEmptySketch = (s: Sketch): boolean =>
  useSyncExternalStore(
    s.hear,
    () => s.get().length === 0,
    () => true,
  );

/** The points once nothing was added for a moment: for what may wait until the finger rests. */
export function useSketchAtRest(s: Sketch, afterMs = 160): readonly Point[] {
  const [points, setPoints] = useState(s.get);
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const stop = s.hear(() => {
      clearTimeout(waiting);
      waiting = setTimeout(() => setPoints(s.get()), afterMs);
    });
    return () => {
      stop();
      clearTimeout(waiting);
    };
  }, [s, afterMs]);
  return points;
}
