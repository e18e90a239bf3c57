/**
 * JavaScript on the wire, as compressed, before the first view is usable, on a first visit to the demo. Bound: 400 kB.
 * Beside it: what the same files weigh uncompressed, and the largest font.
 */
import { openBench } from './browser';
import { report } from './report';

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Network.enable');
  const kinds = new Map<string, string>();
  let wire = 0;
  let raw = 0;
  let font = 0;
  let counting = true;
  cdp.on('Network.responseReceived', (e) =>
    kinds.set(e.requestId, e.type === 'Script' ? 'js' : e.type === 'Font' ? 'font' : 'other'),
  );
  cdp.on('Network.dataReceived', (e) => {
    if (counting && kinds.get(e.requestId) === 'js') raw += e.dataLength;
  });
  cdp.on('Network.loadingFinished', (e) => {
    const kind = kinds.get(e.requestId);
    if (counting && kind === 'js') wire += e.encodedDataLength;
    if (kind === 'font') font = Math.max(font, e.encodedDataLength);
  });
  const t0 = performance.now();
  await page.goto(`${url}/?demo`);
  await page.getByTestId('log').waitFor();
  await page.getByText('Next on the clock').waitFor();
  counting = false;
  console.log(
    `usable after ${(performance.now() - t0).toFixed(0)} ms; ${(raw / 1000).toFixed(0)} kB before compression; largest font ${(font / 1000).toFixed(0)} kB, no icon font`,
  );
  report('first-load', wire / 1000, 'kB', 400);
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
