import { useEffect, useRef } from 'react';
import type { Point } from '@/core';
import type { Sketch } from './sketch';
import type { Viewport } from './viewport';

/** Closed and filled once nothing was added for so long, ms. */
const REST_MS = 160;
const LINE = 2.4;
const DOT = 6;

/**
 * The line under the finger, on a canvas of its own and straight from the sketch: React has nothing to do, and nothing
 * below is painted again, while a finger moves.
 */
export function Ink({
  sketch,
  view,
  width,
  height,
  colour,
  open = false,
}: {
  sketch: Sketch;
  view: Viewport;
  width: number;
  height: number;
  colour: string;
  /** A line that is not closed once the finger rests. */
  open?: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const el = canvas.current;
    const c = el?.getContext('2d');
    if (!el || !c) return;
    const sharp = window.devicePixelRatio || 1;
    el.width = Math.round(width * sharp);
    el.height = Math.round(height * sharp);
    let frame = 0;
    let resting: ReturnType<typeof setTimeout> | undefined;
    /** So many points stand on the canvas already, as a line that only grows. */
    let standing = 0;
    const pen = (lineWidth: number) => {
      c.strokeStyle = c.fillStyle = colour;
      c.lineJoin = c.lineCap = 'round';
      c.lineWidth = lineWidth;
    };
    const line = (points: readonly Point[]) => {
      c.beginPath();
      for (const p of points) {
        const at = view.toPx(p);
        c.lineTo(at.x, at.y);
      }
    };
    /** What came since the last frame. */
    const grow = () => {
      const points = sketch.get();
      if (standing === 0 || points.length < standing) return whole(points);
      if (points.length > standing) {
        line(points.slice(standing - 1));
        c.stroke();
        standing = points.length;
      }
    };
    const whole = (points: readonly Point[]) => {
      c.setTransform(sharp, 0, 0, sharp, 0, 0);
      c.clearRect(0, 0, width, height);
      pen(LINE);
      line(points);
      c.stroke();
      standing = points.length;
    };
    /** Closed and filled, with a dot at its end. */
    const rest = () => {
      const points = sketch.get();
      whole(points);
      const last = points[points.length - 1];
      if (!last) return;
      if (points.length > 2 && !open) {
        c.globalAlpha = 0.2;
        c.fill();
        c.globalAlpha = 1;
        pen(LINE / 2);
        c.closePath();
        c.stroke();
      }
      const at = view.toPx(last);
      c.beginPath();
      c.arc(at.x, at.y, DOT, 0, 2 * Math.PI);
      c.fill();
      // What was closed is drawn anew when the line goes on.
      standing = 0;
    };
    const soon = () => {
      if (frame === 0)
        frame = requestAnimationFrame(() => {
          frame = 0;
          grow();
        });
      clearTimeout(resting);
      resting = setTimeout(rest, REST_MS);
    };
    const moved = () => {
      standing = 0;
      soon();
    };
    const stops = [sketch.hear(soon), view.hear(moved)];
    rest();
    return () => {
      for (const stop of stops) stop();
      cancelAnimationFrame(frame);
      clearTimeout(resting);
    };
  }, [sketch, view, width, height, colour, open]);
  return (
    <canvas ref={canvas} aria-hidden style={{ position: 'absolute', inset: 0, width, height, pointerEvents: 'none' }} />
  );
}
