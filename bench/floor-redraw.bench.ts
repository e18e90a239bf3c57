/**
 * A tap on one part of a floor of twenty parts with forty zones, in the cup's choice of zones, until the frame that shows it ticked, in
 * Chromium with the CPU slowed down four times. Beside it: the same for a floor of one part, which is what the page around it costs. The
 * floor itself: the 95th percentile of 40 taps on forty zones, less what the page usually costs. Bound: 50 ms.
 */
import { SHIPPED_PRODUCTS, type Job, type LogEvent } from '../src/core';
import { writeJobFile } from '../src/core/formats';
import { importJob, openBench } from './browser';
import { percentile, report } from './report';
import { pageYardstick, type Yardstick } from './yardstick';

const ROWS = ['left', 'across', 'right', 'inside'] as const;

/** A job of so many parts, each drawn, with two zones that carry old paint, epoxy and primer. */
function floorJob(id: string, parts: number, now: number) {
  const panels: Job['panels'] = Array.from({ length: parts }, (_, i) => ({
    id: `p${i}`,
    name: `Part ${i + 1}`,
    substrate: 'steel',
    thicknessUm: 800,
    row: ROWS[i % ROWS.length]!,
    map: {
      outline: [0, 1, 2, 3, 4, 5].map((k) => ({
        x: Math.round(500 + 480 * Math.cos((k * Math.PI) / 3)),
        y: Math.round(350 + 330 * Math.sin((k * Math.PI) / 3)),
      })),
      faces: ['outer'],
      keepOuts: [],
    },
  }));
  const zones: Job['zones'] = panels.flatMap((p) =>
    ['Lower', 'Upper'].map((name) => ({ id: `${p.id}-${name}`, panelId: p.id, name, areaCm2: 2500 })),
  );
  const day = 24 * 3_600_000;
  const at = (n: number, back: number) => ({ id: `${id}-${n}`, atMs: now - back, writtenMs: now - back });
  const zoneIds = zones.map((z) => z.id);
  const coat = { kind: 'coated', coats: 2, filmUm: 50, application: 'lowPressureGun' } as const;
  const events: LogEvent[] = [
    { ...at(0, 3 * day), kind: 'found', zoneIds, substrate: 'steel', thicknessUm: 800, layers: [] },
    { ...at(1, 2 * day), ...coat, zoneIds, productId: 'epoxy-primer' },
    { ...at(2, day), ...coat, zoneIds, productId: 'highbuild-2k' },
  ];
  return writeJobFile(
    { id, name: `Floor of ${parts}`, about: '', createdMs: now, panels, zones },
    events,
    SHIPPED_PRODUCTS,
    now,
  );
}

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const taps = async (parts: number): Promise<{ times: number[]; stick: Yardstick }> => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    await importJob(page, url, floorJob('floor', parts, Date.now()));
    await page.goto(`${url}/mix`);
    await page.getByTestId('part-p0').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2000);
    const cdp = await context.newCDPSession(page);
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const stick = await pageYardstick(page);
    const times: number[] = [];
    for (let i = 0; i < 42; i++) {
      const ms = await page.evaluate(
        (id) =>
          new Promise<number>((resolve, reject) => {
            const part = document.querySelector<HTMLElement>(`[data-testid=part-${id}]`)!;
            const before = part.getAttribute('aria-checked');
            setTimeout(() => reject(new Error('nothing changed')), 10_000);
            const t0 = performance.now();
            const watch = new MutationObserver(() => {
              if (part.getAttribute('aria-checked') === before) return;
              watch.disconnect();
              requestAnimationFrame(() => {
                const after = new MessageChannel();
                after.port1.onmessage = () => resolve(performance.now() - t0);
                after.port2.postMessage(0);
              });
            });
            watch.observe(part, { attributes: true });
            part.click();
          }),
        `p${i % parts}`,
      );
      // The first two warm the page up.
      if (i > 1) times.push(ms);
      await page.waitForTimeout(250);
    }
    await stick.take();
    await context.close();
    return { times, stick };
  };
  const { times: one } = await taps(1);
  const { times: many, stick } = await taps(20);
  const told = (t: number[]) => `median ${percentile(t, 0.5).toFixed(0)} ms, p95 ${percentile(t, 0.95).toFixed(0)} ms`;
  console.log(`forty zones: ${told(many)}; one part: ${told(one)}`);
  report('floor-redraw', percentile(many, 0.95) - percentile(one, 0.5), 'ms', 50, { stick });
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
