/** Frames of a drawn panel while a finger moves over it, at a quarter of the processor's speed. */
import { openBench } from './browser';
import { percentile, report } from './report';
import { pageYardstick } from './yardstick';

const SECONDS = 4;
const SLOWER = 4;

/**
 * Ends with the report. @param route of the page whose canvas is drawn on @param name of the benchmark; bound: 60 frames a second, which is a frame of 16.7 ms, plus what a
 * browser's clock is off by
 */
export async function measureFingerFrames(name: string, route: string): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  // What tsx wraps functions in is not in the page.
  await page.addInitScript('window.__name = (f) => f');
  await page.goto(`${url}${route}?demo`);
  const canvas = page.getByTestId('sanded');
  await canvas.waitFor();
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const stick = await pageYardstick(page);
  // Every panel that is drawn is counted where it is drawn.
  await page.evaluate(() => {
    const times: number[] = [];
    (window as unknown as { drawn: number[] }).drawn = times;
    const draw = CanvasRenderingContext2D.prototype.putImageData as (...a: unknown[]) => void;
    CanvasRenderingContext2D.prototype.putImageData = function (this: CanvasRenderingContext2D, ...a: unknown[]) {
      times.push(performance.now());
      draw.apply(this, a);
    } as typeof CanvasRenderingContext2D.prototype.putImageData;
  });
  // A finger as the page would feel it: once a frame, from within, so that no other process has to keep up.
  const frames = await page.evaluate(async (seconds) => {
    const el = document.querySelector('[data-testid=sanded]')!;
    const r = el.getBoundingClientRect();
    const fire = (type: string, x: number, y: number) =>
      el.dispatchEvent(
        new PointerEvent(type, { bubbles: true, pointerId: 1, buttons: 1, isPrimary: true, clientX: x, clientY: y }),
      );
    (el as HTMLElement).setPointerCapture = () => undefined;
    fire('pointerdown', r.left + 60, r.top + 60);
    const t0 = performance.now();
    let n = 0;
    await new Promise<void>((done) => {
      const step = () => {
        const t = (performance.now() - t0) / 1000;
        if (t > seconds) return done();
        n++;
        fire(
          'pointermove',
          r.left + r.width * (0.5 + 0.4 * Math.sin(5 * t)),
          r.top + r.height * (0.5 + 0.35 * Math.sin(1.3 * t)),
        );
        requestAnimationFrame(step);
      };
      requestAnimationFrame(step);
    });
    return n;
  }, SECONDS);
  const drawn = await page.evaluate(() => (window as unknown as { drawn: number[] }).drawn);
  const between = drawn.slice(1).map((t, i) => t - drawn[i]!);
  console.log(
    `${frames} frames in ${SECONDS} s, ${drawn.length} panels drawn; from one to the next ${percentile(between, 0.5).toFixed(1)} ms in the middle, ${percentile(between, 0.95).toFixed(1)} ms at 95 %`,
  );
  await close();
  report(name, (SECONDS * 1000) / drawn.length, 'ms a frame', 17.5, { stick, floor: 1000 / 60 });
}
