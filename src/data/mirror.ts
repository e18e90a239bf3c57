/** What a commit changed. */
export interface StoreChange {
  set?: Readonly<Record<string, string>>;
  remove?: readonly string[];
}

/**
 * A second copy of a store, in the browser's cache storage. Chrome throws a whole database away when it finds it damaged after it was killed:
 * about once in three hundred kills in the middle of writing (see docs/faults.md). What was written then comes back from here.
 *
 * Every commit has a number, given in its own transaction, and stands here as one entry of that number. Now and then all that is stored is
 * written as a base, and the entries up to it go.
 */
export interface Mirror {
  /** Puts a commit in, once it is written. */
  add(no: number, change: StoreChange): Promise<void>;
  /** All that is stored, as this copy has it; null where it has nothing. */
  read(): Promise<{ no: number; records: Map<string, string> } | null>;
  /** Whether it has all commits up to this one. */
  has(no: number): Promise<boolean>;
  /** Goes, to make room for the store itself. */
  drop(): Promise<void>;
  /** Writes all that is stored, as it was with a commit. */
  rebase(no: number, records: ReadonlyMap<string, string>): Promise<void>;
}

/** So many commits on top of a base are enough: then there is a new one. */
export const MOST_CHANGES = 400;
/** Records of a base that stand in one entry. */
const PART = 2000;

const changeUrl = (no: number): string => `/mirror/change/${no}`;
const partUrl = (no: number, part: number): string => `/mirror/base/${no}/${part}`;
/** Names the base that counts, and how many parts it has: written last. */
const BASE = '/mirror/base';

interface Base {
  no: number;
  parts: number;
}

const nameOf = (store: string): string => `stratocoat-mirror/${store}`;

/** @param name of the store @returns null where the browser has no cache storage: over plain http */
export function openMirror(name: string): Mirror | null {
  if (typeof caches === 'undefined') return null;
  let opened: Promise<Cache> | undefined;
  const cache = () => (opened ??= caches.open(nameOf(name)));
  const put = async (url: string, value: unknown) => (await cache()).put(url, new Response(JSON.stringify(value)));
  const get = async <T>(url: string): Promise<T | undefined> => {
    const found = await (await cache()).match(url);
    // One that was only half written is as good as missing, and no reason to do without the others.
    return found && (found.json() as Promise<T>).catch(() => undefined);
  };
  const baseOf = async (): Promise<Base> => (await get<Base>(BASE)) ?? { no: 0, parts: 0 };
  /** Numbers of the commits that are here. */
  const numbers = async (): Promise<number[]> =>
    (await (await cache()).keys())
      .map((r) => new URL(r.url).pathname)
      .filter((p) => p.startsWith(changeUrl(0).slice(0, -1)))
      .map((p) => Number(p.slice(p.lastIndexOf('/') + 1)))
      .sort((a, b) => a - b);

  /** It gave way: nothing goes on top of what is not there, until there is a base again. */
  let dropped = false;

  return {
    add: async (no, { set, remove }) => {
      if (!dropped) await put(changeUrl(no), { ...(set && { set }), ...(remove?.length && { remove }) });
    },

    async read() {
      if (!(await caches.has(nameOf(name)))) return null;
      const base = await baseOf();
      const records = new Map<string, string>();
      for (let i = 0; i < base.parts; i++)
        for (const [k, v] of (await get<[string, string][]>(partUrl(base.no, i))) ?? []) records.set(k, v);
      const all = (await numbers()).filter((n) => n > base.no);
      // Without a base it has to begin at the beginning: half a shop is worse than none.
      if (base.parts === 0 && all[0] !== 1) return null;
      for (const n of all) {
        const change = await get<StoreChange>(changeUrl(n));
        for (const k of change?.remove ?? []) records.delete(k);
        for (const [k, v] of Object.entries(change?.set ?? {})) records.set(k, v);
      }
      return { no: all[all.length - 1] ?? base.no, records };
    },

    async has(no) {
      const base = await baseOf();
      const all = (await numbers()).filter((n) => n > base.no);
      return all.length <= MOST_CHANGES && base.no + all.length === no && (all[all.length - 1] ?? base.no) === no;
    },

    async drop() {
      opened = undefined;
      dropped = true;
      await caches.delete(nameOf(name));
    },

    async rebase(no, records) {
      const before = await baseOf();
      const list = [...records];
      const parts = Math.max(1, Math.ceil(list.length / PART));
      for (let i = 0; i < parts; i++) await put(partUrl(no, i), list.slice(i * PART, (i + 1) * PART));
      await put(BASE, { no, parts } satisfies Base);
      dropped = false;
      const c = await cache();
      for (const n of await numbers()) if (n <= no) await c.delete(changeUrl(n));
      if (before.no !== no) for (let i = 0; i < before.parts; i++) await c.delete(partUrl(before.no, i));
    },
  };
}
