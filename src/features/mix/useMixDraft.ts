import { useCallback, useEffect, useRef, useState } from 'react';
import type { Application, Shape } from '@/core';
import { useData } from '@/data';

/** A cup being worked out. Texts as typed, so that a killed browser brings back just what stood there. */
export interface MixDraft {
  jobId: string;
  zoneIds: string[];
  productId: string;
  coats: number;
  film: string;
  thinner: string;
  reserve: string;
  application: Application;
  shape: Shape;
  by: 'weight' | 'volume';
  /** How much went in instead of what was planned: everything is scaled up by this. */
  grown: number;
}

const NAME = 'mix';

/** The cup at hand, kept in storage while it is being mixed. Undefined while it loads. */
export function useMixDraft(): { draft: MixDraft | null | undefined; save(d: MixDraft | null): void } {
  const { repo } = useData();
  const [draft, setDraft] = useState<MixDraft | null>();
  const dirty = useRef(false);
  useEffect(() => {
    repo.draft(NAME).then(
      (d) => !dirty.current && setDraft(d as MixDraft | null),
      () => setDraft(null),
    );
  }, [repo]);
  const save = useCallback(
    (d: MixDraft | null) => {
      dirty.current = true;
      setDraft(d);
      // A draft that cannot be kept is not worth an alarm: logging the coat says so if storage is gone.
      repo.saveDraft(NAME, d).catch(() => undefined);
    },
    [repo],
  );
  return { draft, save };
}
