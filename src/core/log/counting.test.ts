import fc from 'fast-check';
import { effectiveInOrder, inOneGo, orderInPieces, putIn, takeOut, withRecord, type OrderedLog } from './counting';
import type { Aim, Recorded } from './corrections';
import { byHappening } from './order';
import { productsUsed } from './productsUsed';
import { coated, ev } from '../testing';

type Note = Recorded & { targetId?: string; by?: object };
type Fix = Note & Aim;
const isFix = (r: Note): r is Fix => r.kind === 'voided' || r.kind === 'replaced';
const order = (records: readonly Note[]) => inOneGo(orderInPieces<Note, Fix>(records, isFix));
const EMPTY: OrderedLog<Note, Fix> = { records: [], corrections: [], dead: new Set() };
const note = (id: string, atMs: number, writtenMs = atMs): Note => ({ id, kind: 'note', atMs, writtenMs });
const voids = (id: string, targetId: string, atMs: number): Note => ({ ...note(id, atMs), kind: 'voided', targetId });
const replaces = (id: string, targetId: string, atMs: number, by: object): Note => ({
  ...note(id, atMs),
  kind: 'replaced',
  targetId,
  by: { kind: 'note', atMs, ...by },
});
const counting = ({ records, dead }: OrderedLog<Note, Fix>) =>
  effectiveInOrder<Recorded>(records as never[], dead).map((r) => [r.id, r.atMs]);

/** A log at random: notes, and corrections of what may come before or after them, some of it twice. */
const anyLog = fc
  .array(
    fc.record({
      kind: fc.constantFrom('note', 'note', 'voided', 'replaced'),
      of: fc.nat(12),
      atMs: fc.nat(20),
      back: fc.nat(5),
    }),
    { maxLength: 16 },
  )
  .map((rows) =>
    rows.map(({ kind, of, atMs, back }, i): Note => {
      if (kind === 'voided') return voids(`r${i}`, `r${of}`, atMs);
      if (kind === 'replaced') return replaces(`r${i}`, `r${of}`, atMs, { atMs: Math.max(0, atMs - back) });
      return note(`r${i}`, atMs);
    }),
  );

describe('a log in order', () => {
  it('is by happening, then by writing, each record once', () => {
    const log = order([note('b', 5), note('a', 5, 7), note('c', 1), note('b', 5)]);
    expect(log.records.map((r) => r.id)).toEqual(['c', 'b', 'a']);
  });
  it('what was struck out does not count, and a replacement stands where its body says', () => {
    const log = order([
      note('a', 1),
      note('b', 2),
      note('c', 3),
      voids('v', 'b', 4),
      replaces('r', 'c', 5, { atMs: 0 }),
    ]);
    expect(counting(log)).toEqual([
      ['r', 0],
      ['a', 1],
    ]);
  });
  it('says the same however its records arrive, all at once or one by one', () => {
    fc.assert(
      fc.property(anyLog, fc.array(fc.nat(), { minLength: 16, maxLength: 16 }), (records, keys) => {
        const shuffled = records.map((r, i) => ({ r, key: keys[i] ?? 0 })).sort((a, b) => a.key - b.key);
        const whole = order(records);
        const grown = shuffled.reduce<OrderedLog<Note, Fix>>((log, { r }) => withRecord(log, r, isFix) ?? log, EMPTY);
        expect(grown.records).toEqual(whole.records);
        expect([...grown.dead].sort()).toEqual([...whole.dead].sort());
        expect(counting(grown)).toEqual(counting(whole));
        expect(counting(whole).map(([, at]) => at)).toEqual(
          counting(whole)
            .map(([, at]) => at)
            .sort((a, b) => Number(a) - Number(b)),
        );
      }),
      { numRuns: 500 },
    );
  });
  it('with one more record names what turned with it: what counts now and did not, or the other way round', () => {
    fc.assert(
      fc.property(anyLog, fc.nat(12), (records, of) => {
        const before = order(records);
        const more = voids('last', `r${of}`, 21);
        const after = withRecord(before, more, isFix)!;
        const isLive = (log: OrderedLog<Note, Fix>, id: string) => !log.dead.has(id);
        const ids = Array.from({ length: 17 }, (_, i) => `r${i}`);
        const turned = ids.filter((id) => isLive(before, id) !== isLive(after, id));
        expect([...after.turned].sort()).toEqual([...new Set([...turned, 'last'])].sort());
      }),
      { numRuns: 300 },
    );
  });
  it('knows a record that is there already', () => {
    const log = order([note('a', 1), note('b', 1), note('c', 1)]);
    for (const id of ['a', 'b', 'c']) expect(withRecord(log, note(id, 1), isFix)).toBeUndefined();
    expect(withRecord(log, note('d', 1), isFix)?.records).toHaveLength(4);
  });
  it('one put in is in its place, and taken out again leaves the list as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(30), { maxLength: 12 }), fc.nat(30), (times, at) => {
        const list = times.map((t, i) => note(`n${i}`, t)).sort(byHappening);
        const was = [...list];
        const more = note('more', at);
        putIn(list, more);
        expect(list).toEqual([...list].sort(byHappening));
        takeOut(list, more);
        expect(list).toEqual(was);
      }),
    );
  });
});

describe('products that a log speaks of', () => {
  it('are those of coats with their hardeners, also where an entry was struck out or put right', () => {
    const used = productsUsed([
      ev({ ...coated('highbuild-2k', 1), kind: 'coated', hardenerId: 'hardener-slow' }),
      ev({ kind: 'cleaned', productId: 'cleaner-metal' }),
      ev({ kind: 'sanded', grit: 320 }),
      ev({ kind: 'voided', targetId: 'e0' }),
      ev({
        kind: 'replaced',
        targetId: 'e1',
        by: ev({ ...coated('clear-ms', 2), kind: 'coated', hardenerId: 'hardener-fast' }),
      }),
    ]);
    expect([...used].sort()).toEqual(['cleaner-metal', 'clear-ms', 'hardener-fast', 'hardener-slow', 'highbuild-2k']);
  });
});
