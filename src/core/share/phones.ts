/**
 * Phones that share a job. Who was asked in and who was taken out are two sets that only grow, so that every phone ends with the same list in
 * whatever order it hears of the others (a two-phase set: Shapiro et al. 2011, section 3.3.2). A phone that comes back after it was taken out is a new one: it has
 * another key, and so another id.
 */
export interface Phone {
  /** Made of its key, see `phoneIdOf`: nobody can speak under another phone's id. */
  id: string;
  /** What its owner calls it. */
  name: string;
  /** Public key for ECDH over P-256, uncompressed point as base64url. */
  publicKey: string;
  /** When it was asked in, ms. */
  joinedMs: number;
}

/** The phones of a shared job, and which were taken out, ms by id. */
export interface Phones {
  phones: readonly Phone[];
  out: Readonly<Record<string, number>>;
}

/** More phones than that share no job. */
export const MOST_PHONES = 12;
export const NAME_SIGNS = 40;

/** The phones that count, by when they were asked in. */
export const inside = ({ phones, out }: Phones): Phone[] => phones.filter((p) => !Object.hasOwn(out, p.id));

/** What two phones know of the others, together; the same whichever asks. */
export function mergePhones(a: Phones, b: Phones): Phones {
  const phones = new Map(a.phones.map((p) => [p.id, p]));
  for (const p of b.phones) {
    const had = phones.get(p.id);
    // One id is one key; of two names the one that sorts last counts, on every phone.
    if (!had || textOf(p) > textOf(had)) phones.set(p.id, p);
  }
  const out = new Map(Object.entries(a.out));
  for (const [id, ms] of Object.entries(b.out)) out.set(id, Math.min(ms, out.get(id) ?? ms));
  return {
    phones: [...phones.values()].sort((x, y) => x.joinedMs - y.joinedMs || (x.id < y.id ? -1 : 1)),
    out: Object.fromEntries([...out].sort(([x], [y]) => (x < y ? -1 : 1))),
  };
}

const textOf = (p: Phone): string => JSON.stringify([p.joinedMs, p.name, p.publicKey]);

/** A phone is taken out, for good. */
export const takeOut = (all: Phones, id: string, nowMs: number): Phones =>
  mergePhones(all, { phones: [], out: { [id]: nowMs } });
