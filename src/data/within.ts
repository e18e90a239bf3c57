/** What somebody waits for, at most so long. Rejects with a TimeoutError that says what did not come. @param ms how long */
export function within<T>(ms: number, work: Promise<T>, what: string): Promise<T> {
  return new Promise((resolve, reject) => {
    const id = setTimeout(() => reject(new DOMException(what, 'TimeoutError')), ms);
    work.then(resolve, reject).finally(() => clearTimeout(id));
  });
}
