import fc from 'fast-check';
import type { PlainShelfRecord, Pour, ShelfKind, ShelfRecord } from '../log/shelf';
import { T0 } from '../testing';

/** Shared by tests and benchmarks: records of a shelf, made by hand or at random. */
let n = 0;
type Loose = { kind: ShelfKind; atMin?: number; id?: string } & Record<string, unknown>;
export function rec({ kind, atMin = 0, id = `r${n++}`, ...rest }: Loose): ShelfRecord {
  return { id, kind, atMs: T0 + atMin * 60_000, writtenMs: T0 + atMin * 60_000, ...rest } as unknown as ShelfRecord;
}

export const CLEAR_PARTS = [
  { productId: 'clear-ms', part: 0 },
  { productId: 'clear-ms', part: 1 },
  { productId: 'base-solvent', part: 0 },
  { productId: 'thinner-medium', part: 0 },
] as const;

/** A shop at random: what came, what was mixed from it and from outside, what was kept, thrown away, used, counted; corrections of some of it. */
export const anyShop: fc.Arbitrary<ShelfRecord[]> = fc
  .record({
    tins: fc.array(fc.tuple(fc.nat(3), fc.double({ min: 50, max: 5000, noNaN: true })), { minLength: 1, maxLength: 6 }),
    acts: fc.array(
      fc.record({
        kind: fc.constantFrom(
          'mixed',
          'kept',
          'wastedTin',
          'wastedCup',
          'used',
          'counted',
          'refill',
          'voided',
          'replaced',
        ),
        a: fc.nat(99),
        b: fc.nat(99),
        amount: fc.double({ min: 0.1, max: 900, noNaN: true }),
        atMin: fc.nat(10_000),
      }),
      { maxLength: 25 },
    ),
  })
  .map(({ tins, acts }) => {
    const records: ShelfRecord[] = tins.map(([part, amount], i) =>
      rec({
        kind: 'received',
        id: `in${i}`,
        containerId: `t${i}`,
        holds: { what: 'part', ...CLEAR_PARTS[part]! },
        amount,
        openDays: 30,
      }),
    );
    const batches: string[] = [];
    const leftovers: { id: string; batchId: string }[] = [];
    for (const [i, act] of acts.entries()) {
      const tin = act.a % tins.length;
      const of = CLEAR_PARTS[tins[tin]![0]]!;
      const common = { id: `act${i}`, atMin: act.atMin };
      const batchId = batches[act.b % Math.max(1, batches.length)];
      switch (act.kind) {
        case 'mixed': {
          const pours: Pour[] = [
            { holds: { what: 'part', ...of }, massG: act.amount, containerId: `t${tin}` },
            // From a tin that nobody put on the list.
            { holds: { what: 'part', ...CLEAR_PARTS[act.b % 4]! }, massG: act.amount / 3 },
          ];
          const left = leftovers[act.b % Math.max(1, leftovers.length)];
          if (left)
            pours.push({ holds: { what: 'mix', batchId: left.batchId }, massG: act.amount / 7, containerId: left.id });
          batches.push(`b${i}`);
          records.push(rec({ ...common, kind: 'mixed', batchId: `b${i}`, no: i, productId: 'clear-ms', pours }));
          break;
        }
        case 'kept':
          if (batchId === undefined) break;
          leftovers.push({ id: `l${i}`, batchId });
          records.push(
            rec({ ...common, kind: 'kept', batchId, containerId: `l${i}`, amount: act.amount / 10, label: 'Left' }),
          );
          break;
        case 'wastedCup':
          if (batchId !== undefined)
            records.push(rec({ ...common, kind: 'wasted', batchId, amount: act.amount / 10, why: 'leftOver' }));
          break;
        case 'wastedTin':
          records.push(
            rec({ ...common, kind: 'wasted', containerId: `t${tin}`, amount: act.amount / 5, why: 'spilt' }),
          );
          break;
        case 'used':
          records.push(rec({ ...common, kind: 'used', containerId: `t${tin}`, amount: act.amount / 5 }));
          break;
        case 'counted':
          records.push(rec({ ...common, kind: 'counted', containerId: `t${tin}`, amount: act.amount }));
          break;
        case 'refill':
          records.push(
            rec({
              ...common,
              kind: 'received',
              containerId: `t${tin}`,
              holds: { what: 'part', ...of },
              amount: act.amount,
            }),
          );
          break;
        case 'voided':
          records.push(rec({ ...common, kind: 'voided', targetId: records[act.a % records.length]!.id }));
          break;
        case 'replaced': {
          const target = records[act.a % records.length]!;
          if (target.kind === 'voided' || target.kind === 'replaced') break;
          const by = { ...target, atMs: T0 + act.b * 60_000, id: common.id } as PlainShelfRecord;
          records.push(
            rec({
              ...common,
              kind: 'replaced',
              targetId: target.id,
              by: 'amount' in by ? { ...by, amount: act.amount } : by,
            }),
          );
          break;
        }
      }
    }
    return records;
  });
