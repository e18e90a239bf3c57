import type { Doing } from '@/core/share/parcel';
import { nowMs } from '../clock';
import { storeName, type Mode } from '../mode';
import { openPictures } from '../pictures';
import { jobLog, SHOP_LOG } from '../records';
import { openRepository } from '../repository';
import { openStorage } from '../storage';
import { makeKeys } from './keys';
import { relayAt } from './relayClient';
import { createSharing, type SharingLoop } from './sharing';
import { DOING_EVERY_MS, sharingChannel, type SharingWord } from './status';

/** Thin entry of what keeps jobs in step with other phones: one of a browser's pages runs it for all of them. */
function start(mode: Mode): void {
  const name = storeName(mode);
  const shop = new BroadcastChannel(name);
  const words = new BroadcastChannel(sharingChannel(name));
  const say = (w: SharingWord) => words.postMessage(w);
  const loop: SharingLoop = createSharing({
    repo: openRepository(openStorage(name), name),
    pictures: openPictures(name),
    relay: relayAt(`${self.location.origin}/relay`),
    keys: makeKeys(crypto.subtle),
    mode,
    now: nowMs,
    changed: (...records) => {
      const written = records.filter((r) => r !== 'pictures');
      if (written.length > 0) shop.postMessage({ changed: written });
      if (written.length < records.length) say({ pictures: true });
    },
    tell: (status) => say({ status }),
  });
  shop.onmessage = (m: MessageEvent<{ changed: readonly string[] }>) => {
    const isShared = (r: string) => ['all', 'shop', 'sharing', SHOP_LOG].includes(r) || r.startsWith(jobLog(''));
    if (m.data.changed.some(isShared)) loop.nudge();
  };
  const pages = new Map<string, { doing: readonly Doing[]; atMs: number }>();
  const done = () => {
    for (const [from, p] of pages) if (performance.now() - p.atMs > 2 * DOING_EVERY_MS) pages.delete(from);
    loop.setDoing([...pages.values()].flatMap((p) => p.doing));
  };
  words.onmessage = ({ data }: MessageEvent<SharingWord>) => {
    if ('ask' in data) loop.again();
    if (!('doing' in data)) return;
    if (data.doing.length > 0) pages.set(data.from, { doing: data.doing, atMs: performance.now() });
    else pages.delete(data.from);
    done();
  };
  say({ who: true });
  setInterval(done, DOING_EVERY_MS);
  self.addEventListener('online', () => loop.nudge());
  void loop.run();
}

self.addEventListener('message', (m: MessageEvent<{ mode: Mode }>) => start(m.data.mode), { once: true });
