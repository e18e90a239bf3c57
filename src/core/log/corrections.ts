import { byWriting, type Ordered } from './order';

/** Whatever stands in a log: a job's, or the shop's. */
export interface Recorded extends Ordered {
  kind: string;
}

/** Strikes another record out. */
interface Voiding extends Recorded {
  kind: 'voided';
  targetId: string;
}
/** Takes the place of another record. */
interface Replacing extends Recorded {
  kind: 'replaced';
  targetId: string;
  by: object;
}
export type Correction = Voiding | Replacing;

/** Corrections of a log, as far as their effect goes. */
export type Aim = Pick<Correction, 'id' | 'kind' | 'targetId' | 'writtenMs' | 'atMs'>;

/**
 * Which records are struck out. What a correction does follows from what it aims at, not from the time on the device that wrote
 * it: a record is struck out as long as a correction that is not struck out itself aims at it. So voiding a void brings the first
 * record back, also on a device whose clock was set back in between. A replacement of a replacement takes the place of all that the first one
 * did: what was corrected twice does not come back. Of several corrections of one record, as two devices may write them, the one that was
 * written last counts, each as it was corrected itself; the others are struck out.
 * @param corrections every correction of a log, in any order
 * @returns ids of records that do not count
 */
export function struckOut(corrections: readonly Aim[]): Set<string> {
  const aimed = new Map<string, Aim[]>();
  for (const c of corrections) {
    const list = aimed.get(c.targetId);
    if (list) list.push(c);
    else aimed.set(c.targetId, [c]);
  }
  const known = new Map<string, Aim | null>();
  /** The correction that a record goes by in the end; null where it stands as it is. */
  const deciding = (id: string): Aim | null => {
    const had = known.get(id);
    if (had !== undefined) return had;
    // A ring, which only a file from outside can have, ends where it began.
    known.set(id, null);
    const last =
      (aimed.get(id) ?? [])
        .flatMap((c) => standing(c) ?? [])
        .sort(byWriting)
        .pop() ?? null;
    known.set(id, last);
    return last;
  };
  /** What stands in for a correction: itself, what replaced it, or nothing where it was voided. */
  const standing = (c: Aim): Aim | null => {
    const over = deciding(c.id);
    if (over === null) return c;
    return c.kind === 'replaced' && over.kind === 'replaced' ? over : null;
  };
  const out = new Set<string>();
  for (const [id, corrections] of [...aimed].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const last = deciding(id);
    if (last === null) continue;
    out.add(id);
    for (const c of corrections) {
      const other = standing(c);
      if (other && other !== last) out.add(other.id);
    }
  }
  return out;
}

/** What each replacement that is written takes the place of. */
export type Replacements = ReadonlyMap<string, string>;

/** What each replacement takes the place of, by its id. */
export const replacementsOf = (corrections: readonly Aim[]): Replacements =>
  new Map(corrections.flatMap((c) => (c.kind === 'replaced' ? [[c.id, c.targetId] as const] : [])));

/** The id under which a record was first written: other records may speak of it by that one. */
export function firstId(all: Replacements, id: string): string {
  let at = id;
  // A file from outside may have a ring.
  for (let n = 0; n <= all.size; n++) {
    const before = all.get(at);
    if (before === undefined) break;
    at = before;
  }
  return at;
}

/**
 * A record as it counts: itself, what replaces it, or nothing. A replacement carries the id of the record that brought it,
 * so that it can be replaced or voided in its turn.
 */
export function effectiveForm<P extends Recorded>(e: P | Correction, dead: ReadonlySet<string>): P | undefined {
  if (dead.has(e.id)) return undefined;
  if (e.kind === 'voided') return undefined;
  // What a replacement puts in is of the log's own kinds: its schema says so.
  return e.kind === 'replaced' ? ({ ...(e as Replacing).by, id: e.id, writtenMs: e.writtenMs } as P) : (e as P);
}
