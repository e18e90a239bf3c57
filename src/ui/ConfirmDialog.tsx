import { lazy, Suspense, useCallback, useState } from 'react';
import type { Question } from './ConfirmDialogBox';

const Dialog = lazy(() => import('./ConfirmDialogBox'));

/** Asks before what cannot be undone. @returns how to ask, and what to draw */
export function useConfirm(): [ask: (q: Question) => void, dialog: React.ReactNode] {
  const [question, setQuestion] = useState<Question>();
  const close = useCallback(() => setQuestion(undefined), []);
  return [
    setQuestion,
    question && (
      <Suspense fallback={null}>
        <Dialog {...question} onClose={close} />
      </Suspense>
    ),
  ];
}
