import { inside, type Phone, type Phones } from '@/core/share/phones';
import { readRecord } from '@/core/formats/migrate';

/** This phone, as the others of a shared job know it, with the half of its key that nobody else has. */
export interface Me extends Phone {
  privateKey: JsonWebKey;
}

/** A job that is shared with other phones. */
export interface Share extends Phones {
  id: string;
  jobId: string;
  /** The shelf goes along. */
  shelf: boolean;
  me: Me;
  /** Asked in, and nothing has come yet. */
  isPending?: true;
  /** A code by which another phone may come in. */
  invite?: { code: string; untilMs: number };
  /** Told to the others since it was left here; then nothing more is said. */
  isTold?: true;
}

/** Why a code did not let this phone in. */
export type JoinProblem = 'unknown' | 'refused' | 'demo' | 'own' | 'here' | 'used' | 'newer';

/** A code that was typed here. */
export interface Joining {
  code: string;
  name: string;
  atMs: number;
  problem?: JoinProblem;
}

/** With whom what is shared. */
export interface Sharing {
  shares: Share[];
  joining?: Joining;
  /** What this phone is called. */
  name?: string;
}

export const sharingOf = (text: string | null): Sharing =>
  text ? readRecord<{ sharing: Sharing }>('sharing', text).sharing : { shares: [] };

/** Whether this phone is among those that share it still. */
export const isIn = (s: Share): boolean => !Object.hasOwn(s.out, s.me.id);
/** The other phones. */
export const othersOf = (s: Share): Phone[] => inside(s).filter((p) => p.id !== s.me.id);
/** The share of a job, the newest where there was one before. */
export const shareOf = ({ shares }: Sharing, jobId: string): Share | undefined =>
  shares.findLast((s) => s.jobId === jobId && isIn(s)) ?? shares.findLast((s) => s.jobId === jobId);
