/** What a commit changed. */
export interface StoreChange {
  set?: Readonly<Record<string, string>>;
  remove?: readonly string[];
}

/** A commit that should be in the copy and is not, or is not whole. */
export interface LostCommit {
  no: number;
  /** Which records it changed, as far as that was noted beside it. */
  keys?: readonly string[];
}

/** A part of the copy's base that is not whole: its records from one key to another, both included. */
export interface PartRange {
  first: string;
  last: string;
  records: number;
}

/** What a copy holds, and what it should hold and does not. */
export interface CopyRead {
  /** Number of the last commit that is known of. */
  no: number;
  records: Map<string, string>;
  lost: LostCommit[];
  lostParts: PartRange[];
  /** The list of the base's parts is gone too: nobody knows how many there were. */
  isListLost: boolean;
}

/**
 * A second copy of a store, in the browser's cache storage. Chrome throws a whole database away when it finds it damaged after it was killed:
 * about once in three hundred kills in the middle of writing (see docs/faults.md). What was written then comes back from here.
 *
 * Every commit has a number, given in its own transaction, and stands here as one entry of that number. Now and then all that is stored is
 * written as a base, and the entries up to it go. Every entry begins with the SHA-256 of the rest; one whose sum is wrong counts as lost.
 */
export interface Mirror {
  /** Puts a commit in, once it is written. @param before what the commit before it changed, where that is known: it is named if that one gets lost */
  add(no: number, change: StoreChange, before?: readonly string[]): Promise<void>;
  /** All that is stored, as this copy has it; null where it has nothing. @param last number and records of the last commit, where they were noted */
  read(last?: LostCommit): Promise<CopyRead | null>;
  /** Whether it has all commits up to this one. */
  has(no: number): Promise<boolean>;
  /** Goes, to make room for the store itself. */
  drop(): Promise<void>;
  /** Writes all that is stored, as it was with a commit. */
  rebase(no: number, records: ReadonlyMap<string, string>): Promise<void>;
}

/** So many commits on top of a base are enough: then there is a new one. */
export const MOST_CHANGES = 100;
/** Records of a base that stand in one entry. */
const PART = 2000;
/** So many of the records that a commit changed are noted by name. */
const MOST_NAMED = 200;

const CHANGES = '/mirror/change/';
const BASES = '/mirror/base/';
const changeUrl = (no: number): string => `${CHANGES}${no}`;
/** A part that all others hang on is written twice. */
const partUrls = (no: number, part: number): string[] =>
  part === 0 ? [`${BASES}${no}/0`, `${BASES}${no}/0b`] : [`${BASES}${no}/${part}`];
/** Names the base that counts, and its parts: written last, and twice. */
const BASE = ['/mirror/base', '/mirror/base-b'];

interface Base {
  no: number;
  /** In copies of an older app: how many there are. */
  parts: readonly PartRange[] | number;
}
interface Entry extends StoreChange {
  before?: readonly string[];
}

/** Entries of logs, days of readings and drawings stand by themselves; the few others name them, and nothing is found without those. */
const isFirst = (key: string): boolean => !/\/event\/|\/drawing\/|^climate\//.test(key);

const nameOf = (store: string): string => `stratocoat-mirror/${store}`;

/** SHA-256 of a text, as hexadecimal digits. */
async function sumOf(text: string): Promise<string> {
  const bytes = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text)));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
}
const SUM = 64;

/** @param name of the store @returns null where the browser has no cache storage: over plain http */
export function openMirror(name: string): Mirror | null {
  if (typeof caches === 'undefined') return null;
  // Opened each time: another tab may have deleted it, and what is written into a deleted one is nowhere.
  const cache = () => caches.open(nameOf(name));
  const put = async (url: string, value: unknown): Promise<void> => {
    const text = JSON.stringify(value);
    const whole = `${await sumOf(text)} ${text}`;
    await (await cache()).put(url, new Response(whole));
  };
  /** Undefined where it is not there, or is not what was written. */
  const get = async <T>(...urls: string[]): Promise<T | undefined> => {
    const c = await cache();
    for (const url of urls)
      try {
        const whole = await (await c.match(url))?.text();
        if (whole === undefined) continue;
        // An older app wrote no sums.
        if (/^[[{]/.test(whole)) return JSON.parse(whole) as T;
        const text = whole.slice(SUM + 1);
        if ((await sumOf(text)) === whole.slice(0, SUM)) return JSON.parse(text) as T;
      } catch {
        // Half written.
      }
    return undefined;
  };
  const paths = async (): Promise<string[]> => (await (await cache()).keys()).map((r) => new URL(r.url).pathname);
  /** Numbers of the commits that are here. */
  const numbers = async (): Promise<number[]> =>
    (await paths())
      .flatMap((p) => (p.startsWith(CHANGES) ? [Number(p.slice(CHANGES.length))] : []))
      .sort((a, b) => a - b);
  const baseOf = () => get<Base>(...BASE);
  /** Of a base whose list is lost: the newest of which there is a part. */
  async function baseWithoutList(): Promise<{ no: number; parts: number } | undefined> {
    const found = (await paths()).flatMap((p) => {
      const [no, part] = p.startsWith(BASES) ? p.slice(BASES.length).split('/').map(parseFloat) : [];
      return no !== undefined && part !== undefined ? [{ no, part }] : [];
    });
    const no = Math.max(...found.map((f) => f.no));
    const of = found.filter((f) => f.no === no);
    return of.length === 0 ? undefined : { no, parts: Math.max(...of.map((f) => f.part)) + 1 };
  }

  /** It gave way: nothing goes on top of what is not there, until there is a base again. */
  let dropped = false;

  return {
    add: async (no, { set, remove }, before) => {
      if (dropped) return;
      await put(changeUrl(no), {
        ...(set && { set }),
        ...(remove?.length && { remove }),
        ...(before && { before: before.slice(0, MOST_NAMED) }),
      } satisfies Entry);
    },

    async read(last) {
      if (!(await caches.has(nameOf(name)))) return null;
      const listed = await baseOf();
      const base: Base | undefined = listed ?? (await baseWithoutList());
      const all = (await numbers()).filter((n) => n > (base?.no ?? 0));
      const no = Math.max(base?.no ?? 0, all[all.length - 1] ?? 0, last?.no ?? 0);
      const isListLost = !listed && (await paths()).some((p) => p.startsWith(BASE[0]!));
      const out: CopyRead = { no, records: new Map(), lost: [], lostParts: [], isListLost };
      if (!base && all.length === 0 && !isListLost) return null;
      const { parts = 0 } = base ?? {};
      const isOld = typeof parts === 'number';
      for (let i = 0; i < (isOld ? parts : parts.length); i++) {
        const part = await get<[string, string][]>(...partUrls(base?.no ?? 0, i));
        for (const [k, v] of part ?? []) out.records.set(k, v);
        if (!part) out.lostParts.push(isOld ? { first: '', last: '', records: PART } : parts[i]!);
      }
      // Without a base it begins at the beginning; what is not there of it is lost too.
      const names = new Map<number, readonly string[] | undefined>(last && [[last.no, last.keys]]);
      const lost: number[] = [];
      const writtenBy = new Map<string, number>();
      for (let n = (base?.no ?? 0) + 1; n <= no; n++) {
        const entry = await get<Entry>(changeUrl(n));
        if (!entry) {
          lost.push(n);
          continue;
        }
        if (entry.before) names.set(n - 1, entry.before);
        for (const k of entry.remove ?? []) {
          out.records.delete(k);
          writtenBy.set(k, n);
        }
        for (const [k, v] of Object.entries(entry.set ?? {})) {
          out.records.set(k, v);
          writtenBy.set(k, n);
        }
      }
      // What a later commit wrote anew is as it should be.
      out.lost = lost.flatMap((n): LostCommit[] => {
        const keys = names.get(n)?.filter((k) => (writtenBy.get(k) ?? 0) < n);
        return keys?.length === 0 ? [] : [{ no: n, ...(keys && { keys }) }];
      });
      return out;
    },

    async has(no) {
      const base = await baseOf();
      const from = base?.no ?? 0;
      const all = (await numbers()).filter((n) => n > from);
      return all.length <= MOST_CHANGES && from + all.length === no && (all[all.length - 1] ?? from) === no;
    },

    async drop() {
      dropped = true;
      await caches.delete(nameOf(name));
    },

    async rebase(no, records) {
      const list = [...records];
      const others = list.filter(([k]) => !isFirst(k));
      const parts = [list.filter(([k]) => isFirst(k))];
      for (let i = 0; i < others.length; i += PART) parts.push(others.slice(i, i + PART));
      const ranges = parts.map((p): PartRange => ({
        first: p[0]?.[0] ?? '',
        last: p[p.length - 1]?.[0] ?? '',
        records: p.length,
      }));
      const written = new Set(parts.flatMap((_, i) => partUrls(no, i)));
      for (const [i, part] of parts.entries()) for (const url of partUrls(no, i)) await put(url, part);
      for (const url of BASE) await put(url, { no, parts: ranges } satisfies Base);
      dropped = false;
      const c = await cache();
      for (const n of await numbers()) if (n <= no) await c.delete(changeUrl(n));
      // Also of a base that was begun and never ended.
      for (const p of await paths()) if (p.startsWith(BASES) && !written.has(p)) await c.delete(p);
    },
  };
}
