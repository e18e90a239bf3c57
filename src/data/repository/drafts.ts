import { readRecord, writeRecord } from '@/core/formats/migrate';
import { keys } from '../records';
import type { Base } from './transact';

/** What is half done. */
export function draftsIn(base: Base) {
  const { store, now } = base;
  /** Drafts that are on their way to the store: settled once they are there or could not be kept. */
  const draftWrites = new Map<string, Promise<void>>();
  return {
    /** Something half done that should outlive a killed browser, as the last save of it left it. */
    draft: async (which: string): Promise<unknown> => {
      await draftWrites.get(which);
      const text = await now.get(keys.draft(which));
      try {
        return text ? (readRecord('draft', text).draft ?? null) : null;
      } catch {
        return null;
      }
    },
    /** One after the other: a form that is opened again at once must not find what was just forgotten. */
    saveDraft: async (which: string, draft: unknown): Promise<void> => {
      const write = (draftWrites.get(which) ?? Promise.resolve()).then(() =>
        store.commit(
          draft === null ? { remove: [keys.draft(which)] } : { set: { [keys.draft(which)]: writeRecord({ draft }) } },
        ),
      );
      const settled = write.then(
        () => undefined,
        () => undefined,
      );
      draftWrites.set(which, settled);
      void settled.then(() => {
        if (draftWrites.get(which) === settled) draftWrites.delete(which);
      });
      await write;
    },
  };
}
