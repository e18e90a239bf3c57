import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { CODE_MS, codeOf } from '@/core/share/code';
import type { Doing } from '@/core/share/parcel';
import { takeOut } from '@/core/share/phones';
import { nowMs } from '../clock';
import { useData } from '../DataProvider';
import { newId } from '../id';
import { sharingIn } from '../repository/sharing';
import { makeKeys, subtleHere } from './keys';
import { isIn, shareOf, type Share, type Sharing } from './record';
import type { SharingStatus } from './status';

export const SHARING = ['sharing'] as const;
export const SHARING_STATUS = ['sharingStatus'] as const;

/** With which phones jobs are shared; undefined while that is read. */
export function useSharing(): Sharing | undefined {
  const { repo } = useData();
  return useQuery({ queryKey: SHARING, queryFn: () => sharingIn(repo.base).sharing() }).data;
}

/** How it stands with the other phones; undefined until something was heard. */
export function useSharingStatus(): SharingStatus | undefined {
  return (
    useQuery<SharingStatus | null>({ queryKey: SHARING_STATUS, queryFn: () => null, enabled: false }).data ?? undefined
  );
}

/** Why nothing can be shared here: the page came over plain http from another machine, or the browser keeps nothing. */
export type NotHere = 'http' | 'memory';

/** What can be done about sharing; what has to go over the network goes behind the page, as soon as there is one. */
export function useSharingActions() {
  const { repo, isKept, tellOthers } = useData();
  const client = useQueryClient();
  const subtle = subtleHere();
  const notHere: NotHere | undefined = subtle === undefined ? 'http' : isKept ? undefined : 'memory';
  return useMemo(() => {
    const change = async (to: (s: Sharing) => Sharing): Promise<void> => {
      client.setQueryData(SHARING, await sharingIn(repo.base).changeSharing(to));
      tellOthers('sharing');
    };
    const onShare = (id: string, to: (s: Share) => Share) =>
      change((all) => ({ ...all, shares: all.shares.map((s) => (s.id === id ? to(s) : s)) }));
    return {
      notHere,
      /** Makes a code by which one other phone comes in, for ten minutes. */
      askIn: async (jobId: string, name: string, shelf: boolean): Promise<void> => {
        if (!subtle) return;
        const identity = await makeKeys(subtle).newIdentity();
        const invite = { code: codeOf(crypto.getRandomValues(new Uint8Array(11))), untilMs: nowMs() + CODE_MS };
        await change((all) => {
          const had = shareOf(all, jobId);
          if (had && isIn(had))
            return { ...all, name, shares: all.shares.map((s) => (s === had ? { ...s, shelf, invite } : s)) };
          const { privateKey, ...own } = { ...identity, name, joinedMs: nowMs() };
          const made: Share = {
            id: newId(nowMs()),
            jobId,
            shelf,
            me: { ...own, privateKey },
            phones: [own],
            out: {},
            invite,
          };
          return { ...all, name, shares: [...all.shares.filter((s) => s.jobId !== jobId), made] };
        });
      },
      /** The code is good for nothing from now on. */
      withdraw: (id: string) =>
        onShare(id, (s) => (s.invite ? { ...s, invite: { ...s.invite, untilMs: nowMs() - 1 } } : s)),
      /** Comes in by a code of another phone. */
      join: (code: string, name: string) => change((all) => ({ ...all, name, joining: { code, name, atMs: nowMs() } })),
      dropJoining: () => change(({ joining: _, ...all }) => all),
      /** A phone gets nothing more from now on: this one too, by its own id. */
      takeOut: (id: string, phoneId: string) => onShare(id, (s) => ({ ...s, ...takeOut(s, phoneId, nowMs()) })),
    };
  }, [client, notHere, repo, subtle, tellOthers]);
}

/** What is being done on other phones with a job. */
export interface Elsewhere extends Doing {
  phone: string;
}

/** What is being done on other phones with a job, as far as that is known. */
export function useElsewhere(jobId: string): readonly Elsewhere[] {
  const status = useSharingStatus();
  return useMemo(
    () =>
      (status?.shares ?? [])
        .filter((s) => s.jobId === jobId)
        .flatMap((s) => s.others.flatMap((o) => o.doing.map((d) => ({ ...d, phone: o.name })))),
    [status, jobId],
  );
}
