import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Point } from '@/core';

/** Two fingers never come down at once: so many points come from the first one before the second. */
const SLIP = 6;

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
