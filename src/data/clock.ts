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
