import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Point } from '@/core';

/** An outline while it is drawn: corners by tapping, or a line by dragging; each stroke can be taken back. */
export class Sketch {
  private points: readonly Point[] = [];
  /** How many points there were before each stroke. */
  private strokes: number[] = [];
  private readonly heard = new Set<() => void>();

  readonly hear = (f: () => void): (() => void) => {
    this.heard.add(f);
    return () => this.heard.delete(f);
  };
  readonly get = (): readonly Point[] => this.points;

  begin(): void {
    this.strokes.push(this.points.length);
  }
  add(p: Point, leastMm = 0): void {
    const last = this.points[this.points.length - 1];
    if (last && Math.hypot(last.x - p.x, last.y - p.y) < leastMm) return;
    this.set([...this.points, { x: Math.round(p.x), y: Math.round(p.y) }]);
  }
  back(): void {
    this.set(this.points.slice(0, this.strokes.pop() ?? 0));
  }
  clear(): void {
    this.strokes = [];
    this.set([]);
  }
  private set(points: readonly Point[]): void {
    this.points = points;
    for (const f of this.heard) f();
  }
}

export const useSketch = (s: Sketch): readonly Point[] => useSyncExternalStore(s.hear, s.get, s.get);

/** Whether there is anything drawn: changes only when that does. */
export const useBlank = (s: Sketch): boolean =>
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
