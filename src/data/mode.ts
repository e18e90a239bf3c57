import { withLock } from './lock';
import { openStorage } from './storage';

/** Whose data is shown: the demo's or the user's own. They never share a store. */
export type Mode = 'demo' | 'own';

const CHOICE_DB = 'stratocoat-choice';
const KEY = 'mode';
export const storeName = (mode: Mode): string => (mode === 'demo' ? 'stratocoat-demo' : 'stratocoat');

/** What the page's address asks for, else what was chosen before, else what the server suggests, else null: ask. */
export async function initialMode(): Promise<Mode | null> {
  const asked = new URLSearchParams(window.location.search);
  if (asked.has('demo')) return saveMode('demo');
  if (asked.has('own')) return saveMode('own');
  try {
    const kept = (await openStorage(CHOICE_DB).getMany([KEY]))[KEY];
    if (kept === 'demo' || kept === 'own') return kept;
  } catch {
    // Without storage there is no choice to remember; ask, or take the suggestion.
  }
  return document.querySelector('meta[name="stratocoat-start"]')?.getAttribute('content') === 'demo' ? 'demo' : null;
}

export async function saveMode(mode: Mode): Promise<Mode> {
  try {
    // Under a lock of its own, by which it can be seen that it is being written.
    await withLock(CHOICE_DB, () => openStorage(CHOICE_DB).commit({ set: { [KEY]: mode } }));
  } catch {
    // The choice then holds for this page only; the data store itself says so to the user.
  }
  return mode;
}
