import { useEffect, useRef, type PointerEvent } from 'react';

/** A place on the panel, as shares of its length and height. */
export interface Share {
  u: number;
  v: number;
}

/**
 * A panel of points on a canvas, stretched to its box, with a finger on it. Its pixels come from whoever holds the panel: once a frame, and only
 * after the last ones are there.
 */
export function SandedCanvas({
  nx,
  ny,
  width,
  height,
  label,
  nextFrame,
  onMove,
}: {
  nx: number;
  ny: number;
  width: number;
  height: number;
  label: string;
  /** The next pixels, or nothing where nothing has changed. */
  nextFrame(): Promise<ArrayBuffer | undefined>;
  /** A finger came down, moved or went up. */
  onMove(at: Share, phase: 'down' | 'move' | 'up'): void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  /** Something was done: the next panel is asked for at once, not with the next frame. */
  const poke = useRef<() => void>(() => undefined);
  useEffect(() => {
    // Pixels come from outside: a canvas in memory takes them without a way over the graphics card.
    const c = canvas.current?.getContext('2d', { alpha: false, willReadFrequently: true });
    if (!c) return;
    let isOver = false;
    let isAsked = false;
    let ready: ArrayBuffer | undefined;
    let handle = 0;
    const ask = () => {
      isAsked = true;
      void nextFrame().then(
        (pixels) => {
          isAsked = false;
          ready = pixels ?? ready;
          // The next panel is worked out while this one waits for its frame.
          if (pixels && !isOver) ask();
        },
        () => undefined,
      );
    };
    const frame = () => {
      if (isOver) return;
      if (ready) c.putImageData(new ImageData(new Uint8ClampedArray(ready), nx, ny), 0, 0);
      ready = undefined;
      if (!isAsked) ask();
      handle = requestAnimationFrame(frame);
    };
    handle = requestAnimationFrame(frame);
    poke.current = () => {
      if (!isAsked) ask();
    };
    return () => {
      isOver = true;
      cancelAnimationFrame(handle);
    };
  }, [nextFrame, nx, ny]);
  const say = (e: PointerEvent<HTMLCanvasElement>, phase: 'down' | 'move' | 'up') => {
    const r = e.currentTarget.getBoundingClientRect();
    onMove({ u: (e.clientX - r.left) / r.width, v: (e.clientY - r.top) / r.height }, phase);
    poke.current();
  };
  return (
    <canvas
      ref={canvas}
      width={nx}
      height={ny}
      role="img"
      aria-label={label}
      data-testid="sanded"
      style={{ width, height, touchAction: 'none', cursor: 'crosshair', display: 'block' }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        say(e, 'down');
      }}
      onPointerMove={(e) => {
        if (e.buttons > 0) say(e, 'move');
      }}
      onPointerUp={(e) => say(e, 'up')}
      onPointerCancel={(e) => say(e, 'up')}
    />
  );
}
