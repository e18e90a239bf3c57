import { strFromU8, strToU8 } from 'fflate';
import type { LogEvent } from '@/core';
import { FORMAT_VERSION } from '@/core/formats/version';
import { pictureProblem } from '@/core/formats/pictures';
import { CODE_MS } from '@/core/share/code';
import { packParcel, PARCEL_FORMAT, readParcel, unpackBytes, type Doing, type Parcel } from '@/core/share/parcel';
import { inside, MOST_PHONES, NAME_SIGNS, mergePhones, type Phone } from '@/core/share/phones';
import { contentFor, hasOf, headSum, knowNothing, learn, type Held, type Known } from '@/core/share/sync';
import type { ShelfRecord } from '@/core/log/shelf';
import { mergeCopies } from '@/core/strata/mergeLogs';
import { newId } from '../id';
import { libraryOf } from '../library';
import type { Mode } from '../mode';
import type { PictureStore } from '../pictures';
import { jobLog } from '../records';
import type { LoadedJob, Repository } from '../repository';
import { sharingIn } from '../repository/sharing';
import { StorageProblem } from '../storage';
import type { Channel, KeyMaker } from './keys';
import { isIn, othersOf, type Joining, type JoinProblem, type Share } from './record';
import { RelayProblem, type RelayClient } from './relayClient';
import type { OtherPhone, SharingStatus, SharingTrouble } from './status';

export interface SharingParts {
  repo: Repository;
  pictures: PictureStore;
  relay: RelayClient;
  keys: KeyMaker;
  mode: Mode;
  now(): number;
  /** Told what was written here, as `Data.tellOthers` names it, and 'pictures'. */
  changed(...records: readonly string[]): void;
  /** Told how it stands, whenever that is other than before. */
  tell(status: SharingStatus): void;
  /** A server that did not answer is asked again after so long, twice as long each time, ms. */
  pauseMs?: number;
}

/** So many pictures are asked for at once. */
const PICTURES_AT_ONCE = 8;
/** What somebody is at is said again so often, and believed for so long, ms. */
const SAY_DOING_MS = 40_000;
const DOING_HOLDS_MS = 120_000;
/** What nobody acknowledges is said again after so long: a server may have forgotten it, ms. */
const SAY_AGAIN_MS = 300_000;
const WISH_AGAIN_MS = 10_000;
const FIRST_PAUSE_MS = 1000;
const MOST_PAUSE_MS = 30_000;

/** What this page knows of another phone; a page that is loaded anew begins without it. */
interface Peer {
  known: Known;
  /** What was said last, and to which life of the server. */
  said?: string;
  saidMs: number;
  wants: readonly string[];
  /** Pictures that lie ready there. */
  laid: Set<string>;
  doing: readonly Doing[];
  heardMs?: number;
  doubt?: string;
  /** What could not be read is asked for anew under this id; and the last such wish of the other phone that was granted. */
  again?: string;
  granted?: string;
}

const untilDone = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const end = () => {
      clearTimeout(timer);
      signal.removeEventListener('abort', end);
      resolve();
    };
    const timer = setTimeout(end, ms);
    if (signal.aborted) end();
    else signal.addEventListener('abort', end);
  });

/**
 * Keeps jobs in step with the other phones that share them, over a server that passes sealed messages on. One loop: what is to be said is said, then it waits for
 * news, until something is written here or comes from there. All that lasts stands in the repository, so that a page that is closed or killed goes on
 * where it was.
 */
export function createSharing(parts: SharingParts) {
  const { repo, pictures, relay, keys, mode, now, pauseMs = FIRST_PAUSE_MS } = parts;
  const shared = sharingIn(repo.base);
  const peers = new Map<string, Peer>();
  const jobs = new Map<string, LoadedJob>();
  let shelf: { records: readonly ShelfRecord[]; seq: number } = { records: [], seq: 0 };
  const tags = new Map<string, string>();
  const asked = new Set<string>();
  const sums = new WeakMap<object, string>();
  let doing: readonly Doing[] = [];
  let life = '';
  let trouble: SharingTrouble | undefined;
  let stopped = false;
  let wake = new AbortController();
  let lastTold = '';

  const peerOf = (share: Share, id: string): Peer => {
    const name = `${share.id} ${id}`;
    let p = peers.get(name);
    if (!p) peers.set(name, (p = { known: knowNothing(), saidMs: 0, wants: [], laid: new Set(), doing: [] }));
    return p;
  };
  const changeShare = (id: string, change: (s: Share) => Share) =>
    shared.changeSharing((all) => ({ ...all, shares: all.shares.map((s) => (s.id === id ? change(s) : s)) }));
  const sumOfHead = (job: Held['job']): string => {
    const known = sums.get(job);
    if (known !== undefined) return known;
    const sum = headSum(job);
    sums.set(job, sum);
    return sum;
  };

  /** The job as it is here, read only as far as it has grown. */
  async function loadJob(jobId: string): Promise<LoadedJob | undefined> {
    const had = jobs.get(jobId);
    const read = await repo.load(jobId, had);
    if (!read) {
      jobs.delete(jobId);
      return undefined;
    }
    const grew = had !== undefined && read.seq >= had.seq;
    const all: LoadedJob = grew
      ? {
          ...read,
          job: read.no === had.no ? had.job : read.job,
          events: read.events.length === 0 ? had.events : [...had.events, ...read.events],
        }
      : read;
    jobs.set(jobId, all);
    return all;
  }
  async function heldOf(share: Share): Promise<Held | undefined> {
    const loaded = await loadJob(share.jobId);
    if (!loaded) return undefined;
    const s = await repo.shop();
    const { job, events } = loaded;
    return {
      job,
      events,
      products: libraryOf(s.products).all,
      ...(share.shelf && { shelf: await loadShelf() }),
    };
  }
  async function loadShelf(): Promise<readonly ShelfRecord[]> {
    const { records, seq } = await repo.shelf(shelf.seq);
    if (seq < shelf.seq) shelf = await repo.shelf();
    else if (records.length > 0 || seq > shelf.seq) shelf = { records: [...shelf.records, ...records], seq };
    return shelf.records;
  }
  async function missingPictures(held: Held | undefined): Promise<string[]> {
    const named = held?.job.photos ?? [];
    if (named.length === 0) return [];
    const had = new Set(await pictures.ids());
    return named.flatMap((p) => (had.has(p.id) ? [] : [p.id])).slice(0, PICTURES_AT_ONCE);
  }

  /** Lays the pictures that another phone misses and this one has where it finds them. */
  async function layPictures(share: Share, other: Phone, peer: Peer): Promise<string[]> {
    const found = await pictures.get(peer.wants.filter((id) => !peer.laid.has(id)));
    for (const [id, picture] of Object.entries(found)) {
      const both = await keys.between(share.id, share.me, other, `picture ${id}`);
      if (!both) continue;
      await relay.put(both.out.slot, await both.out.seal(strToU8(picture)));
      peer.laid.add(id);
    }
    return peer.wants.filter((id) => peer.laid.has(id));
  }

  /** Says what there is to say to every other phone. */
  async function say(share: Share): Promise<void> {
    const held = await heldOf(share);
    const wants = await missingPictures(held);
    // A phone that was taken out is told that once, and nothing else.
    const gone = share.phones.filter((p) => Object.hasOwn(share.out, p.id) && p.id !== share.me.id);
    for (const other of [...othersOf(share), ...gone]) {
      const peer = peerOf(share, other.id);
      const isOut = Object.hasOwn(share.out, other.id);
      if (isOut && peer.said !== undefined && peer.said.startsWith(`${life} out`)) continue;
      const both = await keys.between(share.id, share.me, other, 'parcel');
      if (!both) continue;
      // The wish to hear it again may have been lost itself.
      if (peer.again !== undefined && peer.doubt !== undefined && now() - peer.saidMs > WISH_AGAIN_MS)
        peer.again = newId(now());
      const offers = isOut || !isIn(share) ? [] : await layPictures(share, other, peer);
      // Until the first word has come nobody knows whether what is here is the same job.
      const here = isOut || !isIn(share) || share.isPending ? undefined : held;
      const has = here && hasOf(here, sumOfHead(here.job));
      const what = [has, peer.known.got, peer.again, share.phones, share.out, wants, offers, doing];
      const saying = `${life} ${isOut ? 'out' : JSON.stringify(what)}`;
      const holdsMs = doing.length > 0 ? SAY_DOING_MS : peer.known.sent.size > 0 ? SAY_AGAIN_MS : Infinity;
      if (peer.said === saying && now() - peer.saidMs < holdsMs) continue;
      const id = newId(now());
      const content = here && contentFor(here, peer.known, id, now());
      const parcel: Parcel = {
        format: PARCEL_FORMAT,
        version: FORMAT_VERSION,
        shareId: share.id,
        id,
        ...(peer.known.got !== undefined && !isOut && { got: peer.known.got }),
        ...(peer.again !== undefined && !isOut && { again: peer.again }),
        ...(has && { has }),
        phones: isOut ? [] : [...share.phones],
        out: { ...share.out },
        wants: isOut || !isIn(share) ? [] : wants,
        offers,
        doing: isOut ? [] : [...doing.filter((d) => isOf(held, d))],
        ...content,
      };
      await relay.put(both.out.slot, await both.out.seal(packParcel(parcel)));
      peer.said = saying;
      peer.saidMs = now();
    }
    if (!isIn(share) && !share.isTold) await changeShare(share.id, (s) => ({ ...s, isTold: true }));
  }

  /** Takes in what another phone has said. */
  async function hear(share: Share, other: Phone, channel: Channel): Promise<void> {
    const sealed = await relay.get(channel.slot);
    if (!sealed) return;
    const peer = peerOf(share, other.id);
    const bytes = await channel.open(sealed);
    if (!bytes) {
      peer.doubt = 'A message was changed on its way. It was left out, and is asked for again.';
      peer.again = newId(now());
      return;
    }
    const read = readParcel(bytes);
    if (!read.ok) {
      peer.doubt = String(read.error[0]?.message ?? '');
      return;
    }
    const p = read.value;
    const isHonest = (await Promise.all(p.phones.map(async (x) => (await idOf(x.publicKey)) === x.id))).every(Boolean);
    if (p.shareId !== share.id || !isHonest || (p.file && p.file.job.id !== share.jobId)) {
      peer.doubt = 'A message was about something else. It was left out.';
      return;
    }
    delete peer.doubt;
    if (p.again !== undefined && p.again !== peer.granted) {
      peer.granted = p.again;
      peer.known = knowNothing();
      delete peer.said;
    }
    peer.heardMs = now();
    peer.wants = p.wants;
    for (const id of [...peer.laid]) if (!p.wants.includes(id)) peer.laid.delete(id);
    peer.doing = p.doing;
    const merged = mergePhones(share, p);
    const isOther = JSON.stringify([merged.phones, merged.out]) !== JSON.stringify([share.phones, share.out]);
    if (isOther && merged.phones.length <= 10 * MOST_PHONES) {
      await changeShare(share.id, (s) => ({ ...s, ...mergePhones(s, p) }));
      parts.changed('sharing');
    }
    if (Object.hasOwn(p.out, share.me.id)) return;
    await takeIn(share, p);
    if (share.isPending) {
      await changeShare(share.id, ({ isPending: _, ...s }) => s);
      parts.changed('sharing');
    }
    if (learn(peer.known, p)) delete peer.said;
    await fetchPictures(share, other, p.offers);
  }
  const idOf = (publicKey: string) => keys.idOf(publicKey).catch(() => '');

  async function takeIn(share: Share, { file, shelf: theirs }: Parcel): Promise<void> {
    const written: string[] = [];
    if (file) {
      const here = await repo.load(share.jobId);
      // Two demos have the same entries with other times: the one that is shared takes the place of the one that came with the app.
      if (!here || (share.isPending && mode === 'demo')) {
        await repo.putJobs([file]);
        jobs.delete(share.jobId);
        written.push('all');
      } else {
        await repo.mergeJob(file, mergeCopies);
        written.push(jobLog(share.jobId), 'shop');
      }
    }
    if (theirs && share.shelf) written.push(...(await shared.mergeShelf(theirs.records, theirs.products)));
    if (written.length > 0) parts.changed(...written);
  }

  async function fetchPictures(share: Share, other: Phone, offers: readonly string[]): Promise<void> {
    if (offers.length === 0) return;
    const missing = new Set(await missingPictures(await heldOf(share)));
    for (const id of offers.filter((x) => missing.has(x))) {
      const both = await keys.between(share.id, share.me, other, `picture ${id}`);
      const sealed = both && (await relay.get(both.in.slot));
      const bytes = sealed && (await both.in.open(sealed));
      if (!both || !bytes) continue;
      const picture = strFromU8(bytes);
      if (pictureProblem(picture) === undefined) await pictures.put({ [id]: picture });
      await relay.remove(both.in.slot);
      parts.changed('pictures');
    }
  }

  /** Lays down what a code leads to, and lets in who answers it. @returns the slot that is answered in */
  async function settleInvite(share: Share): Promise<Channel | undefined> {
    const { invite } = share;
    if (!invite || !isIn(share)) return undefined;
    const { ask, answer } = await keys.byCode(invite.code);
    const withdraw = async () => {
      await relay.unask(ask.slot);
      asked.delete(ask.slot);
      await changeShare(share.id, (s) => {
        const { invite: i, ...rest } = s;
        return i?.code === invite.code ? rest : s;
      });
      parts.changed('sharing');
    };
    if (invite.untilMs <= now()) {
      await withdraw();
      return undefined;
    }
    const sealed = await relay.get(answer.slot);
    const bytes = sealed && (await answer.open(sealed));
    const phone = bytes && phoneOf(unpackBytes(bytes));
    if (sealed) await relay.remove(answer.slot);
    if (phone && (await idOf(phone.publicKey)) === phone.id && inside(share).length < MOST_PHONES) {
      await changeShare(share.id, (s) => ({
        ...s,
        ...mergePhones(s, { phones: [{ ...phone, joinedMs: now() }], out: {} }),
      }));
      await withdraw();
      return undefined;
    }
    if (!asked.has(ask.slot)) {
      const { job } = (await loadJob(share.jobId)) ?? {};
      if (!job) return undefined;
      const { privateKey: _, ...me } = share.me;
      const says: Invitation = {
        version: FORMAT_VERSION,
        mode,
        shareId: share.id,
        jobId: share.jobId,
        shelf: share.shelf,
        phones: inside(share).map((p) => (p.id === me.id ? me : p)),
      };
      await relay.ask(ask.slot, await ask.seal(packParcel(says)));
      asked.add(ask.slot);
    }
    return answer;
  }

  /** Comes in by a code that was typed here. */
  async function settleJoining(joining: Joining | undefined): Promise<void> {
    if (!joining || joining.problem) return;
    const end = async (problem?: JoinProblem, share?: Share) => {
      await shared.changeSharing(({ joining: j, ...all }) => {
        if (j?.code !== joining.code) return { ...all, ...(j && { joining: j }) };
        return {
          ...all,
          ...(problem && { joining: { ...joining, problem } }),
          shares: share ? [...all.shares.filter((s) => s.id !== share.id), share] : all.shares,
        };
      });
      parts.changed('sharing');
    };
    const { ask, answer } = await keys.byCode(joining.code);
    let sealed: Uint8Array | undefined;
    try {
      sealed = await relay.asked(ask.slot);
    } catch (e) {
      if (e instanceof RelayProblem && e.trouble === 'refused') return end('refused');
      throw e;
    }
    const bytes = sealed && (await ask.open(sealed));
    const says = bytes && invitationOf(unpackBytes(bytes));
    if (!says) return end('unknown');
    if (says.version !== FORMAT_VERSION) return end('newer');
    if (says.mode !== mode) return end(says.mode);
    const { shares } = await shared.sharing();
    if (shares.some((s) => s.jobId === says.jobId && isIn(s))) return end('here');
    const identity = await keys.newIdentity();
    const { privateKey, ...own } = identity;
    const me: Phone = { ...own, name: joining.name, joinedMs: now() };
    await relay.put(answer.slot, await answer.seal(packParcel(me)));
    const { shareId, jobId, shelf, phones } = says;
    await end(undefined, {
      id: shareId,
      jobId,
      shelf,
      me: { ...me, privateKey },
      isPending: true,
      ...mergePhones({ phones: [me], out: {} }, { phones, out: {} }),
    });
  }

  /** A share that nobody let in by the time its code is over, and one whose job was deleted here, end. */
  async function endWhatIsOver(share: Share): Promise<void> {
    if (share.isPending && now() > share.me.joinedMs + 2 * CODE_MS) {
      await shared.changeSharing((all) => ({
        ...all,
        shares: all.shares.filter((s) => s.id !== share.id),
        joining: { code: '', name: share.me.name, atMs: now(), problem: 'used' },
      }));
      parts.changed('sharing');
    } else if (!share.isPending && isIn(share) && !(await repo.shop()).jobIds.includes(share.jobId)) {
      await changeShare(share.id, (s) => ({ ...s, out: { ...s.out, [s.me.id]: now() } }));
      parts.changed('sharing');
    }
  }

  function report(shares: readonly Share[]): void {
    const status: SharingStatus = {
      ...(trouble && { trouble }),
      shares: shares.map((s) => {
        const held = jobs.get(s.jobId);
        return {
          id: s.id,
          jobId: s.jobId,
          isPending: s.isPending === true,
          others: othersOf(s).map((p): OtherPhone => {
            const peer = peerOf(s, p.id);
            const isFresh = peer.heardMs !== undefined && now() - peer.heardMs < DOING_HOLDS_MS;
            return {
              id: p.id,
              name: p.name,
              behind: held ? held.events.reduce((n, e: LogEvent) => (peer.known.events.has(e.id) ? n : n + 1), 0) : 0,
              hasHead: held !== undefined && peer.known.head === sumOfHead(held.job),
              doing: isFresh ? peer.doing : [],
              ...(peer.heardMs !== undefined && { heardMs: peer.heardMs }),
              ...(peer.doubt !== undefined && { doubt: peer.doubt }),
            };
          }),
        };
      }),
    };
    const text = JSON.stringify(status);
    if (text === lastTold) return;
    lastTold = text;
    parts.tell(status);
  }

  /** One round: says, waits, hears. @returns false where nothing is shared, and there is nothing to wait for */
  async function round(): Promise<boolean> {
    const signal = wake.signal;
    const record = await shared.sharing();
    if (!record.joining && record.shares.length === 0) return false;
    if (life === '') ({ life } = await relay.wait({}, '', signal));
    await settleJoining(record.joining);
    let { shares } = await shared.sharing();
    for (const s of shares) await endWhatIsOver(s);
    const listened = new Map<string, { share: Share; other?: Phone; channel: Channel }>();
    ({ shares } = await shared.sharing());
    for (const share of shares) {
      const answer = await settleInvite(share);
      if (answer) listened.set(answer.slot, { share, channel: answer });
    }
    ({ shares } = await shared.sharing());
    for (const share of shares) {
      if (!isIn(share) && share.isTold) continue;
      await say(share);
      if (!isIn(share)) continue;
      for (const other of othersOf(share)) {
        const both = await keys.between(share.id, share.me, other, 'parcel');
        if (both) listened.set(both.in.slot, { share, other, channel: both.in });
      }
    }
    trouble = undefined;
    report(shares);
    const isWaiting = listened.size > 0 || shares.some((s) => s.isPending || s.invite);
    if (!isWaiting) return false;
    const have = Object.fromEntries([...listened.keys()].map((slot) => [slot, tags.get(slot) ?? '']));
    const news = await relay.wait(have, life, signal);
    if (news.life !== life) {
      // A server that was started anew has nothing of what was said.
      life = news.life;
      tags.clear();
      asked.clear();
      for (const p of peers.values()) p.laid.clear();
    }
    for (const [slot, tag] of Object.entries(news.fresh)) {
      const l = listened.get(slot);
      if (!l) continue;
      // An answer to a code is read in the next round.
      if (l.other)
        await hear((await shared.sharing()).shares.find((s) => s.id === l.share.id) ?? l.share, l.other, l.channel);
      tags.set(slot, tag);
    }
    return true;
  }

  return {
    /** Goes on until it is stopped. */
    async run(): Promise<void> {
      for (let wait = pauseMs; !stopped;) {
        try {
          if (wake.signal.aborted) wake = new AbortController();
          const goesOn = await round();
          wait = pauseMs;
          // Nothing is shared: until somebody says otherwise.
          if (!goesOn) await untilDone(3_600_000, wake.signal);
        } catch (e) {
          if (wake.signal.aborted) continue;
          trouble = e instanceof RelayProblem ? e.trouble : e instanceof StorageProblem ? 'storage' : 'broken';
          report((await shared.sharing()).shares);
          await untilDone(wait, wake.signal);
          wait = Math.min(MOST_PAUSE_MS, 2 * wait);
        }
      }
    },
    /** Something was written here, or the network is back: it is said at once. */
    nudge(): void {
      wake.abort();
    },
    /** What somebody is at on this phone. */
    setDoing(next: readonly Doing[]): void {
      if (JSON.stringify(next) === JSON.stringify(doing)) return;
      doing = next;
      wake.abort();
    },
    /** Tells how it stands once more. */
    again(): void {
      lastTold = '';
      wake.abort();
    },
    stop(): void {
      stopped = true;
      wake.abort();
    },
  };
}
export type SharingLoop = ReturnType<typeof createSharing>;

/** Whether what is done is done on this job. */
const isOf = (held: Held | undefined, d: Doing): boolean =>
  held !== undefined && d.panelIds.some((id) => held.job.panels.some((p) => p.id === id));

/** What a code leads to. */
interface Invitation {
  version: number;
  mode: Mode;
  shareId: string;
  jobId: string;
  shelf: boolean;
  phones: Phone[];
}

const MOST_SIGNS = 200;
const isText = (v: unknown): v is string => typeof v === 'string' && v.length > 0 && v.length <= MOST_SIGNS;

function phoneOf(raw: unknown): Phone | undefined {
  if (typeof raw !== 'object' || raw === null) return undefined;
  const { id, name, publicKey, joinedMs } = raw as Partial<Record<keyof Phone, unknown>>;
  return isText(id) && isText(name) && name.length <= NAME_SIGNS && isText(publicKey) && Number.isFinite(joinedMs)
    ? { id, name, publicKey, joinedMs: joinedMs as number }
    : undefined;
}

function invitationOf(raw: unknown): Invitation | undefined {
  if (typeof raw !== 'object' || raw === null) return undefined;
  const r = raw as Partial<Record<keyof Invitation, unknown>>;
  const phones = Array.isArray(r.phones) ? r.phones.slice(0, MOST_PHONES).map(phoneOf) : [];
  const isWhole =
    typeof r.version === 'number' &&
    (r.mode === 'demo' || r.mode === 'own') &&
    isText(r.shareId) &&
    isText(r.jobId) &&
    typeof r.shelf === 'boolean' &&
    phones.length > 0 &&
    phones.every((p) => p !== undefined);
  return isWhole ? (raw as Invitation) : undefined;
}
