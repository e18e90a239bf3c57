import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { webcrypto } from 'node:crypto';
import { TextEncoder } from 'node:util';
import fc from 'fast-check';
import { openMirror, type StoreChange } from './mirror';
import { CHANGES, RESTORED, type CopyReport } from './database';
import { headFromRecord, headRecord, keys } from './records';
import { openStorage } from './storage';

/** As much of the browser's cache storage as a mirror needs. */
function fakeCaches() {
  const all = new Map<string, Map<string, string>>();
  const urlOf = (u: string) => `http://here${u.startsWith('http') ? new URL(u).pathname : u}`;
  const cacheOf = (entries: Map<string, string>) => ({
    put: (u: string, r: { text: string }) => Promise.resolve(void entries.set(urlOf(u), r.text)),
    match: (u: string) => {
      const text = entries.get(urlOf(u));
      return Promise.resolve(text === undefined ? undefined : { text: () => Promise.resolve(text) });
    },
    keys: () => Promise.resolve([...entries.keys()].map((url) => ({ url }))),
    delete: (u: string) => Promise.resolve(entries.delete(urlOf(u))),
  });
  return {
    all,
    open: (name: string) => {
      if (!all.has(name)) all.set(name, new Map());
      return Promise.resolve(cacheOf(all.get(name) ?? new Map()));
    },
    has: (name: string) => Promise.resolve(all.has(name)),
    delete: (name: string) => Promise.resolve(all.delete(name)),
  };
}
class FakeResponse {
  constructor(readonly text: string) {}
}

let fake: ReturnType<typeof fakeCaches>;
beforeEach(() => {
  fake = fakeCaches();
  Object.assign(globalThis, { caches: fake, Response: FakeResponse, TextEncoder });
  // The browser's own, which the test's page has not.
  Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true });
});
afterAll(() => {
  Object.assign(globalThis, { caches: undefined });
});

/** What a browser does that finds its database damaged: the next start has an empty one. */
const throwAway = () => Object.assign(globalThis, { indexedDB: new IDBFactory() });

const anyChange: fc.Arbitrary<StoreChange> = fc.record({
  set: fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.string({ maxLength: 5 })),
  remove: fc.subarray(['a', 'b', 'c', 'd']),
});

describe('the second copy of a store', () => {
  it('has what was written, in order, with a base at any moment', async () => {
    let n = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(anyChange, { minLength: 1, maxLength: 12 }), fc.nat(12), async (changes, baseAt) => {
        const mirror = openMirror(`m${n++}`);
        const records = new Map<string, string>();
        for (const [i, c] of changes.entries()) {
          for (const k of c.remove ?? []) records.delete(k);
          for (const [k, v] of Object.entries(c.set ?? {})) records.set(k, v);
          await mirror?.add(i + 1, c);
          if (i === baseAt) await mirror?.rebase(i + 1, records);
        }
        expect(await mirror?.has(changes.length)).toBe(true);
        expect(await mirror?.has(changes.length + 1)).toBe(false);
        const copy = await mirror?.read();
        expect(copy?.records).toEqual(records);
        expect(copy?.no).toBe(changes.length);
      }),
      { numRuns: 60 },
    );
  });
  it('knows of a commit that it missed', async () => {
    const mirror = openMirror('gap');
    await mirror?.add(1, { set: { a: '1' } });
    await mirror?.add(3, { set: { a: '3' } });
    expect(await mirror?.has(3)).toBe(false);
  });
  it('gives way, and is nothing until there is a base again', async () => {
    const mirror = openMirror('full');
    await mirror?.add(1, { set: { a: '1' } });
    await mirror?.drop();
    await mirror?.add(2, { set: { b: '2' } });
    expect(await mirror?.read()).toBeNull();
    // Another tab does not know that it gave way: what it adds is not taken for all there is.
    await openMirror('full')?.add(3, { set: { c: '3' } });
    expect(await mirror?.read()).toMatchObject({ no: 3, lost: [{ no: 1 }, { no: 2 }] });
    await mirror?.rebase(3, new Map([['a', '1']]));
    expect((await mirror?.read())?.records).toEqual(new Map([['a', '1']]));
  });
  it('a cache that another tab deleted is opened anew', async () => {
    const mirror = openMirror('shared');
    await mirror?.add(1, { set: { a: '1' } });
    await fake.delete('stratocoat-mirror/shared');
    await mirror?.add(2, { set: { b: '2' } });
    expect((await mirror?.read())?.records).toEqual(new Map([['b', '2']]));
  });
  it('reads what an older app wrote, without sums', async () => {
    const old = await fake.open('stratocoat-mirror/old');
    await old.put('/mirror/base', new FakeResponse('{"no":2,"parts":1}'));
    await old.put('/mirror/base/2/0', new FakeResponse('[["a","1"]]'));
    await old.put('/mirror/change/3', new FakeResponse('{"set":{"b":"2"}}'));
    const copy = await openMirror('old')?.read();
    expect([copy?.no, copy?.lost, copy?.lostParts]).toEqual([3, [], []]);
    expect(Object.fromEntries(copy?.records ?? [])).toEqual({ a: '1', b: '2' });
  });
  it('whatever is damaged in it: what is not as it should be is named, and where nothing is named all is as it should be', async () => {
    let n = 0;
    const keys = ['shop', 'job/a/head', 'job/a/event/1', 'job/a/event/2', 'climate/2030-01-01'];
    const change: fc.Arbitrary<StoreChange> = fc.record({
      set: fc.dictionary(fc.constantFrom(...keys), fc.string({ maxLength: 5 })),
      remove: fc.subarray(keys, { maxLength: 1 }),
    });
    const damage = fc.array(fc.tuple(fc.nat(40), fc.constantFrom('delete', 'cut', 'flip'), fc.nat(500)), {
      minLength: 1,
      maxLength: 4,
    });
    const changes = fc.array(change, { minLength: 1, maxLength: 10 });
    await fc.assert(
      fc.asyncProperty(changes, fc.nat(12), damage, fc.boolean(), async (changes, baseAt, damages, isNoted) => {
        const name = `d${n++}`;
        const mirror = openMirror(name);
        const truth = new Map<string, string>();
        let before: string[] | undefined;
        for (const [i, c] of changes.entries()) {
          for (const k of c.remove ?? []) truth.delete(k);
          for (const [k, v] of Object.entries(c.set ?? {})) truth.set(k, v);
          await mirror?.add(i + 1, c, before);
          before = [...Object.keys(c.set ?? {}), ...(c.remove ?? [])];
          if (i === baseAt) await mirror?.rebase(i + 1, truth);
        }
        const cache = fake.all.get(`stratocoat-mirror/${name}`);
        for (const [which, how, at] of damages) {
          const urls = [...(cache?.keys() ?? [])];
          const url = urls[which % urls.length];
          const text = (url !== undefined && cache?.get(url)) || '';
          if (url === undefined) continue;
          const i = at % Math.max(1, text.length);
          if (how === 'delete') cache?.delete(url);
          else if (how === 'cut') cache?.set(url, text.slice(0, i));
          else cache?.set(url, text.slice(0, i) + String.fromCharCode(text.charCodeAt(i) ^ 1) + text.slice(i + 1));
        }
        const copy = await mirror?.read(isNoted ? { no: changes.length, keys: before ?? [] } : undefined);
        if (!copy) return expect(cache?.size).toBe(0);
        const { records, lost, lostParts, isListLost } = copy;
        const wrong = keys.filter((k) => records.get(k) !== truth.get(k));
        const known = lost.every((l) => l.keys) && !isListLost && isNoted;
        const named = new Set(lost.flatMap((l) => l.keys ?? []));
        const inPart = (k: string) => lostParts.length > 0 && truth.has(k);
        if (known) expect(wrong.filter((k) => !named.has(k) && !inPart(k))).toEqual([]);
        // Without a note beside it nobody knows that there was a last one.
        if (isNoted && lost.length + lostParts.length === 0 && !isListLost) expect(wrong).toEqual([]);
      }),
      { numRuns: Number(process.env.DAMAGES ?? 150) },
    );
  });
  it('reads past an entry that was only half written', async () => {
    const mirror = openMirror('half');
    await mirror?.rebase(1, new Map([['a', '1']]));
    await mirror?.add(2, { set: { b: '2' } });
    await mirror?.add(3, { set: { c: '3' } });
    fake.all.get('stratocoat-mirror/half')?.set('http://here/mirror/change/2', '{"set":{"b":');
    expect(Object.fromEntries((await mirror?.read())?.records ?? [])).toEqual({ a: '1', c: '3' });
  });
  it('what was deleted goes from it too', async () => {
    const store = openStorage('hygiene');
    await store.commit({ set: { one: 'secret', two: 'secret', three: '3' } });
    await store.commit({ remove: ['one', 'two'] });
    await store.bringUpCopy?.();
    const texts = [...(fake.all.get('stratocoat-mirror/hygiene')?.values() ?? [])].join();
    expect(texts).not.toContain('secret');
    expect(texts).toContain('three');
  });
  it('what was deleted goes from it also when the tab is closed at once', async () => {
    const store = openStorage('closed-tab');
    await store.commit({ set: { one: 'secret', two: 'secret' } });
    await store.bringUpCopy?.();
    await store.commit({ remove: ['one', 'two'] });
    await openStorage('closed-tab').bringUpCopy?.();
    expect([...(fake.all.get('stratocoat-mirror/closed-tab')?.values() ?? [])].join()).not.toContain('secret');
  });
  it('fills a database that was thrown away, and leaves one that is empty on purpose', async () => {
    const store = openStorage('shop');
    await store.commit({ set: { one: '1', two: '2' } });
    await store.commit({ set: { two: '22' }, remove: ['one'] });
    throwAway();
    const again = openStorage('shop');
    expect(await again.getMany(['one', 'two'])).toEqual({ one: null, two: '22' });
    const report = JSON.parse((await again.getMany([RESTORED]))[RESTORED] ?? '{}') as CopyReport;
    expect(report).toMatchObject({ records: 1, changes: 2, lost: [], lostParts: [], isAllLost: false });
    await again.commit({ remove: [RESTORED] });
    expect(await again.getAllKeys()).toEqual(['two']);
    // It goes on from there.
    expect(await again.commit({ set: { three: '3' } })).toBe(true);
    await again.commit({ remove: await again.getAllKeys() });
    expect(await openStorage('shop').getAllKeys()).toEqual([]);
  });
  it('says what was lost where there is no copy of it, and where the last commit of all is not in the copy', async () => {
    const store = openStorage('gone');
    await store.commit({ set: { 'job/a/event/1': '1' } });
    await store.commit({ set: { 'job/a/event/2': '2' } });
    const reportOf = async (): Promise<CopyReport> =>
      JSON.parse((await openStorage('gone').getRange(RESTORED, RESTORED)).get(RESTORED) ?? '{}') as CopyReport;
    fake.all.get('stratocoat-mirror/gone')?.delete('http://here/mirror/change/2');
    throwAway();
    expect(await reportOf()).toMatchObject({ records: 1, changes: 2, lost: [{ no: 2, keys: ['job/a/event/2'] }] });
    fake.all.clear();
    throwAway();
    expect(await reportOf()).toMatchObject({ records: 0, changes: 2, isAllLost: true });
  });
  it('the number of an entry that was lost is taken by no other: it stays named as missing, and its log goes on after it', async () => {
    const head = (seq: number) => headRecord({ seq, no: 1 });
    const store = openStorage('holes');
    await store.commit({ set: { [keys.head('j')]: head(1), [keys.event('j', 1)]: 'one' } });
    await store.commit({ set: { [keys.head('j')]: head(2), [keys.event('j', 2)]: 'two' } });
    await store.commit({ set: { [keys.head('k')]: head(1), [keys.event('k', 1)]: 'other' } });
    fake.all.get('stratocoat-mirror/holes')?.delete('http://here/mirror/change/2');
    throwAway();
    const again = openStorage('holes');
    const headOf = async (job: string) => headFromRecord((await again.getMany([keys.head(job)]))[keys.head(job)] ?? '');
    expect([(await headOf('j')).seq, (await headOf('k')).seq]).toEqual([2, 1]);
    expect((await again.getMany([keys.event('j', 2)]))[keys.event('j', 2)]).toBeNull();
  });
  it('counts changes in the transaction of each, also after it was filled from its copy', async () => {
    const store = openStorage('counted');
    const changes = async (s = store) => Number((await s.getMany([CHANGES]))[CHANGES] ?? 0);
    await store.commit({ set: { a: '1' }, counts: 3 });
    await store.commit({ set: { a: '2' } });
    await store.commit({ remove: ['a'], counts: 1 });
    expect(await changes()).toBe(4);
    await store.commit({ set: { a: '2' } });
    await store.bringUpCopy?.();
    throwAway();
    expect(await changes(openStorage('counted'))).toBeGreaterThanOrEqual(4);
  });
  it('a copy that cannot be written or read keeps nobody from his shop', async () => {
    Object.assign(globalThis, {
      caches: { open: () => Promise.reject(new Error('No room')), has: () => Promise.reject(new Error('No')) },
    });
    const store = openStorage('alone');
    expect(await store.commit({ set: { a: '1' } })).toBe(true);
    expect(await store.getMany(['a'])).toEqual({ a: '1' });
  });
});
