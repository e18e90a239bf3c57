import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { MINUTE_MS } from '@/core';
import { useData } from './DataProvider';
import { openJobs } from './jobs';
import { storeName } from './mode';
import { SHOP } from './queryKeys';
import type { ShopRecord } from './records';
import { forgetSettled, writeSettled } from './settled';
import { yieldToPage } from './slices';

/** The page has long been shown by then, and then now and again, ms. */
const FIRST_MS = 15_000;
const EVERY_MS = 5 * MINUTE_MS;

/** Keeps what stands still on jobs beside their logs, when the page has nothing better to do. */
export function useKeepSettled(): void {
  const { mode, isKept } = useData();
  const client = useQueryClient();
  useEffect(() => {
    if (!isKept) return;
    let gone = false;
    const keep = async () => {
      const shop = client.getQueryData<ShopRecord>(SHOP);
      if (shop) await forgetSettled(storeName(mode), shop.jobIds);
      for (const open of openJobs(client, shop?.jobIds ?? [])) {
        if (gone || !shop) return;
        await yieldToPage();
        await writeSettled(storeName(mode), open, shop.products);
      }
    };
    const first = setTimeout(() => void keep(), FIRST_MS);
    const every = setInterval(() => void keep(), EVERY_MS);
    return () => {
      gone = true;
      clearTimeout(first);
      clearInterval(every);
    };
  }, [client, mode, isKept]);
}
