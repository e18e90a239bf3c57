import { chromium, type Page } from '@playwright/test';
import { launchArgs, opened, serve, type Outcome } from './rounds';

type Damage = 'delete' | 'cut' | 'flip';
const DAMAGES: readonly Damage[] = ['delete', 'cut', 'flip'];

/** Entries of each job that were told as kept. */
type Kept = Map<string, Set<string>>;

/** Some work as the app does it: jobs put in, entries, a job deleted. */
async function work(page: Page, random: () => number, round: number): Promise<Kept> {
  const kept: Kept = new Map();
  const acts = 3 + Math.floor(random() * 20);
  for (let i = 0; i < acts; i++) {
    const ids = [...kept.keys()];
    const pick = ids[Math.floor(random() * ids.length)];
    const act = random();
    if (pick === undefined || act < 0.15) {
      const id = `j${round}-${i}`;
      const size = 1 + Math.floor(random() * 300);
      await page.evaluate(([j, s]) => window.shop.put(j, s), [id, size] as const);
      kept.set(id, new Set(Array.from({ length: size }, (_, k) => `${id}-${k}`)));
    } else if (act < 0.25 && ids.length > 1) {
      await page.evaluate((j) => window.shop.remove(j), pick);
      kept.delete(pick);
    } else {
      await page.evaluate(([j, e]) => window.shop.append(j, e), [pick, `a${i}`] as const);
      kept.get(pick)?.add(`a${i}`);
    }
    // Now and then the copy is made anew.
    if (random() < 0.1) await page.evaluate(() => window.shop.clear());
  }
  return kept;
}

/**
 * The browser deletes the database under the open page, in half of the rounds with one to three records of the second copy damaged. Whatever is not
 * there afterwards has to be told as missing, by the job's name or as what nobody knows more of; and where nothing is told as missing, all has to be there.
 */
export async function deletedRounds(n: number, random: () => number): Promise<Outcome> {
  const { port, close } = await serve();
  const browser = await chromium.launch(launchArgs);
  const out: Outcome = { name: 'databases deleted, half with a damaged copy', rounds: n, lost: 0, torn: 0, note: '' };
  let [whole, told, back] = [0, 0, 0];
  try {
    for (let round = 0; round < n; round++) {
      const context = await browser.newContext();
      const page = await opened(context, `http://127.0.0.1:${port}/`);
      const kept = await work(page, random, round);
      const damaged: string[] = [];
      if (round % 2 === 1) {
        const urls = await page.evaluate(() => window.shop.copied());
        for (let k = 0; k < 1 + Math.floor(random() * 3); k++) {
          const url = urls[Math.floor(random() * urls.length)];
          const how = DAMAGES[Math.floor(random() * DAMAGES.length)];
          if (url === undefined || how === undefined) continue;
          damaged.push(`${how} ${url}`);
          await page.evaluate(([u, h, at]) => window.shop.damage(u, h, at), [url, how, random()] as const);
        }
      }
      const cdp = await context.newCDPSession(page);
      const origin = `http://127.0.0.1:${port}`;
      await cdp.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' });
      // The page is still open, or is loaded again.
      const stays = random() < 0.5;
      if (!stays) await page.reload().then(() => page.waitForFunction(() => 'shop' in window));
      const [id] = kept.keys();
      if (stays && id !== undefined) {
        const said = await page.evaluate((j) => window.shop.kindOf('append', j), id);
        if (said === 'kept') kept.get(id)?.add('over');
      }
      const restored = await page.evaluate(() => window.shop.restored());
      if (restored) back++;
      const { jobs } = await page.evaluate(() => window.shop.look());
      const says = restored?.missing ?? [];
      const isVague = restored?.isAllLost === true || says.some((m) => /nothing more is known|perhaps more/.test(m));
      if (says.length > 0 || isVague) told++;
      else whole++;
      for (const [job, entries] of kept) {
        const has = new Set(jobs[job]?.ids);
        const gone = [...entries].filter((e) => e !== 'over' && !has.has(e));
        if (gone.length === 0) continue;
        // Its name, or a job that is not there any more.
        // Somebody who has to find out why is told what was damaged and what is gone.
        const isLost =
          !isVague && !says.some((m) => m.includes(`Job ${job}:`) || /not here|cannot be read|list of jobs/.test(m));
        if (isLost) {
          out.lost++;
          console.log(`Round ${round}, ${stays ? 'open' : 'loaded again'}, lost in silence:`, {
            job,
            gone,
            damaged,
            says,
          });
        }
      }
      // A whole copy gives back all of it.
      if (round % 2 === 0 && (says.length > 0 || isVague)) out.torn++;
      await context.close();
    }
  } finally {
    await browser.close();
    close();
  }
  out.note = `${back} stores came back; ${whole} whole, ${told} with what is missing told`;
  return out;
}
