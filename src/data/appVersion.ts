import { useEffect, useState } from 'react';
import { Workbox } from 'workbox-window';
import { HOUR_MS } from '@/core';

/** The first view and what follows it have the network to themselves for so long, ms. */
const AFTER_MS = 4000;
const LOOK_EVERY_MS = HOUR_MS;

let worker: Workbox | undefined;
const workbox = (): Workbox => (worker ??= new Workbox('/sw.js'));

/** How long the new app is waited for before the page is loaded as it is, ms. */
const NEWEST_MS = 8000;

/** Loads the page with the newest app that can be had: one that waits in the browser, or that the server has. */
export async function loadNewest(): Promise<void> {
  const reload = () => window.location.reload();
  if (!('serviceWorker' in navigator) || process.env.NODE_ENV !== 'production') return reload();
  setTimeout(reload, NEWEST_MS);
  const wb = workbox();
  wb.addEventListener('controlling', reload);
  wb.addEventListener('waiting', () => wb.messageSkipWaiting());
  await wb.register({ immediate: true }).catch(() => undefined);
  const registered = await navigator.serviceWorker.getRegistration().catch(() => undefined);
  await registered?.update().catch(() => undefined);
  // Nothing newer is on its way: the server may have it all the same.
  if (!registered?.installing && !registered?.waiting) reload();
}

/**
 * Keeps the app in the browser, so that it is there without a network, and tells when a new version is complete.
 * @returns loads the new version; undefined while there is none
 */
export function useNewVersion(): (() => void) | undefined {
  const [load, setLoad] = useState<() => void>();
  useEffect(() => {
    // Over plain http no browser has it, and while the app is developed it would show yesterday's.
    if (!('serviceWorker' in navigator) || process.env.NODE_ENV !== 'production') return;
    const wb = workbox();
    const waits = () =>
      setLoad(() => () => {
        wb.addEventListener('controlling', () => window.location.reload());
        wb.messageSkipWaiting();
      });
    wb.addEventListener('waiting', waits);
    // What cannot be fetched now is fetched another time: the app works as it is.
    const look = () => void wb.update().catch(() => undefined);
    const begin = setTimeout(() => void wb.register({ immediate: true }).catch(() => undefined), AFTER_MS);
    const every = setInterval(look, LOOK_EVERY_MS);
    return () => {
      wb.removeEventListener('waiting', waits);
      clearTimeout(begin);
      clearInterval(every);
    };
  }, []);
  return load;
}
