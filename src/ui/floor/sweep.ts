import { useEffect, useRef, type RefObject } from 'react';

/** From so far sideways on a touch is a sweep and no tap, px. */
const SWEPT = 14;

/** What a finger that goes over parts means: those it went over until now, the first first. @param begins it is on the first one only yet */
export type OnSweep = (keys: readonly string[], begins: boolean) => void;

/**
 * Follows a finger, or a held mouse button, that goes sideways over parts which carry their key in `data-part`. Up and down it moves the page, as
 * everywhere. The tap that ends a sweep is no tap.
 */
export function useSweep(box: RefObject<HTMLElement | null>, onSweep: OnSweep | undefined): void {
  const latest = useRef(onSweep);
  useEffect(() => {
    latest.current = onSweep;
  });
  const on = onSweep !== undefined;
  useEffect(() => {
    const el = box.current;
    if (!el || !on) return;
    let from: { x: number; y: number; key: string } | undefined;
    let swept: Set<string> | undefined;
    const keyAt = (x: number, y: number): string | undefined => {
      const part = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-part]');
      return part && el.contains(part) ? part.dataset.part : undefined;
    };
    const down = (e: PointerEvent) => {
      swept = undefined;
      const key = e.isPrimary && e.button === 0 ? keyAt(e.clientX, e.clientY) : undefined;
      from = key === undefined ? undefined : { x: e.clientX, y: e.clientY, key };
    };
    const move = (e: PointerEvent) => {
      if (!from || !e.isPrimary) return;
      const [dx, dy] = [Math.abs(e.clientX - from.x), Math.abs(e.clientY - from.y)];
      if (!swept) {
        if (dx < SWEPT || dx < dy) return;
        swept = new Set([from.key]);
        latest.current?.([from.key], true);
      }
      const key = keyAt(e.clientX, e.clientY);
      if (key === undefined || swept.has(key)) return;
      swept.add(key);
      latest.current?.([...swept], false);
    };
    const end = () => {
      from = undefined;
    };
    const click = (e: MouseEvent) => {
      if (!swept) return;
      swept = undefined;
      e.preventDefault();
      e.stopPropagation();
    };
    el.addEventListener('pointerdown', down);
    el.addEventListener('pointermove', move);
    for (const kind of ['pointerup', 'pointercancel', 'pointerleave'] as const) el.addEventListener(kind, end);
    el.addEventListener('click', click, true);
    return () => {
      el.removeEventListener('pointerdown', down);
      el.removeEventListener('pointermove', move);
      for (const kind of ['pointerup', 'pointercancel', 'pointerleave'] as const) el.removeEventListener(kind, end);
      el.removeEventListener('click', click, true);
    };
  }, [box, on]);
}
