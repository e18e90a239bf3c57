/** @jest-environment node */
import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import express from 'express';
import { createRelay, type Relay } from '../../../server/relay';
import type { Job, LogEvent } from '@/core';
import type { ShelfRecord } from '@/core/log/shelf';
import { stampJob } from '@/core/log/mergeJob';
import { codeOf } from '@/core/share/code';
import { shiftTo } from '@/core/formats/shift';
import { writeJobFile, type JobFile } from '@/core/formats/jobFile';
import { DEFAULT_SETTINGS } from '@/core/formats/settings';
import { takeOut } from '@/core/share/phones';
import seed from '../../../demo/seed/bread-van.json';
import { inMemory } from '../pictures';
import { openRepository, type Repository } from '../repository';
import { sharingIn } from '../repository/sharing';
import { memoryStorage } from '../storage';
import { makeKeys } from './keys';
import { isIn, othersOf, type Share } from './record';
import { relayAt, RelayProblem } from './relayClient';
import { createSharing, type SharingLoop } from './sharing';
import type { SharingStatus } from './status';

const T0 = Date.UTC(2030, 4, 6, 8);
const JOB: Job = {
  id: 'car',
  name: 'Grandfather’s estate car',
  about: '',
  createdMs: T0,
  panels: [{ id: 'p', name: 'Left front door', substrate: 'steel', thicknessUm: 800 }],
  zones: [{ id: 'z', panelId: 'p', name: 'Outer skin', areaCm2: 5000 }],
};
const cleaned = (id: string, atMs = T0): LogEvent =>
  ({
    id,
    kind: 'cleaned',
    atMs,
    writtenMs: atMs,
    zoneIds: ['z'],
    productId: 'cleaner-metal',
    note: 'a note of ours',
  }) as LogEvent;
const tin = (id: string): ShelfRecord =>
  ({
    id,
    atMs: T0,
    writtenMs: T0,
    kind: 'received',
    containerId: `t-${id}`,
    holds: { what: 'part', productId: 'clear-ms', part: 0 },
    amount: 100,
    label: 'tin of ours',
  }) as ShelfRecord;
/** A JPEG of one grey dot, without anything besides. */
const DOT =
  '/9j/2wBDAAgGBgcGBQgHBwcJCQgKDBQNDAsLDBkSEw8UHRofHh0aHBwgJC4nICIsIxwcKDcpLDAxNDQ0Hyc5PTgyPC4zNDL/wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACf/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AVN//2Q==';

/** Quick ones: a code is not guessed here. */
const keys = makeKeys(crypto.subtle, 1000);

let relay: Relay;
let server: Server;
let base: string;
/** While it is down, no call comes through. */
let isDown = false;
/** Bends what is laid down on its way. */
let bend: ((bytes: Buffer) => void) | undefined;
let nowMs = T0;
const start = async (): Promise<void> => {
  relay = createRelay({ now: () => nowMs, holdMs: 400, sleep: () => Promise.resolve() });
  const app = express();
  app.use((_req, res, next) => (isDown ? res.destroy() : next()));
  app.use('/relay', relay.router);
  server = createServer(app);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/relay`;
};
const end = () =>
  new Promise((done) => {
    server.closeAllConnections();
    server.close(done);
  });

interface Phone {
  name: string;
  repo: Repository;
  pictures: ReturnType<typeof inMemory>;
  loop: SharingLoop;
  running: Promise<void>;
  status?: SharingStatus;
  changed: string[];
}
const phones: Phone[] = [];
function phone(name: string, mode: 'own' | 'demo' = 'own', had?: Pick<Phone, 'repo' | 'pictures'>): Phone {
  const repo = had?.repo ?? openRepository(memoryStorage(), `phone-${name}-${phones.length}`);
  const pictures = had?.pictures ?? inMemory();
  const p = { name, repo, pictures, changed: [] as string[] } as unknown as Phone;
  p.loop = createSharing({
    repo,
    pictures,
    mode,
    // Asked anew each time: a server that is started again has another address here.
    relay: new Proxy({} as ReturnType<typeof relayAt>, {
      get: (_, k) => {
        const client = relayAt(base);
        const call = client[k as keyof typeof client] as (...a: unknown[]) => Promise<unknown>;
        if (k !== 'put' || !bend) return call;
        return (slot: string, bytes: Uint8Array) => {
          const sent = Buffer.from(bytes);
          bend?.(sent);
          return call(slot, sent);
        };
      },
    }),
    keys,
    now: () => nowMs,
    changed: (...records) => p.changed.push(...records),
    tell: (s) => (p.status = s),
    pauseMs: 20,
  });
  p.running = p.loop.run();
  phones.push(p);
  return p;
}
const until = async (what: () => Promise<boolean> | boolean, says: string): Promise<void> => {
  for (let i = 0; i < 1500; i++) {
    if (await what()) return;
    await new Promise((done) => setTimeout(done, 20));
  }
  throw new Error(`It never came to this: ${says}`);
};
const entries = async (p: Phone): Promise<string[]> =>
  ((await p.repo.load('car'))?.events ?? []).map((e) => e.id).sort();
const shareOn = async (p: Phone): Promise<Share | undefined> => (await sharingIn(p.repo.base).sharing()).shares[0];
const log = async (p: Phone, ...events: LogEvent[]): Promise<void> => {
  await p.repo.append('car', (await p.repo.load('car'))!.seq, events);
  p.loop.nudge();
};

/** A phone with the job, which shares it. */
async function owner(name = 'Ida'): Promise<Phone> {
  const p = phone(name);
  await p.repo.putJobs([{ job: JOB, events: [cleaned('first')], products: [] }]);
  await share(p, 'car');
  return p;
}
async function share(p: Phone, jobId: string): Promise<void> {
  const { name } = p;
  const me = { ...(await keys.newIdentity()), name, joinedMs: nowMs };
  const { privateKey: _, ...shown } = me;
  await sharingIn(p.repo.base).changeSharing(() => ({
    shares: [{ id: 'share-1', jobId, shelf: true, me, phones: [shown], out: {} }],
  }));
}
async function askIn(p: Phone): Promise<string> {
  const code = codeOf(crypto.getRandomValues(new Uint8Array(11)));
  await sharingIn(p.repo.base).changeSharing((s) => ({
    ...s,
    shares: s.shares.map((x) => ({ ...x, invite: { code, untilMs: nowMs + 600_000 } })),
  }));
  p.loop.nudge();
  const { slot } = (await keys.byCode(code)).ask;
  await until(() => relay.held().some((s) => s.name === slot), 'the code lies there');
  return code;
}
async function comeIn(p: Phone, code: string): Promise<void> {
  await sharingIn(p.repo.base).changeSharing((s) => ({ ...s, joining: { code, name: p.name, atMs: nowMs } }));
  p.loop.nudge();
}
async function joined(a: Phone, name: string): Promise<Phone> {
  const b = phone(name);
  await comeIn(b, await askIn(a));
  await until(async () => (await b.repo.load('car')) !== null, `${name} has the job`);
  return b;
}

beforeEach(async () => {
  isDown = false;
  bend = undefined;
  nowMs = T0;
  await start();
});
afterEach(async () => {
  for (const p of phones) p.loop.stop();
  await Promise.all(phones.map((p) => p.running));
  phones.length = 0;
  await end();
});

describe('phones that share a job', () => {
  it('have its entries, its head and the shelf alike, from either side', async () => {
    const a = await owner();
    await a.repo.appendShelf(0, [tin('one')]);
    const b = await joined(a, 'Jonas');
    expect(await entries(b)).toEqual(['first']);
    await log(b, cleaned('second'));
    await until(async () => (await entries(a)).length === 2, 'the entry is on the first phone');
    const renamed = stampJob(JOB, { ...JOB, name: 'Estate car, blue' }, T0 + 5);
    await a.repo.changeJob('car', () => renamed);
    await a.repo.appendShelf(1, [tin('two')]);
    a.loop.nudge();
    await until(async () => (await b.repo.load('car'))?.job.name === 'Estate car, blue', 'the new name is there');
    await until(async () => (await b.repo.shelf()).records.length === 2, 'both tins are there');
    expect(b.changed).toEqual(expect.arrayContaining(['job/car', 'shop-log', 'sharing']));
    await until(
      () => a.status?.shares[0]?.others[0]?.behind === 0 && a.status.shares[0].others[0].hasHead,
      'the first phone knows that the second has all',
    );
    expect(a.status?.shares[0]?.others[0]?.name).toBe('Jonas');
  });

  it('become quiet: once all is acknowledged nothing more is laid down', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await log(b, cleaned('second'));
    await until(async () => (await entries(a)).length === 2, 'the entry is there');
    const tagsOf = () =>
      relay
        .held()
        .map((s) => s.name + s.bytes.toString('base64').slice(0, 30))
        .sort();
    await new Promise((done) => setTimeout(done, 300));
    const quiet = tagsOf();
    await new Promise((done) => setTimeout(done, 900));
    expect(tagsOf()).toEqual(quiet);
  });

  it('leave nothing on the server that can be read', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await log(b, cleaned('second'));
    await until(async () => (await entries(a)).length === 2, 'the entry is there');
    const held = relay.held();
    expect(held.length).toBeGreaterThan(0);
    const words = ['Grandfather', 'estate', 'door', 'skin', 'note', 'Jonas', 'Ida', 'cleaner', 'share-1', 'stratocoat'];
    for (const { name, bytes } of held) {
      // Sealed, and packed before: neither as it is nor unpacked.
      expect(bytes.subarray(0, 2)).not.toEqual(Buffer.from([0x1f, 0x8b]));
      for (const w of words)
        for (const form of ['utf8', 'latin1', 'utf16le'] as const)
          expect((name + bytes.toString(form)).toLowerCase()).not.toContain(w.toLowerCase());
    }
    // What is sealed is as even as chance: no byte of several thousand is twice as frequent as it should be.
    const all = Buffer.concat(held.map((s) => s.bytes));
    const counts = new Array<number>(256).fill(0);
    for (const byte of all) counts[byte]!++;
    expect(Math.max(...counts)).toBeLessThan(10 + (3 * all.length) / 256);
  });

  it('go on without the server, and put together what each did meanwhile, also with a server that remembers nothing', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await until(() => a.status?.shares[0]?.others[0]?.behind === 0, 'the second has all');
    isDown = true;
    await log(a, cleaned('of-a'));
    await log(b, cleaned('of-b'));
    await until(() => a.status?.trouble === 'away' && b.status?.trouble === 'away', 'both say that it is away');
    expect(a.status?.shares[0]?.others[0]?.behind).toBe(1);
    await end();
    await start();
    isDown = false;
    for (const p of [a, b]) await until(async () => (await entries(p)).length === 3, `${p.name} has all three`);
    expect(await entries(a)).toEqual(await entries(b));
  });

  it('go on where they were after a page was closed', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    b.loop.stop();
    await b.running;
    await log(a, cleaned('meanwhile'));
    const again = phone('Jonas', 'own', b);
    await until(async () => (await entries(again)).length === 2, 'what came meanwhile is there');
  });

  it('have all of it again where an older file took the place of the shop on one of them', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await log(b, cleaned('second'), cleaned('third'));
    await until(async () => (await entries(a)).length === 3, 'all three are on the first');
    await b.repo.putShop({
      exportedMs: T0,
      settings: DEFAULT_SETTINGS,
      products: [],
      jobs: [writeJobFile(JOB, [cleaned('first')], [], T0)],
      readings: [],
      heats: [],
      alarms: {},
      workClocks: [],
      forecast: null,
      shelf: [],
    });
    b.loop.nudge();
    await until(async () => (await entries(b)).length === 3, 'they came back');
  });

  it('leave out what was changed on its way, say so, and have it all the same a moment later', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    bend = (bytes) => (bytes[20]! ^= 1);
    await log(a, cleaned('bent'));
    await until(() => b.status?.shares[0]?.others[0]?.doubt !== undefined, 'the second phone says so');
    expect(b.status?.shares[0]?.others[0]?.doubt).toContain('changed on its way');
    expect(await entries(b)).toEqual(['first']);
    bend = undefined;
    // The wish to hear it again was bent too: it is said once more.
    nowMs += 11_000;
    for (const p of [a, b]) p.loop.nudge();
    await until(async () => (await entries(b)).length === 2, 'it came once more');
    await until(() => b.status?.shares[0]?.others[0]?.doubt === undefined, 'the doubt is gone');
  });

  it('have each other’s photos', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await a.pictures.put({ shot: DOT });
    const photo = { id: 'shot', panelId: 'p', takenMs: T0, widthPx: 1, heightPx: 1, bytes: 200 };
    await a.repo.changeJob('car', (job) => stampJob(job, { ...job, photos: [photo] }, T0 + 9));
    a.loop.nudge();
    await until(async () => (await b.pictures.get(['shot'])).shot === DOT, 'the picture is there');
    await until(() => b.changed.includes('pictures'), 'the page is told');
  });

  it('know what is being done on the other one, until it ends', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    a.loop.setDoing([{ act: 'paint', panelIds: ['p'], sinceMs: T0 }]);
    const seen = () => b.status?.shares[0]?.others[0]?.doing.map((d) => d.act);
    await until(() => seen()?.join() === 'paint', 'it is being sprayed on the first');
    a.loop.setDoing([]);
    await until(() => seen()?.length === 0, 'it is not any more');
    // Nobody says that he has stopped when his phone dies.
    a.loop.setDoing([{ act: 'paint', panelIds: ['p'], sinceMs: T0 }]);
    await until(() => seen()?.join() === 'paint', 'it is sprayed again');
    a.loop.stop();
    await a.running;
    nowMs += 121_000;
    b.loop.again();
    await until(() => seen()?.length === 0, 'nobody believes it two minutes later');
  });
});

describe('two demos', () => {
  it('whose jobs have the same entries with other times end alike', async () => {
    const at = (now: number) => shiftTo(structuredClone(seed) as unknown as JobFile, now, 0);
    const a = phone('Ida', 'demo');
    await a.repo.putJobs([at(T0)]);
    await share(a, 'bread-van');
    const b = phone('Jonas', 'demo');
    await b.repo.putJobs([at(T0 + 5000)]);
    await comeIn(b, await askIn(a));
    await until(
      () => [a, b].every((p) => p.status?.shares[0]?.others[0]?.hasHead && p.status.shares[0].others[0].behind === 0),
      'each knows that the other has all',
    );
    const [x, y] = [await a.repo.load('bread-van'), await b.repo.load('bread-van')];
    expect(y?.job).toEqual(x?.job);
    const byId = (events: readonly LogEvent[] = []) => [...events].sort((m, n) => (m.id < n.id ? -1 : 1));
    expect(byId(y?.events)).toEqual(byId(x?.events));
  });
});

describe('a phone', () => {
  it('that is taken out hears nothing more, is told so, and what it does stays with it', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    const c = await joined(a, 'Kim');
    await until(async () => othersOf((await shareOn(b))!).length === 2, 'the second knows the third');
    const out = (await shareOn(b))!.me.id;
    await sharingIn(a.repo.base).changeSharing((s) => ({
      ...s,
      shares: s.shares.map((x) => ({ ...x, ...takeOut(x, out, nowMs) })),
    }));
    a.loop.nudge();
    await until(async () => !isIn((await shareOn(b))!), 'it is told');
    await until(async () => othersOf((await shareOn(c))!).length === 1, 'the third knows it too');
    await log(a, cleaned('secret'));
    await log(b, cleaned('on-its-own'));
    await until(async () => (await entries(c)).includes('secret'), 'the third has it');
    await new Promise((done) => setTimeout(done, 500));
    expect(await entries(b)).toEqual(['first', 'on-its-own']);
    expect(await entries(a)).toEqual(['first', 'secret']);
    expect(await entries(c)).toEqual(['first', 'secret']);
  });

  it('that leaves by itself is gone on the others too', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    const me = (await shareOn(b))!.me.id;
    await sharingIn(b.repo.base).changeSharing((s) => ({
      ...s,
      shares: s.shares.map((x) => ({ ...x, ...takeOut(x, me, nowMs) })),
    }));
    b.loop.nudge();
    await until(async () => othersOf((await shareOn(a))!).length === 0, 'the first is alone');
    await until(async () => (await shareOn(b))?.isTold === true, 'it has said so');
  });

  it('that deletes the job leaves', async () => {
    const a = await owner();
    const b = await joined(a, 'Jonas');
    await b.repo.removeJob('car');
    b.loop.nudge();
    await until(async () => othersOf((await shareOn(a))!).length === 0, 'the first is alone');
    expect(await entries(a)).toEqual(['first']);
  });

  it('with a wrong code is not let in, after some tries not even asked any more', async () => {
    await owner();
    const c = phone('Stranger');
    const problem = async () => (await sharingIn(c.repo.base).sharing()).joining?.problem;
    await comeIn(c, codeOf(new Uint8Array(11).fill(7)));
    await until(async () => (await problem()) === 'unknown', 'nobody asked by that code');
    const client = relayAt(base);
    for (let i = 0; i < 9; i++) expect(await client.asked(`${'x'.repeat(21)}${i}`)).toBeUndefined();
    await expect(client.asked('y'.repeat(22))).rejects.toThrow(RelayProblem);
    await comeIn(c, codeOf(new Uint8Array(11).fill(8)));
    await until(async () => (await problem()) === 'refused', 'it is refused');
  });

  it('that comes second with the same code stays outside', async () => {
    const a = await owner();
    const code = await askIn(a);
    const b = phone('Jonas');
    await comeIn(b, code);
    await until(async () => (await b.repo.load('car')) !== null, 'the first is in');
    const c = phone('Third');
    await comeIn(c, code);
    await until(
      async () => (await sharingIn(c.repo.base).sharing()).joining?.problem === 'unknown',
      'the code is used up',
    );
    expect(othersOf((await shareOn(a))!).map((p) => p.name)).toEqual(['Jonas']);
    expect(await c.repo.load('car')).toBeNull();
  });

  it('cannot come in when the code is over, and the code is gone', async () => {
    const a = await owner();
    const code = await askIn(a);
    nowMs += 600_001;
    a.loop.nudge();
    await until(async () => (await shareOn(a))?.invite === undefined, 'the code is over');
    const b = phone('Jonas');
    await comeIn(b, code);
    await until(
      async () => (await sharingIn(b.repo.base).sharing()).joining?.problem === 'unknown',
      'it leads nowhere',
    );
  });

  it('with the demo open does not get a job of somebody’s own shop', async () => {
    const a = await owner();
    const b = phone('Demo', 'demo');
    await comeIn(b, await askIn(a));
    await until(
      async () => (await sharingIn(b.repo.base).sharing()).joining?.problem === 'own',
      'it is of an own shop',
    );
  });
});
