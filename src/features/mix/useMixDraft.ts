import { useCallback, useEffect, useRef, useState } from 'react';
import { useData } from '@/data';
import type { MixDraft } from './cup';

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
    (draft: MixDraft | null) => {
      dirty.current = true;
      setDraft(draft);
      // A draft that cannot be kept is not worth an alarm: logging the coat says so if storage is gone.
      repo.saveDraft(NAME, draft).catch(() => undefined);
    },
    [repo],
  );
  return { draft, save };
}
