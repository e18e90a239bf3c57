let tail: Promise<unknown> = Promise.resolve();

/** A tab that holds on to the lock for longer than this is not waited for, ms. */
const WAIT_MS = 3000;

/**
 * Runs one piece of work at a time, over all tabs where the browser can (Web Locks), else within this one. It spares work that would be in
 * vain; what makes two tabs safe is that every write looks and writes in one transaction, so that a lock which does not come is done without.
 */
export async function withLock<T>(name: string, work: () => Promise<T>): Promise<T> {
  if (typeof navigator === 'undefined' || !navigator.locks) {
    const next = tail.then(work, work);
    tail = next.catch(() => undefined);
    return next;
  }
  let begun = false;
  const once = () => {
    begun = true;
    return work();
  };
  try {
    return (await navigator.locks.request(name, { signal: AbortSignal.timeout(WAIT_MS) }, once)) as T;
  } catch (e) {
    if (begun || !(e instanceof DOMException && e.name === 'TimeoutError')) throw e;
    return work();
  }
}
