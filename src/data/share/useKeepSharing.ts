import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { Doing } from '@/core/share/parcel';
import { useData } from '../DataProvider';
import { newId } from '../id';
import { nowMs } from '../clock';
import { storeName, type Mode } from '../mode';
import { useWorkClocks } from '../workClocks';
import { subtleHere } from './keys';
import { DOING_EVERY_MS, sharingChannel, type SharingWord } from './status';
import { SHARING, SHARING_STATUS, useSharing } from './useSharing';

const canShare = (): boolean => subtleHere() !== undefined && typeof BroadcastChannel !== 'undefined';

/** Runs what keeps phones in step as long as this page is open, unless another page of this browser does; then once that is closed. */
function runSharing(mode: Mode): () => void {
  const end = new AbortController();
  const run = () =>
    new Promise<void>((resolve) => {
      const worker = new Worker(new URL('./share.worker', window.location.href));
      worker.postMessage({ mode });
      end.signal.addEventListener('abort', () => {
        worker.terminate();
        resolve();
      });
    });
  void navigator.locks.request(sharingChannel(storeName(mode)), { signal: end.signal }, run).catch(() => undefined);
  return () => end.abort();
}

/** Behind every page: keeps shared jobs in step with other phones, and hears how that stands. */
export function useKeepSharing(): void {
  const { mode, isKept } = useData();
  const client = useQueryClient();
  const sharing = useSharing();
  const isOn = isKept && canShare() && sharing !== undefined && (sharing.shares.length > 0 || !!sharing.joining);
  useEffect(() => (isOn ? runSharing(mode) : undefined), [isOn, mode]);
  useEffect(() => {
    if (!canShare()) return undefined;
    const shop = new BroadcastChannel(storeName(mode));
    const words = new BroadcastChannel(sharingChannel(storeName(mode)));
    shop.onmessage = (m: MessageEvent<{ changed: readonly string[] }>) => {
      if (m.data.changed.includes('sharing')) void client.invalidateQueries({ queryKey: SHARING });
    };
    words.onmessage = ({ data }: MessageEvent<SharingWord>) => {
      if ('status' in data) client.setQueryData(SHARING_STATUS, data.status);
      if ('pictures' in data) {
        void client.invalidateQueries({ queryKey: ['picture'] });
        void client.invalidateQueries({ queryKey: ['pictures'] });
      }
    };
    const ask = () => words.postMessage({ ask: true } satisfies SharingWord);
    ask();
    // A phone that slept has lost its connection, and does not wait for it to be noticed.
    const onSeen = () => document.visibilityState === 'visible' && ask();
    document.addEventListener('visibilitychange', onSeen);
    return () => {
      document.removeEventListener('visibilitychange', onSeen);
      shop.close();
      words.close();
    };
  }, [client, mode]);
  const { clocks } = useWorkClocks();
  const doing = useMemo(
    () => clocks.map((c): Doing => ({ act: c.act, panelIds: [c.panelId], sinceMs: c.startedMs })),
    [clocks],
  );
  // Clocks are the same on all pages of a browser.
  useSayDoing(isOn ? doing : NOTHING, 'clocks');
}

const NOTHING: readonly Doing[] = [];
const PAGE = newId(nowMs());

/** Tells other phones what somebody is at on this page, as long as it lasts. @param from who says it; of each the last word counts */
export function useSayDoing(doing: readonly Doing[], from = PAGE): void {
  const { mode } = useData();
  const text = JSON.stringify(doing);
  useEffect(() => {
    if (text === '[]' || !canShare()) return undefined;
    const words = new BroadcastChannel(sharingChannel(storeName(mode)));
    const say = (d: readonly Doing[]) => words.postMessage({ from, doing: d } satisfies SharingWord);
    const all = JSON.parse(text) as Doing[];
    say(all);
    words.onmessage = ({ data }: MessageEvent<SharingWord>) => {
      if ('who' in data) say(all);
    };
    const timer = setInterval(() => say(all), DOING_EVERY_MS);
    return () => {
      clearInterval(timer);
      say([]);
      words.close();
    };
  }, [text, mode, from]);
}
