import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { proxy } from 'comlink';
import { useMemo } from 'react';
import { Phrase, type Message, type Result } from '@/core';
import type { FileProblem } from '@/core/formats/jobFile';
import { cancellableWorker } from '@/workers/cancellableWorker';
import { nowMs } from './clock';
import { useData, type Data } from './DataProvider';
import type { Exchange, JobPreview, ShopPreview } from './exchange';
import type { ExchangeWorker } from './exchange.worker';
import { saveBytes, saveText, slug } from './files';
import { storeName } from './mode';
import { memoryPictures } from './pictures';
import { BACKUP, jobKey } from './queryKeys';
import type { Backup } from './records';
import { refresh } from './refresh';
import { reportStorageFailure } from './reportStorageFailure';

const away = cancellableWorker<ExchangeWorker>(() => new Worker(new URL('./exchange.worker', window.location.href)));

/** Over to the page and back a phrase loses what it can do, and an error what it is. */
const spoken = (m: Message): Message => (typeof m === 'string' ? m : new Phrase(m.parts));
const problems = <T>(r: Result<T, FileProblem[]>): Result<T, FileProblem[]> =>
  r.ok ? r : { ok: false, error: r.error.map((p) => ({ ...p, message: spoken(p.message) })) };

const loadExchange = () => import('./exchange');

/** What can be done with files, away from the page's own thread; on a page whose browser keeps nothing, on the page. */
export function useExchange() {
  const data = useData();
  const client = useQueryClient();
  return useMemo(() => exchangeActions(data, client), [data, client]);
}

function exchangeActions(data: Data, client: QueryClient) {
  const { repo, writes, mode, isKept, tellOthers } = data;
  const name = storeName(mode);
  let here: Promise<Exchange> | undefined;
  const local = () => {
    if (!here) here = loadExchange().then((m) => m.createExchange(repo, memoryPictures));
    return here;
  };
  const reported = <R>(work: Promise<R>) => reportStorageFailure(data, work);
  const settle = async (changed: readonly string[]) => {
    await refresh(client, data, changed);
    tellOthers(...changed);
  };
  const actions = {
    readJob: async (file: Blob, tell: (share: number) => void): Promise<Result<JobPreview, FileProblem[]>> => {
      const r = await (isKept
        ? away.ask<Result<JobPreview, FileProblem[]>>(async (w) => await w.readJob(name, file, proxy(tell)))
        : (await local()).readJob(file, tell));
      if (r.ok) r.value.against = r.value.against.map((a) => ({ ...a, says: spoken(a.says) }));
      return problems(r);
    },
    putJob: async (jobId: string, how: 'replace' | 'merge'): Promise<void> => {
      const changed = await reported(
        isKept ? away.ask<readonly string[]>(async (w) => await w.putJob(name, how)) : (await local()).putJob(how),
      );
      // Another log may stand under the same name now: what was known of it is known no more.
      writes.forget(jobKey(jobId));
      await settle(changed);
    },
    readShop: async (file: Blob, tell: (share: number) => void): Promise<Result<ShopPreview, FileProblem[]>> =>
      problems(
        await (isKept
          ? away.ask<Result<ShopPreview, FileProblem[]>>(async (w) => await w.readShop(name, file, proxy(tell)))
          : (await local()).readShop(file, tell)),
      ),
    putShop: async (): Promise<void> => {
      await reported(isKept ? away.ask(async (w) => w.putShop(name)) : (await local()).putShop());
      client.removeQueries({ queryKey: ['job'] });
      await settle(['all']);
    },
    /** Puts the shop of the file that was read together with the one here. */
    mergeShop: async (): Promise<void> => {
      await reported(isKept ? away.ask(async (w) => w.mergeShop(name)) : (await local()).mergeShop());
      client.removeQueries({ queryKey: ['job'] });
      await settle(['all']);
    },
    /** Writes one job to a file, with the air of its time. */
    saveJob: async (jobId: string, jobName: string): Promise<void> => {
      const now = nowMs();
      const text = isKept
        ? await away.ask<string>(async (w) => await w.writeJob(name, jobId, now))
        : await (await local()).writeJob(jobId, now);
      saveText(`${slug(jobName)}-${dayOf(now)}.json`, text, 'application/json');
    },
    /** Writes the whole shop to a file. @returns jobs that could not be read, and are not in it */
    saveShop: async (shopName: string): Promise<string[]> => {
      const now = nowMs();
      const { bytes, changes, leftOut } = isKept
        ? await away.ask<Awaited<ReturnType<Exchange['writeShop']>>>(async (w) => await w.writeShop(name, now))
        : await (await local()).writeShop(now);
      saveBytes(`${slug(shopName)}-${dayOf(now)}.zip`, bytes, 'application/zip');
      const backup: Backup = { atMs: now, changes };
      // The file is out, whether or not that can be noted.
      await repo.saveBackup(backup).catch(() => undefined);
      await client.invalidateQueries({ queryKey: BACKUP });
      return leftOut;
    },
    /** Ends reading or checking; nothing of it was kept. */
    stop: () => away.end(),
  };
  return actions;
}

const dayOf = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
