import { lazy, Suspense, useCallback, useState } from 'react';

export interface Question {
  title: string;
  /** What is lost, and that it cannot be undone. */
  text: string;
  /** What the hand does: 'Delete the job'. */
  act: string;
  onConfirm(): void;
}

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
