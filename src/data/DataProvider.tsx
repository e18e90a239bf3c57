import { notifyManager, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { NewerFormat } from '@/core/formats/version';
import { letBenchSpeak } from './benchAddress';
import { seedDemo, showsDemo } from './demo';
import { refresh } from './refresh';
import { initialMode, saveMode, storeName, type Mode } from './mode';
import { openRepository, type Repository } from './repository';
import { memoryStorage, openStorage, StorageProblem, type StorageProblemKind } from './storage';
import { nowMs } from './clock';
import { Writes } from './writes';

export interface Data {
  repo: Repository;
  mode: Mode;
  /** What is written outlives the page: false where the browser keeps nothing. */
  isKept: boolean;
  /** Set while what is shown is not safe in storage. */
  trouble: StorageProblemKind | null;
  setTrouble(kind: StorageProblemKind | null): void;
  switchTo(mode: Mode): void;
  restartDemo(): Promise<void>;
  /** Takes away everything of the shop that is shown. */
  emptyShop(): Promise<void>;
  writes: Writes;
  /** Tells other tabs which records were changed: 'shop', 'job/ID', 'climate/2030-05-06', 'forecast', 'heats', 'alarms'; or 'all'. */
  tellOthers(...changed: readonly string[]): void;
}

const DataContext = createContext<Data | null>(null);
export function useData(): Data {
  const d = useContext(DataContext);
  if (!d) throw new Error('useData outside of DataProvider');
  return d;
}

/**
 * What queries and mutations have to tell within a moment is told at once, so that a tap draws its page once; and by a
 * message, which comes before the next frame where a timer would come after it.
 */
let waiting: (() => void)[] = [];
const soon = new MessageChannel();
soon.port1.onmessage = () => {
  const all = waiting;
  waiting = [];
  for (const each of all) each();
};
notifyManager.setScheduler((tell) => {
  if (waiting.push(tell) === 1) soon.port2.postMessage(0);
});

/** Told when something in the store turns out to be written by a newer app: another tab has loaded that meanwhile. */
let onNewer: ((e: NewerFormat) => void) | undefined;

const client = new QueryClient({
  queryCache: new QueryCache({ onError: (e) => e instanceof NewerFormat && onNewer?.(e) }),
  defaultOptions: {
    queries: {
      staleTime: Infinity,
      gcTime: Infinity,
      retry: 1,
      // A part of the page that comes into view must not ask again for what cannot be read: the page would wait for it anew.
      retryOnMount: false,
      structuralSharing: false,
      refetchOnWindowFocus: false,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

const writes = new Writes(client);

interface Opened {
  repo: Repository;
  trouble: StorageProblemKind | null;
  /** What is written outlives the page. */
  isKept: boolean;
  /** What a first write comes to, for what is opened before it is known. */
  probe?: Promise<unknown>;
}

/**
 * Opens a shop's store. Where it cannot be written it is shown as it can be read, and the page says so; only where the browser keeps nothing at
 * all is there nothing to lose, and the page makes do with its own memory. A store that cannot even be read is never shown as an empty
 * shop: it throws.
 */
async function open(mode: Mode): Promise<Opened> {
  const name = storeName(mode);
  const inMemory = async (trouble: StorageProblemKind): Promise<Opened> => {
    const repo = openRepository(memoryStorage(), name);
    if (mode === 'demo') await seedDemo(repo, nowMs());
    return { repo, trouble, isKept: false };
  };
  try {
    const store = openStorage(name);
    const repo = openRepository(store, name);
    // A write shows whether this browser keeps anything; what is there is read meanwhile.
    const probe = store.commit({ set: { probe: String(nowMs()) } }).then(
      () => null,
      (e: unknown) => e,
    );
    let { jobIds } = await repo.shop();
    if (jobIds.length === 0) {
      await repo.mendRestored();
      ({ jobIds } = await repo.shop());
    }
    const problem = mode === 'demo' || jobIds.length === 0 ? await probe : null;
    if (problem instanceof StorageProblem) {
      if (problem.kind === 'refused' || (mode === 'demo' && jobIds.length === 0)) return await inMemory(problem.kind);
      return { repo, trouble: problem.kind, isKept: true, probe };
    }
    if (problem) throw problem as Error;
    try {
      if (mode === 'demo') await seedDemo(repo, nowMs());
    } catch (e) {
      // No room to fill it anew: the demo is shown as it was.
      if (!(e instanceof StorageProblem) || jobIds.length === 0) throw e;
      return { repo, trouble: e.kind, isKept: true, probe };
    }
    return { repo, trouble: null, isKept: true, probe };
  } catch (e) {
    if (e instanceof StorageProblem && e.kind === 'refused') return inMemory('refused');
    throw e;
  }
}

/** What a killed browser left behind is cleared when the page has nothing better to do, ms. */
const CLEAR_AFTER_MS = 6000;

interface Props {
  children: ReactNode;
  /** Shown until the store is open. */
  loading: ReactNode;
  /** Shown on the first run, when nobody has chosen yet. */
  choose(pick: (mode: Mode) => void): ReactNode;
}

/** Opens the shop's store, keeps tabs in step, and gives hooks what they need. */
export function DataProvider({ children, loading, choose }: Props) {
  const [mode, setMode] = useState<Mode | null | undefined>();
  const [opened, setOpened] = useState<{ mode: Mode; repo: Repository; isKept: boolean }>();
  const [trouble, setTrouble] = useState<StorageProblemKind | null>(null);
  const [fault, setFault] = useState<unknown>();

  useEffect(() => {
    initialMode().then(setMode, setFault);
    onNewer = setFault;
    return () => {
      onNewer = undefined;
    };
  }, []);
  useEffect(() => {
    if (!mode) return;
    let gone = false;
    open(mode).then((o) => {
      if (gone) return;
      client.clear();
      writes.clear();
      setTrouble(o.trouble);
      if (mode === 'demo') showsDemo();
      letBenchSpeak(mode === 'demo');
      void o.probe?.then((e) => e instanceof StorageProblem && !gone && setTrouble(e.kind));
      setOpened({ mode, repo: o.repo, isKept: o.isKept });
    }, setFault);
    return () => {
      gone = true;
    };
  }, [mode]);

  useEffect(() => {
    if (!opened?.isKept) return;
    const id = setTimeout(
      () =>
        void opened.repo
          .clearLeftOvers()
          .then(() => opened.repo.beginCounting())
          .then(() => opened.repo.packLogs())
          .catch(() => undefined),
      CLEAR_AFTER_MS,
    );
    return () => clearTimeout(id);
  }, [opened]);

  const channel = useMemo(
    () => (mode && typeof BroadcastChannel !== 'undefined' ? new BroadcastChannel(storeName(mode)) : null),
    [mode],
  );
  useEffect(() => {
    if (!channel) return;
    const hear = (m: MessageEvent<{ changed: readonly string[] }>) => {
      if (opened) void refresh(client, { repo: opened.repo, writes }, m.data.changed);
    };
    channel.addEventListener('message', hear);
    return () => channel.removeEventListener('message', hear);
  }, [channel, opened]);
  useEffect(() => () => channel?.close(), [channel]);

  const tellOthers = useCallback(
    (...changed: readonly string[]) => {
      if (changed.length > 0) channel?.postMessage({ changed });
    },
    [channel],
  );
  const value = useMemo<Data | null>(
    () =>
      opened
        ? {
            ...opened,
            trouble,
            // A page that keeps nothing is in trouble until it is left.
            setTrouble: (kind) => setTrouble((had) => kind ?? (opened.isKept ? null : had)),
            writes,
            tellOthers,
            switchTo: (m) => void saveMode(m).then(setMode),
            emptyShop: async () => {
              await opened.repo.emptyShop();
              await refresh(client, { repo: opened.repo, writes }, ['all']);
              tellOthers('all');
            },
            restartDemo: async () => {
              await seedDemo(opened.repo, nowMs(), true);
              await refresh(client, { repo: opened.repo, writes }, ['all']);
              tellOthers('all');
            },
          }
        : null,
    [opened, trouble, tellOthers],
  );

  if (fault) throw fault as Error;
  if (mode === null) return <>{choose((m) => void saveMode(m).then(setMode))}</>;
  if (!value || value.mode !== mode) return <>{loading}</>;
  return (
    <QueryClientProvider client={client}>
      <DataContext.Provider value={value}>{children}</DataContext.Provider>
    </QueryClientProvider>
  );
}
