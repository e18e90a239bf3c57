import type { Doing } from '@/core/share/parcel';
import type { RelayTrouble } from './relayClient';

/** What keeps phones apart. storage: there is no room here for what came. broken: anything else. */
export type SharingTrouble = RelayTrouble | 'storage' | 'broken';

/** Another phone, as far as this one knows. */
export interface OtherPhone {
  id: string;
  name: string;
  /** Entries that it is not known to have. */
  behind: number;
  /** It is known to have names, panels and all that is no entry. */
  hasHead: boolean;
  doing: readonly Doing[];
  /** When it was last heard of since this page is open, ms. */
  heardMs?: number;
  /** What was wrong with its last message. */
  doubt?: string;
}

/** How it stands with the other phones, as long as a page is open. */
export interface SharingStatus {
  trouble?: SharingTrouble;
  shares: { id: string; jobId: string; isPending: boolean; others: OtherPhone[] }[];
}

/** What goes between the pages of a browser and what keeps them in step with other phones. */
export type SharingWord =
  /** To the pages: how it stands, that pictures came, and what is done on them, since it has just begun? */
  | { status: SharingStatus }
  | { who: true }
  | { pictures: true }
  /** From a page: how does it stand? And what somebody is at there; said again while it lasts. */
  | { ask: true }
  | { from: string; doing: readonly Doing[] };
/** Name of the channel that these go by. @param store name of the shop's store */
export const sharingChannel = (store: string): string => `${store}-sharing`;
/** A page says what is done on it so often, and is believed for twice as long, ms. */
export const DOING_EVERY_MS = 20_000;
