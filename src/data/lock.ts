let tail: Promise<unknown> = Promise.resolve();

/**
 * Runs one piece of work at a time, over all tabs where the browser can (Web Locks), else within this one. Reading a
 * head and writing after it are two transactions, so they need this around them.
 */
export function withLock<T>(name: string, work: () => Promise<T>): Promise<T> {
  if (typeof navigator !== 'undefined' && navigator.locks) return navigator.locks.request(name, work) as Promise<T>;
  const next = tail.then(work, work);
  tail = next.catch(() => undefined);
  return next;
}
