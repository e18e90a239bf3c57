import fc from 'fast-check';
import { object } from 'yup';
import { messageIn } from '../units/phrase';
import { between, id, layerId, moment, oneOf, outlineOf, text, TIME_MS } from './fields';
import { overlong } from './lists';
import { validated } from './validated';

const says = (field: Parameters<typeof object>[0], raw: unknown): string[] => {
  const r = validated(object(field), raw);
  return r.ok ? [] : r.error.map((p) => `${p.path}: ${messageIn(p.message, 'metric')}`);
};

describe('fields of what comes from outside', () => {
  it('a number lies between its bounds, or says which in the reader’s units', () => {
    const field = { v: between('Film', 1, 500, 'film') };
    expect(says(field, { v: 1 })).toEqual([]);
    expect(says(field, { v: 500 })).toEqual([]);
    expect(says(field, { v: 501 })[0]).toMatch(/^v: Film must be between 1 and 500\sµm/);
    const us = validated(object(field), { v: 501 });
    expect(us.ok ? '' : messageIn(us.error[0]!.message, 'us')).toMatch(/mil/);
    expect(says(field, { v: Infinity })).toEqual(['v: Film: a number is needed']);
    expect(says(field, { v: 'much' })).toEqual(['v: Film: a number is needed']);
  });
  it('a moment is one of the time in which there are such apps', () => {
    const field = { at: moment('Time') };
    expect(says(field, { at: TIME_MS.min })).toEqual([]);
    expect(says(field, { at: TIME_MS.min - 1 })).toEqual(['at: Time is before 1980']);
    expect(says(field, { at: TIME_MS.max + 1 })).toEqual(['at: Time is after 2200']);
    expect(says(field, { at: '2026-01-01' })).toEqual(['at: Time: a time is needed']);
  });
  it('an id can stand in an address and in a key of the store', () => {
    const field = { id: id('Id') };
    for (const good of ['a', 'k3v-9', '0', 'Ünicode', 'a.b', 'x'.repeat(80)])
      expect(says(field, { id: good })).toEqual([]);
    for (const bad of ['', ' ', 'a b', 'a/b', 'a?b', 'a#b', 'a%b', 'a\\b', '.', '..', 'a\nb', 'x'.repeat(81), 7, null])
      expect(says(field, { id: bad })).not.toEqual([]);
  });
  it('any id that is taken comes back whole from an address', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 20 }), (s) => {
        if (says({ id: id('Id') }, { id: s }).length > 0) return;
        const url = new URL(`http://here/panel/${encodeURIComponent(s)}`);
        expect(decodeURIComponent(url.pathname.split('/')[2] ?? '')).toBe(s);
      }),
    ));
  it('a layer is called by its entry, perhaps with its number', () => {
    const field = { l: layerId('Layer') };
    expect([says(field, { l: 'e1' }), says(field, { l: 'e1#0' }), says(field, { l: 'e1#12' })]).toEqual([[], [], []]);
    for (const bad of ['e1#', 'e1#x', 'e1#1234', '#1', 'e1#1#2']) expect(says(field, { l: bad })).not.toEqual([]);
  });
  it('words, and one of a list of words', () => {
    expect(says({ t: text('Name', 3) }, { t: 'abcd' })).toEqual(['t: Name is longer than 3 signs']);
    expect(says({ t: text('Name', 3) }, { t: 5 })).toEqual(['t: Name must be text']);
    expect(says({ w: oneOf('Face', ['outer', 'inner']) }, { w: 'back' })).toEqual([
      "w: Face 'back' is not one that is known",
    ]);
  });
  it('an outline has corners that are places: how many, where, and nothing else', () => {
    const field = { o: outlineOf(4) };
    const corner = (x: unknown, y: unknown = 0) => ({ x, y });
    const three = [corner(0), corner(10), corner(0, 10)];
    expect(says(field, { o: three })).toEqual([]);
    expect(says(field, { o: three.slice(0, 2) })[0]).toMatch(/at least three corners/);
    expect(says({ o: outlineOf(4, 2) }, { o: three.slice(0, 2) })).toEqual([]);
    expect(says(field, { o: [...three, ...three] })[0]).toMatch(/More than 4 corners/);
    expect(says(field, { o: [...three, corner('1')] })).toEqual(['o[3].x: Corner: a number is needed']);
    expect(says(field, { o: [...three, { x: 1 }] })).toEqual(['o[3].y: Corner is missing']);
    expect(says(field, { o: [...three, { x: 1, y: 1, z: 1 }] })[0]).toMatch(/o\[3\]: Corner has a field .* z/);
    expect(says(field, { o: [...three, corner(1e6)] })[0]).toMatch(/o\[3\]\.x: Corner must be between/);
    expect(says(field, { o: [...three, null] })[0]).toMatch(/Corner is missing/);
  });
});

describe('lists that are too long, and what is nested too deep', () => {
  it('is said by the first that is, before its members are looked at', () => {
    expect(overlong({ events: [1, 2, 3] }, { events: 2 }, 10)).toEqual({
      path: 'events',
      message: 'There are 3 here; at most 2 may be',
    });
    expect(overlong({ a: { b: [[1, 2, 3]] } }, {}, 2)?.path).toBe('a.b[0]');
    expect(overlong({ a: [{ events: [1, 2, 3] }] }, { events: 2 }, 10)?.path).toBe('a[0].events');
    expect(overlong({ events: [1, 2] }, { events: 2 }, 1)).toBeUndefined();
    expect(overlong('text', {}, 0)).toBeUndefined();
  });
  it('nothing is nested deeper than this app nests', () => {
    const deep = (n: number): unknown => (n === 0 ? 1 : { a: deep(n - 1) });
    expect(overlong(deep(10), {}, 9)).toBeUndefined();
    expect(overlong(deep(40), {}, 9)?.message).toMatch(/nested deeper/);
  });
  it('any data within the limits passes', () =>
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 5 }), (v) => {
        expect(overlong(v, {}, 10_000)).toBeUndefined();
      }),
    ));
});
