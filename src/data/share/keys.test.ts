/** @jest-environment node */
import fc from 'fast-check';
import { makeKeys, type Identity } from './keys';

const keys = makeKeys(crypto.subtle, 1000);
const bytes = (text: string) => new TextEncoder().encode(text);
const text = (b: Uint8Array | undefined) => b && new TextDecoder().decode(b);

describe('keys of phones', () => {
  let [a, b, c]: Identity[] = [];
  beforeAll(async () => {
    [a, b, c] = await Promise.all([keys.newIdentity(), keys.newIdentity(), keys.newIdentity()]);
  });
  const between = async (me: Identity, other: Identity, kind = 'parcel', share = 's') =>
    (await keys.between(share, me, other, kind))!;

  it('open for the two that have them, each direction by itself', async () => {
    const [ab, ba] = [await between(a!, b!), await between(b!, a!)];
    expect(ab.out.slot).toBe(ba.in.slot);
    expect(ab.in.slot).toBe(ba.out.slot);
    expect(ab.in.slot).not.toBe(ab.out.slot);
    expect(text(await ba.in.open(await ab.out.seal(bytes('a door'))))).toBe('a door');
    // What came from there does not open as something that was said here.
    expect(await ba.out.open(await ab.out.seal(bytes('a door')))).toBeUndefined();
  });
  it('open for no third phone, in no other share, and not as another kind of message', async () => {
    const sealed = await (await between(a!, b!)).out.seal(bytes('a door'));
    expect(await (await between(c!, a!)).in.open(sealed)).toBeUndefined();
    expect(await (await between(b!, a!, 'picture x')).in.open(sealed)).toBeUndefined();
    expect(await (await between(b!, a!, 'parcel', 'other')).in.open(sealed)).toBeUndefined();
    const slots = [
      (await between(a!, b!)).out.slot,
      (await between(a!, c!)).out.slot,
      (await between(b!, a!, 'picture x')).in.slot,
      (await between(b!, a!, 'parcel', 'other')).in.slot,
    ];
    expect(new Set(slots).size).toBe(4);
    for (const s of slots) expect(s).toMatch(/^[A-Za-z0-9_-]{22}$/);
  });
  it('do not open what was changed, in whatever place, or cut short', async () => {
    const [ab, ba] = [await between(a!, b!), await between(b!, a!)];
    const sealed = await ab.out.seal(bytes('a door of steel'));
    await fc.assert(
      fc.asyncProperty(fc.nat(sealed.length - 1), fc.integer({ min: 1, max: 255 }), async (at, by) => {
        const bent = sealed.slice();
        bent[at]! ^= by;
        expect(await ba.in.open(bent)).toBeUndefined();
        expect(await ba.in.open(sealed.slice(0, at))).toBeUndefined();
      }),
    );
  });
  it('seal the same thing otherwise each time', async () => {
    const { out } = await between(a!, b!);
    expect(await out.seal(bytes('x'))).not.toEqual(await out.seal(bytes('x')));
  });
  it('give an id that belongs to the key, and none to what is no key', async () => {
    expect(await keys.idOf(a!.publicKey)).toBe(a!.id);
    expect(await keys.idOf(b!.publicKey)).not.toBe(a!.id);
    expect(await keys.between('s', a!, { id: 'x', publicKey: 'A'.repeat(87) }, 'parcel')).toBeUndefined();
  });
});

describe('a code', () => {
  it('leads two phones to the same place, and another code elsewhere', async () => {
    const other = makeKeys(crypto.subtle, 1000);
    const [here, there, wrong] = [
      await keys.byCode('111111111114'),
      await other.byCode('111111111114'),
      await other.byCode('211111111115'),
    ];
    expect(there.ask.slot).toBe(here.ask.slot);
    expect(wrong.ask.slot).not.toBe(here.ask.slot);
    expect(text(await there.ask.open(await here.ask.seal(bytes('come in'))))).toBe('come in');
    expect(await wrong.ask.open(await here.ask.seal(bytes('come in')))).toBeUndefined();
    // The answer lies elsewhere, under another key.
    expect(there.answer.slot).not.toBe(here.ask.slot);
    expect(await there.answer.open(await here.ask.seal(bytes('come in')))).toBeUndefined();
  });
});
