/** How often it is looked whether the time is over, ms. */
const TICK_MS = 250;

/**
 * What somebody waits for, at most so long. Rejects with a TimeoutError that says what did not come. Counted in ticks, so that a device which
 * slept meanwhile has not waited.
 * @param ms how long
 */
export function withTimeout<T>(ms: number, work: Promise<T>, what: string): Promise<T> {
  return new Promise((resolve, reject) => {
    let left = Math.ceil(ms / TICK_MS);
    const id = setInterval(() => {
      if (--left <= 0) reject(new DOMException(what, 'TimeoutError'));
    }, TICK_MS);
    work.then(resolve, reject).finally(() => clearInterval(id));
  });
}
