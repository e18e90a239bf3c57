import { useEffect, useRef } from 'react';
import { DETAIL_ID } from './SplitView';

/** How a control is found again when its view is drawn anew: what it is, and what it is called. */
interface Place {
  role: string;
  name: string;
}
const placeOf = (e: Element): Place => ({
  role: e.getAttribute('role') ?? e.tagName.toLowerCase(),
  name: e.getAttribute('aria-label') ?? e.textContent ?? '',
});
const isAt = (e: Element, { role, name }: Place): boolean => {
  const p = placeOf(e);
  return p.role === role && p.name === name;
};
const CONTROLS = 'a[href], button, input, textarea, select, [tabindex]';
/** A view that loads its own file draws its head a moment after the address has changed. */
const PATIENCE_MS = 1500;
const LOOK_EVERY_MS = 40;

/**
 * Where the keyboard is when the view changes: at the head of a new one, so that it is read and Tab goes on from there; back where it was
 * when one comes back. The first view of a visit keeps the browser's own beginning.
 * @param path the address of the view
 */
export function useViewFocus(path: string): void {
  const left = useRef(new Map<string, Place>());
  const before = useRef(path);
  useEffect(() => {
    const remember = (e: FocusEvent) => {
      if (e.target instanceof Element && e.target.closest('[role=main]')) left.current.set(path, placeOf(e.target));
    };
    document.addEventListener('focusin', remember);
    return () => document.removeEventListener('focusin', remember);
  }, [path]);
  useEffect(() => {
    if (before.current === path) return;
    before.current = path;
    const since = Date.now();
    const timer = setInterval(() => {
      const main = document.querySelector('[role=main]');
      const place = left.current.get(path);
      const back = place && [...(main?.querySelectorAll(CONTROLS) ?? [])].find((e) => isAt(e, place));
      const head = (main?.querySelector(`#${DETAIL_ID}`) ?? main)?.querySelector('[role=heading][aria-level="1"], h1');
      // What comes behind the head may hold the place that was left.
      const to = back ?? (place && Date.now() - since < PATIENCE_MS / 2 ? undefined : head);
      if (to instanceof HTMLElement) {
        // Somebody was quicker, or typed already.
        if (!main?.contains(document.activeElement) || document.activeElement === document.body) {
          if (to === head) to.tabIndex = -1;
          to.focus({ preventScroll: to === head });
        }
        clearInterval(timer);
      } else if (Date.now() - since > PATIENCE_MS) clearInterval(timer);
    }, LOOK_EVERY_MS);
    return () => clearInterval(timer);
  }, [path]);
}
