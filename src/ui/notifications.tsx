import { createContext, lazy, Suspense, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';

/** What was just done, for some seconds, and how it is taken back. */
export interface Notification {
  text: string;
  /** Takes it back; why that cannot be is said in its place. */
  undo?: () => unknown;
}

const NotifyContext = createContext<(n: Notification) => void>(() => undefined);
const ShownContext = createContext<{ shown: Shown | undefined; close(over: Shown): void }>({
  shown: undefined,
  close: () => undefined,
});
interface Shown extends Notification {
  /** Two that say the same are two. */
  no: number;
}

/** Says what was saved. One at a time: the newest is what a hand wants to take back. */
export const useNotify = (): ((n: Notification) => void) => useContext(NotifyContext);

/** Keeps what is to be said, over all views: the view that saved is often gone by then. */
export function NotificationsProvider({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Shown>();
  const notify = useCallback((n: Notification) => setShown((was) => ({ ...n, no: (was?.no ?? 0) + 1 })), []);
  // What closes is the bar whose time is over: by then another may be there, which nobody has read yet.
  const close = useCallback((over: Shown) => setShown((is) => (is === over ? undefined : is)), []);
  const value = useMemo(() => ({ shown, close }), [shown, close]);
  return (
    <NotifyContext.Provider value={notify}>
      <ShownContext.Provider value={value}>{children}</ShownContext.Provider>
    </NotifyContext.Provider>
  );
}

/** Comes with the first thing that is said. */
const NotificationBar = lazy(() => import('./NotificationBar'));

/** Where it is said. */
export function Notifications() {
  const { shown, close } = useContext(ShownContext);
  const notify = useNotify();
  const undo = shown?.undo;
  return shown ? (
    <Suspense fallback={null}>
      <NotificationBar
        key={shown.no}
        text={shown.text}
        undo={undo && (() => Promise.resolve(undo()).catch((e: Error) => notify({ text: e.message })))}
        onClose={() => close(shown)}
      />
    </Suspense>
  ) : null;
}
