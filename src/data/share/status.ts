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
