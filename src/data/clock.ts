import { useEffect, useState } from 'react';

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
