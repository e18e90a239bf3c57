import { useCallback, useEffect, useRef } from 'react';
import { nowMs } from './clock';
import { useData } from './DataProvider';

/** How long nobody types before what stands there is kept, ms. */
const REST_MS = 400;

/** What a form has to offer for a draft of it to be kept. */
export interface DraftedForm {
  watch(on: (values: object) => void): { unsubscribe(): void };
  reset(values: object, how: { keepDefaultValues: true }): void;
  getValues(): object;
}

/**
 * Keeps what stands in a half-filled form, and puts it back when the form is opened again: after a reload, another view, a browser that
 * was killed. @param name which form, also of which job or panel @returns forgets it, once it is saved or left on purpose
 */
export function useFormDraft(name: string, { watch, reset, getValues }: DraftedForm): () => void {
  const { repo } = useData();
  const waiting = useRef<{ timer?: ReturnType<typeof setTimeout>; values?: object }>({});
  const key = `form/${name}`;
  useEffect(() => {
    const { current: w } = waiting;
    let typed = false;
    let gone = false;
    repo.draft(key).then(
      (had) => {
        if (!gone && !typed && isTexts(had)) reset({ ...getValues(), ...had }, { keepDefaultValues: true });
      },
      () => undefined,
    );
    const keep = () => {
      clearTimeout(w.timer);
      const { values } = w;
      delete w.values;
      // A draft that cannot be kept is not worth an alarm: saving says so if storage is gone.
      if (values) void repo.saveDraft(key, values).catch(() => undefined);
    };
    const on = watch((values) => {
      typed = true;
      w.values = { ...values };
      clearTimeout(w.timer);
      w.timer = setTimeout(keep, REST_MS);
    });
    return () => {
      gone = true;
      on.unsubscribe();
      keep();
    };
  }, [repo, key, watch, reset, getValues]);
  return useCallback(() => {
    clearTimeout(waiting.current.timer);
    delete waiting.current.values;
    void repo.saveDraft(key, null).catch(() => undefined);
  }, [repo, key]);
}

const isTexts = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

/** A draft that is older than this is of another day's work, ms. */
const STALE_MS = 12 * 60 * 60_000;

/**
 * Keeps what stands on a sheet that is no form of fields alone, and gives it back once when the sheet is opened again the same day.
 * @param name which sheet @param value what to keep; undefined while nobody touched it @param restore takes what was kept
 * @param staleMs what is older than this is not put back, ms
 * @returns forgets it, once it is saved or left on purpose
 */
export function useSheetDraft<T extends object>(
  name: string | undefined,
  value: T | undefined,
  restore: (kept: T) => void,
  staleMs = STALE_MS,
): () => void {
  const { repo } = useData();
  const key = name && `form/${name}`;
  const latest = useRef({ value, restore });
  const done = useRef(false);
  useEffect(() => {
    latest.current = { value, restore };
  });
  useEffect(() => {
    if (!key) return;
    let gone = false;
    repo.draft(key).then(
      (had) => {
        const kept = had as { atMs?: number; value?: T } | null;
        // Somebody was quicker than the store.
        if (gone || latest.current.value !== undefined || !kept?.value) return;
        if (nowMs() - (kept.atMs ?? 0) < staleMs) latest.current.restore(kept.value);
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [repo, key, staleMs]);
  const text = value && JSON.stringify(value);
  /** Under which name something is kept: the sheet may since be about other zones, or as it was suggested again. */
  const keptAs = useRef<string>(undefined);
  useEffect(() => {
    if (!key || done.current) return;
    if (keptAs.current !== undefined && (text === undefined || keptAs.current !== key)) {
      void repo.saveDraft(keptAs.current, null).catch(() => undefined);
      keptAs.current = undefined;
    }
    if (text === undefined) return;
    keptAs.current = key;
    const timer = setTimeout(() => {
      if (done.current) return;
      void repo.saveDraft(key, { atMs: nowMs(), value: JSON.parse(text) as T }).catch(() => undefined);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [repo, key, text]);
  return useCallback(() => {
    done.current = true;
    if (key) void repo.saveDraft(key, null).catch(() => undefined);
  }, [repo, key]);
}
