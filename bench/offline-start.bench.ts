/**
 * A second visit with the server stopped: from opening the address until Today answers, with the CPU slowed down four times; bound 2 s, the 95th
 * percentile of twenty. Beside it: the same visit with the server there and the service worker left out.
 */
import { openBench } from './browser';
import { percentile, report } from './report';
import { pageYardstick, type Yardstick } from './yardstick';

const VISITS = 20;

async function main(): Promise<void> {
  const bench = await openBench();
  const context = await bench.browser.newContext({ viewport: { width: 390, height: 844 } });
  let stick: Yardstick | undefined;
  const visit = async (path: string): Promise<number> => {
    const page = await context.newPage();
    const cdp = await context.newCDPSession(page);
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const t0 = performance.now();
    await page.goto(`${bench.url}${path}`);
    await page.getByTestId('today').waitFor();
    const took = performance.now() - t0;
    stick = await pageYardstick(page);
    await page.close();
    return took;
  };
  try {
    const online: number[] = [];
    await visit('/?demo');
    for (let i = 0; i < VISITS; i++) online.push(await visit('/'));
    const page = await context.newPage();
    await page.goto(bench.url);
    await page.evaluate(async () => {
      const r = await navigator.serviceWorker.register('/sw.js');
      await new Promise<void>((resolve) => {
        const w = r.installing ?? r.waiting ?? r.active;
        if (!w || w.state === 'activated') return resolve();
        w.addEventListener('statechange', () => w.state === 'activated' && resolve());
      });
    });
    await page.close();
    bench.stopServer();
    const offline: number[] = [];
    for (let i = 0; i < VISITS; i++) offline.push(await visit('/'));
    const all = offline.map((ms) => Math.round(ms));
    console.log(
      `with the server and no service worker: median ${Math.round(percentile(online, 0.5))} ms; without a server: ${all.join(', ')} ms`,
    );
    report('offline-start', percentile(offline, 0.95) / 1000, 's', 2, { stick });
  } finally {
    await bench.close();
  }
}
void main();
