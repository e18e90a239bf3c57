import { startTransition, useEffect, useState } from 'react';

/** Device time. The only place that reads it, besides the writing of events. */
export const nowMs = (): number => Date.now();

/** The time, ticking. @param everyMs how often the page should count anew */
export function useNow(everyMs = 15_000): number {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    const tick = () => setNow(nowMs());
    const id = setInterval(tick, everyMs);
    // A phone that slept shows the right time at once when it wakes.
    document.addEventListener('visibilitychange', tick);
    return () => {
      clearInterval(id);
      document.removeEventListener('visibilitychange', tick);
    };
  }, [everyMs]);
  return now;
}

/** Resolves when the next frame has been painted, or soon after in a page that paints none. */
export const afterPaint = (): Promise<void> =>
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

/** When this page was opened, ms. */
export const pageOpenedMs = Date.now();

/** How long the first view has the device to itself, ms. */
const FIRST_VIEW_MS = 1500;
const begun = performance.now();

/** False while the first view is still to itself: what may come later is loaded after that. */
export function useAfterFirstPaint(): boolean {
  const [later, setLater] = useState(() => performance.now() - begun > FIRST_VIEW_MS);
  useEffect(() => {
    if (later) return;
    const id = setTimeout(() => setLater(true), FIRST_VIEW_MS);
    return () => clearTimeout(id);
  }, [later]);
  return later;
}
