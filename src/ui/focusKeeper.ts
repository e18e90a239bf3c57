import { useEffect } from 'react';

const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), textarea, select, [tabindex]:not([tabindex="-1"])';

/**
 * Keeps the keyboard where the hand is: when what has the focus goes away (a list that closes once something is picked, an act that is done), the focus
 * goes to the nearest control that is left in the same part of the page, and not to the page's beginning.
 */
export function useFocusKeeper(): void {
  useEffect(() => {
    let chain: Element[] = [];
    let isKeyboard = false;
    let address = '';
    const remember = (e: FocusEvent) => {
      if (!(e.target instanceof Element)) return;
      chain = [];
      address = window.location.pathname;
      for (let at: Element | null = e.target; at && at !== document.body; at = at.parentElement) chain.push(at);
    };
    const key = () => (isKeyboard = true);
    const hand = () => (isKeyboard = false);
    let waiting: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      waiting = undefined;
      const [last] = chain;
      // Another view: where it begins is somebody else's to say.
      if (address !== window.location.pathname) return;
      if (!isKeyboard || !last || last.isConnected || document.activeElement !== document.body) return;
      const part = chain.find((e) => e.isConnected && e.querySelector(FOCUSABLE));
      const to = part?.querySelector(FOCUSABLE);
      if (to instanceof HTMLElement) to.focus({ preventScroll: true });
    };
    // What takes its place comes with the next drawing.
    const watch = new MutationObserver(() => {
      if (!waiting && chain[0] && !chain[0].isConnected) waiting = setTimeout(look, 60);
    });
    document.addEventListener('focusin', remember);
    document.addEventListener('keydown', key, true);
    document.addEventListener('pointerdown', hand, true);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      clearTimeout(waiting);
      watch.disconnect();
      document.removeEventListener('focusin', remember);
      document.removeEventListener('keydown', key, true);
      document.removeEventListener('pointerdown', hand, true);
    };
  }, []);
}
