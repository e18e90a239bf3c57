import fc from 'fast-check';
import { effectiveForm, firstId, replacementsOf, struckOut, type Aim, type Correction } from './corrections';

const aim = (kind: Aim['kind'], id: string, targetId: string, writtenMs: number): Aim => ({
  kind,
  id,
  targetId,
  writtenMs,
  atMs: writtenMs,
});
const voids = (id: string, target: string, at: number) => aim('voided', id, target, at);
const replaces = (id: string, target: string, at: number) => aim('replaced', id, target, at);
const out = (...c: Aim[]) => [...struckOut(c)].sort();

describe('what corrections strike out', () => {
  it.each<[string, Aim[], string[]]>([
    ['a void', [voids('v', 'a', 1)], ['a']],
    ['a void of a void brings it back', [voids('v', 'a', 1), voids('w', 'v', 2)], ['v']],
    ['also where the clock was set back in between', [voids('v', 'a', 100), voids('w', 'v', 50)], ['v']],
    ['and struck out again', [voids('v', 'a', 100), voids('w', 'v', 50), voids('x', 'w', 10)], ['a', 'w']],
    ['a replacement', [replaces('r', 'a', 1)], ['a']],
    ['corrected twice: the first one does not come back', [replaces('r', 'a', 1), replaces('s', 'r', 2)], ['a', 'r']],
    [
      'the second correction taken back: the first one holds',
      [replaces('r', 'a', 1), replaces('s', 'r', 2), voids('v', 's', 3)],
      ['a', 's'],
    ],
    ['a replacement that is struck out: the entry is back', [replaces('r', 'a', 9), voids('v', 'r', 3)], ['r']],
    ['two devices corrected one entry: the last counts', [replaces('r', 'a', 5), replaces('s', 'a', 7)], ['a', 'r']],
    ['one corrected, one struck out: the last counts', [replaces('r', 'a', 5), voids('v', 'a', 4)], ['a', 'v']],
    [
      'two devices, of which one corrected again, earlier than the other',
      [replaces('r', 'a', 5), replaces('s', 'r', 6), replaces('t', 'a', 7)],
      ['a', 'r', 's'],
    ],
    [
      'and later than the other',
      [replaces('r', 'a', 5), replaces('s', 'r', 8), replaces('t', 'a', 7)],
      ['a', 'r', 't'],
    ],
    ['one that aims at itself, in a file from outside, is nothing', [voids('v', 'v', 1)], ['v']],
  ])('%s', (_, corrections, dead) => {
    expect(out(...corrections)).toEqual(dead);
    expect(out(...[...corrections].reverse())).toEqual(dead);
  });

  const anyAims = fc
    .array(
      fc.record({
        kind: fc.constantFrom('voided' as const, 'replaced' as const),
        of: fc.nat({ max: 20 }),
        at: fc.nat({ max: 12 }),
      }),
      { maxLength: 14 },
    )
    // Each aims at a record that was there before it: an entry, or an earlier correction.
    .map((rows) => rows.map((r, i) => aim(r.kind, `c${i}`, r.of < i ? `c${r.of}` : `e${r.of % 3}`, r.at)));
  it('does not depend on the order in which they are listed', () => {
    fc.assert(
      fc.property(anyAims, fc.array(fc.nat(), { maxLength: 14 }), (aims, keys) => {
        const shuffled = aims.map((a, i) => [keys[i] ?? i, a] as const).sort((a, b) => a[0] - b[0]);
        expect(out(...shuffled.map(([, a]) => a))).toEqual(out(...aims));
      }),
    );
  });
  it('leaves at most one form of every entry', () => {
    fc.assert(
      fc.property(anyAims, (aims) => {
        const dead = struckOut(aims);
        const first = replacementsOf(aims);
        const forms = ['e0', 'e1', 'e2', ...aims.flatMap((a) => (a.kind === 'replaced' ? [a.id] : []))].filter(
          (id) => !dead.has(id) && firstId(first, id).startsWith('e'),
        );
        const roots = forms.map((id) => firstId(first, id));
        expect(new Set(roots).size).toBe(roots.length);
      }),
    );
  });
  it('one more correction, and its void, leave things as they were', () => {
    fc.assert(
      fc.property(anyAims, fc.constantFrom('voided' as const, 'replaced' as const), fc.nat(2), (aims, kind, e) => {
        const before = out(...aims);
        const more = [...aims, aim(kind, 'more', `e${e}`, 50), voids('back', 'more', 1)];
        expect(out(...more)).toEqual([...before, 'more'].sort());
      }),
    );
  });
});

it('a replacement counts under the id of the record that brought it', () => {
  const by = { id: 'b', kind: 'cleaned', atMs: 1, writtenMs: 1 };
  const r = { kind: 'replaced', id: 'r', targetId: 'a', atMs: 5, writtenMs: 5, by } as Correction;
  expect(effectiveForm<typeof by>(r, new Set())).toEqual({ ...by, id: 'r', writtenMs: 5 });
  expect(effectiveForm(r, new Set(['r']))).toBeUndefined();
});
