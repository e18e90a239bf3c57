import { useQuery } from '@tanstack/react-query';
import { useData } from './DataProvider';
import { ROOM_LEFT } from './queryKeys';

let asked = false;

/** Asks the browser, once a page, to keep what is stored here also when it runs out of room: with the first entry of somebody's own. */
export function askToKeep(): void {
  if (asked || typeof navigator === 'undefined' || !navigator.storage?.persist) return;
  asked = true;
  void navigator.storage.persist().catch(() => false);
}

/** What the browser says of keeping what is stored here. */
export interface RoomLeft {
  /** yes: until somebody deletes it. no: it may clear it when it runs out of room. unknown: it does not say, as over plain http. */
  keeps: 'yes' | 'no' | 'unknown';
  /** Bytes that are used, and that are left; absent where it does not say. */
  used?: number;
  free?: number;
}

async function roomLeft(): Promise<RoomLeft> {
  const { storage } = navigator;
  if (!storage?.persisted) return { keeps: 'unknown' };
  const [persisted, { usage, quota }] = await Promise.all([
    storage.persisted().catch(() => false),
    storage.estimate().catch((): StorageEstimate => ({})),
  ]);
  return {
    keeps: persisted ? 'yes' : 'no',
    ...(usage !== undefined && { used: usage }),
    ...(usage !== undefined && quota !== undefined && { free: Math.max(0, quota - usage) }),
  };
}

/** Less room than this is little: a shop's own year, and the second copy of it, bytes. */
const LITTLE_BYTES = 30_000_000;
/** Whether it is time to make room, before there is none. */
export const isRoomLow = (r: RoomLeft | undefined): boolean => r?.free !== undefined && r.free < LITTLE_BYTES;

/** How safe what is stored here is; read anew whenever a page asks for it. */
export function useRoomLeft(): RoomLeft | undefined {
  const { mode } = useData();
  return useQuery({ queryKey: [...ROOM_LEFT, mode], queryFn: roomLeft, staleTime: 0, gcTime: 0 }).data;
}

/** What this page lacks because it did not come over https, in words; undefined where it lacks nothing. */
export const missingWithoutHttps = (): string | undefined =>
  typeof window === 'undefined' || window.isSecureContext
    ? undefined
    : 'This page came over plain http: it is not there without the shop’s PC, the screen may sleep, and the browser may clear it when it runs out of room. Start the PC’s server with --https for all of that.';
