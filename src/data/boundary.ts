/** Validation and files, loaded when something first crosses the boundary. One chunk for all of it. */
export const loadFormats = () => import('@/core/formats');
/** What outside devices say and how it is judged: needed once one is there. */
export const loadDevices = () => import('@/core/devices');
/** Verdicts and plans: needed once a page has shown, and before an entry is written. */
export const loadAdvice = () => import('@/core/advice');
/** A record of paint as data: needed once somebody saves one. */
export const loadRecordFile = () => import('@/core/record/json');
/** The made-up pictures of the demo: needed once it stands there. */
export const loadDemoPictures = (): Promise<Readonly<Record<string, string>>> =>
  import('../../demo/seed/pictures.json').then((m) => m.default);
/** Heads of logs that lost their last entries: needed once the browser has thrown the store away. */
export const loadRestoredHeads = () => import('./restoredHeads');
