import fc from 'fast-check';
import { parseShelfRecord } from '../log/shelfSchema';
import { products, T0 } from '../testing';
import { booksOf, bothSides, type CupUse } from './books';
import { checkRecord, goesOffMs, remarksOn } from './check';
import { batchMl, compositionOf, isActivated, keeps, splitDrying } from './composition';
import { appendToShelf, EMPTY_SHELF, foldShelf, nextBatchNo } from './shelf';
import { anyShop, rec } from './shelf.testing';

const DAY = 1440;
const tin = (id: string, productId: string, part: number, amount: number, more = {}) =>
  rec({ kind: 'received', containerId: id, holds: { what: 'part', productId, part }, amount, ...more });
const pour = (productId: string, part: number, massG: number, containerId?: string) => ({
  holds: { what: 'part', productId, part },
  massG,
  ...(containerId && { containerId }),
});
const cup = (batchId: string, pours: unknown[], atMin = 10, more = {}) =>
  rec({ kind: 'mixed', atMin, batchId, no: 1, productId: 'clear-ms', pours, ...more });
const context = (records: Parameters<typeof foldShelf>[0], usedMl = 0) => ({
  shelf: foldShelf(records),
  products,
  nowMs: T0 + 100 * DAY * 60_000,
  usedMl: () => usedMl,
});

describe('the shelf', () => {
  it('by hand: 1000 g come, 300 go into a cup, 50 are spilt, 640 are counted: 10 are missing', () => {
    const c = foldShelf([
      tin('t', 'clear-ms', 0, 1000),
      cup('b', [pour('clear-ms', 0, 300, 't')], 10),
      rec({ kind: 'wasted', atMin: 20, containerId: 't', amount: 50, why: 'spilt' }),
      rec({ kind: 'counted', atMin: 30, containerId: 't', amount: 640 }),
    ]).containers.get('t')!;
    expect(c).toMatchObject({ received: 1000, amount: 640, poured: 300, wasted: 50, difference: -10 });
    expect(c.openedMs).toBe(T0 + 10 * 60_000);
  });
  it('is past its best by its date or by how long it keeps open, whichever comes first', () => {
    const at = (...records: Parameters<typeof foldShelf>[0]) => foldShelf([...records]).containers.get('t')!.expiresMs;
    const dated = tin('t', 'clear-ms', 1, 500, { bestBeforeMs: T0 + 20 * DAY * 60_000, openDays: 14 });
    expect(at(dated)).toBe(T0 + 20 * DAY * 60_000);
    expect(at(dated, rec({ kind: 'opened', atMin: DAY, containerId: 't' }))).toBe(T0 + 15 * DAY * 60_000);
    expect(at(dated, rec({ kind: 'opened', atMin: 10 * DAY, containerId: 't' }))).toBe(T0 + 20 * DAY * 60_000);
  });
  it('one record more is the same as all of them again, in whatever order they come', () => {
    fc.assert(
      fc.property(anyShop, fc.infiniteStream(fc.nat()), (records, order) => {
        const shuffled = [...records].map((r) => ({ r, key: order.next().value })).sort((a, b) => a.key - b.key);
        const grown = shuffled.reduce((s, { r }) => appendToShelf(s, r), EMPTY_SHELF);
        const whole = foldShelf(records);
        expect(new Map([...grown.containers].sort())).toEqual(new Map([...whole.containers].sort()));
        expect(new Map([...grown.batches].sort())).toEqual(new Map([...whole.batches].sort()));
        expect(grown.records).toEqual(whole.records);
      }),
      { numRuns: 200 },
    );
  });
  it('a record that is undone leaves the shelf as it was', () => {
    fc.assert(
      fc.property(anyShop, fc.nat(), (records, i) => {
        const before = foldShelf(records.slice(0, -1));
        const last = records[records.length - 1]!;
        if (last.kind === 'voided' || last.kind === 'replaced') return;
        const undone = appendToShelf(
          appendToShelf(before, last),
          rec({ kind: 'voided', targetId: last.id, atMin: 20_000 + i, id: 'undo' }),
        );
        expect(undone.containers).toEqual(before.containers);
        expect(undone.batches).toEqual(before.batches);
      }),
      { numRuns: 100 },
    );
  });
  it('all that came is somewhere: 1,000 shops, to 0.01 g', () => {
    fc.assert(
      fc.property(
        anyShop,
        fc.array(fc.tuple(fc.nat(20), fc.double({ min: 0, max: 300, noNaN: true })), { maxLength: 8 }),
        (records, sprays) => {
          const shelf = foldShelf(records);
          const ids = [...shelf.batches.keys()];
          const uses: CupUse[] = sprays.flatMap(([i, usedMl], k) => {
            const batchId = ids[i % Math.max(1, ids.length)];
            return batchId === undefined
              ? []
              : [
                  {
                    batchId,
                    jobId: 'job',
                    eventId: `e${k}`,
                    atMs: T0,
                    zoneIds: ['lower'],
                    usedMl,
                    application: 'lowPressureGun',
                    productId: 'clear-ms',
                  },
                ];
          });
          const { inG, outG } = bothSides(booksOf(shelf, uses, products));
          expect(Math.abs(inG - outG)).toBeLessThan(0.01);
        },
      ),
      { numRuns: 1000 },
    );
  });
});

describe('what is in a cup', () => {
  const base = [tin('t', 'base-solvent', 0, 1000), tin('th', 'thinner-medium', 0, 1000)];
  const thinned = cup('b', [pour('base-solvent', 0, 200, 't'), pour('thinner-medium', 0, 139.2, 'th')], 10, {
    productId: 'base-solvent',
  });
  it('by hand: 200 g of base (1.00 kg/L) and 139.2 g of thinner (0.87) are 360 mL', () => {
    const shelf = foldShelf([...base, thinned]);
    expect(batchMl(shelf.batches.get('b')!, shelf, products)).toBeCloseTo(360, 9);
  });
  it('a leftover takes its parts along, at its share', () => {
    const shelf = foldShelf([
      ...base,
      thinned,
      rec({ kind: 'kept', atMin: 20, batchId: 'b', containerId: 'left', amount: 33.92, label: 'Blue' }),
      cup(
        'c',
        [
          { holds: { what: 'mix', batchId: 'b' }, massG: 33.92, containerId: 'left' },
          pour('base-solvent', 0, 100, 't'),
        ],
        30,
        {
          productId: 'base-solvent',
        },
      ),
    ]);
    // A tenth of 200 and 139.2.
    const parts = compositionOf(shelf.batches.get('c')!, shelf);
    expect(parts.find((p) => p.productId === 'base-solvent')?.massG).toBeCloseTo(120, 9);
    expect(parts.find((p) => p.productId === 'thinner-medium')?.massG).toBeCloseTo(13.92, 9);
    expect(shelf.containers.get('left')?.amount).toBeCloseTo(0, 9);
  });
  it('dries by hand: 98 g of clear (0.98 kg/L, 480 g/L) give off 48 g; thinner all of it; water leaves too', () => {
    expect(splitDrying({ productId: 'clear-ms', part: 0, massG: 98 }, products)).toEqual({ solidG: 50, volatileG: 48 });
    expect(splitDrying({ productId: 'thinner-medium', part: 0, massG: 87 }, products).solidG).toBe(0);
    // 104 g of waterborne base are 100 mL, of which 19 stay: 81 mL of water.
    expect(splitDrying({ productId: 'base-water', part: 0, massG: 104 }, products).volatileG).toBeCloseTo(80.838, 3);
  });
  it('with hardener in it, it is not kept, and goes off; without, it is and does not', () => {
    const mixed = foldShelf([
      cup('b', [pour('clear-ms', 0, 200), pour('hardener-medium', 0, 100)], 0, { tempC: 23 }),
      thinned && cup('base', [pour('base-solvent', 0, 100)], 5, { productId: 'base-solvent' }),
    ]);
    const hot = mixed.batches.get('b')!;
    expect(isActivated(hot, mixed, products)).toBe(true);
    expect(keeps(hot, mixed, products)).toBe(false);
    expect(goesOffMs('b', mixed, products, 20)).toBe(T0 + products('clear-ms')!.potLifeMin! * 60_000);
    expect(keeps(mixed.batches.get('base')!, mixed, products)).toBe(true);
    expect(goesOffMs('base', mixed, products, 20)).toBeUndefined();
  });
  it('numbers go on', () => {
    expect(nextBatchNo(EMPTY_SHELF)).toBe(1);
    expect(nextBatchNo(foldShelf([cup('b', [pour('clear-ms', 0, 1)], 0, { no: 41 })]))).toBe(42);
  });
});

describe('a record is checked', () => {
  const shelf = [tin('t', 'clear-ms', 0, 500), cup('b', [pour('clear-ms', 0, 200, 't'), pour('clear-ms', 1, 100)])];
  const problems = (r: Parameters<typeof checkRecord>[0], usedMl = 0) => {
    const checked = checkRecord(r, context(shelf, usedMl));
    return checked.ok ? [] : checked.error.map((p) => String(p.message));
  };
  it('what is not there, what is too much, and what goes off is refused with a sentence', () => {
    expect(problems(rec({ kind: 'opened', containerId: 'x' }))).toEqual(['That container is not on the shelf']);
    expect(problems(rec({ kind: 'kept', batchId: 'b', containerId: 'l', amount: 20, label: 'x' }))).toEqual([
      'There is hardener in it: it goes off in its pot, and is not kept',
    ]);
    expect(problems(rec({ kind: 'wasted', batchId: 'b', amount: 320, why: 'leftOver' }))).toEqual([
      'At most 300 g can be left of batch 1',
    ]);
    expect(problems(rec({ kind: 'wasted', batchId: 'b', amount: 290, why: 'leftOver' }), 100)[0]).toMatch(
      /^At most 20\d/,
    );
    expect(problems(rec({ kind: 'opened', atMin: 300 * DAY, containerId: 't' }))[0]).toMatch(/has not come yet/);
    expect(problems(cup('c', [pour('clear-ms', 0, 0)]))).toEqual(['Nothing is in the cup yet']);
    expect(problems(rec({ kind: 'voided', targetId: 'nothing' }))).toEqual([
      'What is to be corrected is not in the log',
    ]);
    expect(problems(rec({ kind: 'voided', targetId: shelf[0]!.id }))[0]).toMatch(/taken out of that container/);
    expect(problems(rec({ kind: 'opened', containerId: 't' }))).toEqual([]);
  });
  it('a container emptied below zero, a tin past its date and other money are said, and stop nothing', () => {
    const says = (r: Parameters<typeof remarksOn>[0]) =>
      remarksOn(r, { shelf: foldShelf(shelf), products }, '€').map(String);
    expect(says(cup('c', [pour('clear-ms', 0, 340, 't')]) as never)[0]).toMatch(
      /300 g are left of Clear, medium solids, and 340 g came out/,
    );
    expect(says(tin('n', 'clear-ms', 0, 100, { price: 20, currency: '$' }) as never)[0]).toMatch(/paid in \$/);
    const grown = foldShelf([...shelf, cup('c', [pour('clear-ms', 0, 340, 't')], 20)]);
    expect(grown.containers.get('t')!.amount).toBe(-40);
  });
});

describe('a correction of what came', () => {
  it('takes its place, also where something was poured out of it since, and can be taken back', () => {
    const wrong = tin('t', 'clear-ms', 0, 5000);
    const shelf = foldShelf([wrong, cup('b', [pour('clear-ms', 0, 200, 't')], 10)]);
    const right = rec({ kind: 'replaced', atMin: 20, id: 'fix', targetId: wrong.id, by: { ...wrong, amount: 500 } });
    expect(checkRecord(right, { ...context([]), shelf })).toMatchObject({ ok: true });
    const mended = appendToShelf(shelf, right);
    expect(mended.containers.get('t')).toMatchObject({ received: 500, amount: 300, poured: 200 });
    const back = appendToShelf(mended, rec({ kind: 'voided', atMin: 30, targetId: 'fix' }));
    expect(back.containers.get('t')).toEqual(shelf.containers.get('t'));
  });
});

describe('what comes from outside', () => {
  const good = tin('t', 'clear-ms', 0, 500);
  it('a good record of every kind is taken, and every wrong field is named', () => {
    expect(parseShelfRecord(good).ok).toBe(true);
    expect(parseShelfRecord(cup('b', [pour('clear-ms', 0, 3, 't')])).ok).toBe(true);
    expect(parseShelfRecord(rec({ kind: 'replaced', targetId: 'x', by: good })).ok).toBe(true);
    const wrong = (r: unknown) => {
      const parsed = parseShelfRecord(r);
      return parsed.ok ? [] : parsed.error.map((p) => `${p.path}: ${String(p.message)}`);
    };
    expect(wrong({ ...good, amount: -1 })[0]).toMatch(/^amount: Amount must be between/);
    expect(wrong({ ...good, amount: 0 })[0]).toMatch(/more than nothing/);
    expect(wrong({ ...good, colour: 'red' })[0]).toMatch(/not known: colour/);
    expect(wrong({ ...good, holds: { what: 'ghost' } })[0]).toMatch(/Content/);
    expect(wrong(rec({ kind: 'wasted', amount: 1, why: 'leftOver' }))[0]).toMatch(/one cup, or one container/);
    expect(wrong({ ...good, kind: 'stolen' })[0]).toMatch(/not known/);
  });
  it('whatever it is, it is refused with a sentence or read, and never thrown', () => {
    fc.assert(
      fc.property(fc.anything(), (x) => {
        const parsed = parseShelfRecord(x);
        expect(parsed.ok || parsed.error.length > 0).toBe(true);
      }),
    );
    fc.assert(
      fc.property(anyShop, (records) => records.every((r) => parseShelfRecord(JSON.parse(JSON.stringify(r))).ok)),
      {
        numRuns: 50,
      },
    );
  });
});

describe('what is kept of a cup', () => {
  const kept = (more = {}) =>
    rec({ kind: 'kept', atMin: 20, batchId: 'b', containerId: 'k', amount: 120, label: 'Rest', ...more });
  const cupped = cup('b', [pour('clear-ms', 0, 300)], 10);
  const container = (...records: Parameters<typeof foldShelf>[0]) => foldShelf([...records]).containers.get('k')!;
  it('stands where it was put, under its label, open since, and is what the cup was', () =>
    expect(container(cupped, kept({ place: 'Top shelf' }))).toMatchObject({
      holds: { what: 'mix', batchId: 'b' },
      amount: 120,
      returned: 120,
      received: 0,
      label: 'Rest',
      place: 'Top shelf',
      openedMs: T0 + 20 * 60_000,
    }));
  it('moves, and a later rest without a place leaves it where it is', () => {
    const moved = rec({ kind: 'moved', atMin: 30, containerId: 'k', place: 'Cabinet' });
    expect(container(cupped, kept({ place: 'Top shelf' }), moved).place).toBe('Cabinet');
    expect(container(cupped, kept({ place: 'Top shelf' }), moved, kept({ atMin: 40 }))).toMatchObject({
      place: 'Cabinet',
      amount: 240,
    });
  });
  it('keeps as long as it keeps open', () =>
    expect(container(cupped, kept({ openDays: 3 })).expiresMs).toBe(T0 + 20 * 60_000 + 3 * DAY * 60_000));
  it('a cup knows what was kept and spilt of it', () =>
    expect(
      foldShelf([
        cupped,
        kept(),
        rec({ kind: 'wasted', atMin: 25, batchId: 'b', amount: 15, why: 'spilt' }),
      ]).batches.get('b'),
    ).toMatchObject({ mixedG: 300, keptG: 120, wastedG: 15 }));
});
