import { startTransition, useEffect, useState } from 'react';

/** Resolves when the next frame has been painted, or soon after in a page that paints none. */
const afterPaint = (): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, 100);
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => {
        port1.close();
        resolve();
      };
      port2.postMessage(null);
    });
  });

/** A value that follows once the frame with the newest one is painted: for what may come a moment later. */
export function useAfterPaint<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    let newest = true;
    void afterPaint().then(() => newest && startTransition(() => setSettled(() => value)));
    return () => {
      newest = false;
    };
  }, [value]);
  return settled;
}

/** A value that stays as it was while something is under way. */
export function useHeldWhile<T>(underWay: boolean, value: T): T {
  const [held, setHeld] = useState(value);
  if (underWay) return held;
  if (held !== value) setHeld(() => value);
  return value;
}

/** Rows that fill the first screen of a phone, and as many more with every frame after it. */
const ROWS_A_FRAME = 8;

/**
 * How many of a long list's rows are drawn: what fills the screen at once, the rest frame by frame behind it, so that a list of a hundred
 * shows as soon as one of eight.
 */
export function useGrowingCount(total: number): number {
  const [count, setCount] = useState(ROWS_A_FRAME);
  const more = count < total;
  useEffect(() => {
    if (!more) return;
    let here = true;
    void afterPaint().then(() => here && startTransition(() => setCount((n) => n + ROWS_A_FRAME)));
    return () => {
      here = false;
    };
  }, [more, count]);
  return count;
}

/**
 * False until the view that asks was painted once: what does not answer the tap that opened it (a floor, fields, a history)
 * comes behind that frame, and holds up no other tap.
 */
export function usePainted(): boolean {
  const [painted, setPainted] = useState(false);
  useEffect(() => {
    let here = true;
    void afterPaint().then(() => here && startTransition(() => setPainted(true)));
    return () => {
      here = false;
    };
  }, []);
  return painted;
}
