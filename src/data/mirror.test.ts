import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { openMirror, type StoreChange } from './mirror';
import { openStorage, restoredRecords } from './storage';

/** As much of the browser's cache storage as a mirror needs. */
function fakeCaches() {
  const all = new Map<string, Map<string, string>>();
  const urlOf = (u: string) => `http://here${u.startsWith('http') ? new URL(u).pathname : u}`;
  const cacheOf = (entries: Map<string, string>) => ({
    put: (u: string, r: { text: string }) => Promise.resolve(void entries.set(urlOf(u), r.text)),
    match: (u: string) => {
      const text = entries.get(urlOf(u));
      const json = () => new Promise((resolve) => resolve(JSON.parse(text ?? '')));
      return Promise.resolve(text === undefined ? undefined : { json });
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
  Object.assign(globalThis, { caches: fake, Response: FakeResponse });
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
    expect(await mirror?.read()).toBeNull();
    await mirror?.rebase(3, new Map([['a', '1']]));
    expect((await mirror?.read())?.records).toEqual(new Map([['a', '1']]));
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
  it('fills a database that was thrown away, and leaves one that is empty on purpose', async () => {
    const store = openStorage('shop');
    await store.commit({ set: { one: '1', two: '2' } });
    await store.commit({ set: { two: '22' }, remove: ['one'] });
    throwAway();
    const again = openStorage('shop');
    expect(await again.getMany(['one', 'two'])).toEqual({ one: null, two: '22' });
    expect(restoredRecords('shop')).toBe(1);
    expect(await again.getAllKeys()).toEqual(['two']);
    // It goes on from there.
    expect(await again.commit({ set: { three: '3' } })).toBe(true);
    await again.commit({ remove: await again.getAllKeys() });
    expect(await openStorage('shop').getAllKeys()).toEqual([]);
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
