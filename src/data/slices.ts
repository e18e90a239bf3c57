/** Longer than this a page does not work at a stretch, so that a tap is answered, ms. */
export const SLICE_MS = 12;

/** Lets the page do what waits: a tap, a frame. */
export const yieldToPage = (): Promise<void> =>
  new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

/** Resolves when the next frame has been painted, or soon after in a page that paints none. */
export async function afterPaint(): Promise<void> {
  await new Promise<unknown>((resolve) => {
    setTimeout(resolve, 100);
    requestAnimationFrame(resolve);
  });
  await yieldToPage();
}

/** Runs long work that stops now and then, and lets the page breathe whenever it has worked for a while. */
export async function inSlices<T>(work: Generator<undefined, T>): Promise<T> {
  let began = performance.now();
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    if (performance.now() - began < SLICE_MS) continue;
    await yieldToPage();
    began = performance.now();
  }
}
