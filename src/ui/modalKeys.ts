import { useEffect } from 'react';

/**
 * Keys of what lies over everything: Escape leaves it, Tab stays inside, and the focus goes back to where it came from. Paper's dialog
 * leaves them to the browser.
 * @param testID of the box
 */
export function useModalKeys(testID: string, onClose: () => void): void {
  useEffect(() => {
    const from = document.activeElement;
    const box = () => document.querySelector<HTMLElement>(`[data-testid="${testID}-surface"]`);
    const controls = () => [...(box()?.querySelectorAll<HTMLElement>('button, a[href], input, [role=button]') ?? [])];
    // The last one leaves things as they are.
    const frame = requestAnimationFrame(() => controls().at(-1)?.focus());
    const onKey = (e: KeyboardEvent) => {
      if (e.key === 'Escape') {
        e.stopPropagation();
        onClose();
      }
      if (e.key !== 'Tab') return;
      const all = controls();
      const at = all.findIndex((c) => c === document.activeElement);
      const next = all[(at + (e.shiftKey ? -1 : 1) + all.length) % all.length];
      e.preventDefault();
      next?.focus();
    };
    document.addEventListener('keydown', onKey, true);
    return () => {
      cancelAnimationFrame(frame);
      document.removeEventListener('keydown', onKey, true);
      if (from instanceof HTMLElement) from.focus();
    };
  }, [testID, onClose]);
}
