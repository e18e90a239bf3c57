import fc from 'fast-check';
import { SHIPPED_PRODUCTS, type Job, type LogEvent, type Product } from '@/core';
import { Blob as NodeBlob } from 'node:buffer';
import { TextDecoder, TextEncoder } from 'node:util';
import { batchNumber, foldShelf } from '@/core/stock';
import type { ShelfRecord } from '@/core/log/shelf';
import { createExchange } from './exchange';
import { inMemory } from './pictures';
import { openRepository, type Repository } from './repository';
import { memoryStorage } from './storage';

Object.assign(globalThis, { TextDecoder, TextEncoder });

const T0 = Date.UTC(2030, 4, 6, 8);
const MIN = 60_000;
const OWN: Product = {
  ...SHIPPED_PRODUCTS.find((p) => p.id === 'clear-ms')!,
  id: 'own-clear',
  name: 'Own clear',
  basis: 'sheet',
};
const JOB: Job = {
  id: 'j',
  name: 'Estate car',
  about: '',
  createdMs: T0,
  panels: [{ id: 'p', name: 'Door', substrate: 'steel', thicknessUm: 800 }],
  zones: [{ id: 'z', panelId: 'p', name: 'Skin', areaCm2: 5000 }],
};

/** What somebody does on one of the phones. */
const anyAct = fc.record({
  what: fc.constantFrom('reading', 'product', 'tin', 'batch', 'entry', 'job', 'heat'),
  n: fc.nat(5),
  value: fc.integer({ min: 1, max: 9 }),
  atMin: fc.nat(60),
});
type Act = typeof anyAct extends fc.Arbitrary<infer A> ? A : never;
const anyStep = fc.oneof(
  { weight: 3, arbitrary: fc.record({ phone: fc.nat(2), act: anyAct }) },
  { weight: 1, arbitrary: fc.record({ from: fc.nat(2), to: fc.nat(2), twice: fc.boolean() }) },
);

interface Phone {
  no: number;
  /** Its clock is wrong by so much, ms. */
  skewMs: number;
  repo: Repository;
  acts: number;
}
const phone = async (no: number, skewMs: number): Promise<Phone> => {
  const repo = openRepository(memoryStorage(), `phone-${no}`);
  await repo.putJobs([{ job: JOB, events: [], products: [] }]);
  await repo.saveProduct(OWN, T0);
  return { no, skewMs, repo, acts: 0 };
};

async function act(p: Phone, { what, n, value, atMin }: Act): Promise<void> {
  const { repo } = p;
  const atMs = T0 + atMin * MIN + p.skewMs;
  const id = `${p.no}-${p.acts++}`;
  const shelf = async (r: object) =>
    repo.appendShelf((await repo.shelf()).seq, [{ id, atMs, writtenMs: atMs, ...r } as ShelfRecord]);
  switch (what) {
    case 'reading':
      return void (await repo.addReadings([
        { atMs: T0 + n * 20 * MIN, tempC: 10 + value, rh: 0.5, source: p.no === 1 ? 'hand' : 'logger' },
      ]));
    case 'product': {
      const own = (await repo.shop()).products.find((x) => x.id === OWN.id)!;
      const changed = n < 3 ? { ...own, coats: value } : { ...own, name: `Clear ${value}` };
      return void (await repo.saveProduct(changed, atMs));
    }
    case 'tin':
      return void (await shelf({
        kind: 'received',
        containerId: `tin-${id}`,
        holds: { what: 'part', productId: 'clear-ms', part: 0 },
        amount: 100 * value,
      }));
    case 'batch': {
      const records = (await repo.shelf()).records;
      const no = 1 + records.reduce((most, r) => Math.max(most, r.kind === 'mixed' ? r.no : 0), 0);
      const pours = [{ holds: { what: 'part', productId: 'clear-ms', part: 0 }, massG: value }];
      return void (await shelf({ kind: 'mixed', batchId: `b-${id}`, no, productId: 'clear-ms', pours }));
    }
    case 'entry': {
      const { seq } = (await repo.load('j'))!;
      const e = { id, kind: 'cleaned', atMs, writtenMs: atMs, zoneIds: ['z'], productId: 'cleaner-metal' } as LogEvent;
      return void (await repo.append('j', seq, [e]));
    }
    case 'job':
      return void (await repo.putJobs([
        { job: { ...JOB, id: `j${id}`, name: `Job ${id}` }, events: [], products: [] },
      ]));
    case 'heat':
      return void (await repo.changeHeats((h) => [
        ...h.filter((x) => x.id !== `h${id}`),
        { id: `h${id}`, fromMs: atMs, toMs: atMs + 60 * MIN, kind: 'heater', tempC: 20 + value },
      ]));
  }
}

/** The whole shop of one goes as a file to another, and is put together with what is there. */
async function send(from: Phone, to: Phone): Promise<void> {
  const { bytes } = await createExchange(from.repo, inMemory()).writeShop(T0 + 100 * MIN);
  const exchange = createExchange(to.repo, inMemory());
  const read = await exchange.readShop(new NodeBlob([bytes]) as unknown as Blob);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  expect([read.value.checked, read.value.damaged]).toEqual([true, []]);
  await exchange.mergeShop();
}

/** All that a phone knows, without the order in which it heard of it. */
async function known({ repo }: Phone) {
  const s = await repo.shop();
  const shelf = foldShelf((await repo.shelf()).records);
  const byId = <T extends { id: string }>(list: readonly T[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  return {
    jobs: await Promise.all(
      [...s.jobIds].sort().map(async (id) => {
        const { job, events } = (await repo.load(id))!;
        return { job, events: byId(events) };
      }),
    ),
    products: byId(s.products),
    readings: (await repo.roomLog()).days.flatMap((d) => d.readings),
    heats: byId(await repo.heats()),
    containers: byId([...shelf.containers.values()]),
    batches: byId([...shelf.batches.values()]).map((b) => [b, batchNumber(shelf, b.id)]),
  };
}

describe('three phones of one shop', () => {
  it('end alike in everything, whatever each did, in whatever order their files went round, with clocks that are days apart', () =>
    fc.assert(
      fc.asyncProperty(
        fc.array(anyStep, { maxLength: 24 }),
        fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })),
        async (steps, [dayB, dayC]) => {
          const DAY = 86_400_000;
          const phones = [await phone(1, 0), await phone(2, dayB * DAY), await phone(3, dayC * DAY)];
          for (const step of steps) {
            if ('act' in step) await act(phones[step.phone]!, step.act);
            else if (step.from !== step.to)
              for (let i = 0; i < (step.twice ? 2 : 1); i++) await send(phones[step.from]!, phones[step.to]!);
          }
          const [a, b, c] = phones as [Phone, Phone, Phone];
          for (const [from, to] of [
            [a, b],
            [b, c],
            [c, a],
            [a, b],
          ] as const)
            await send(from, to);
          const all = await known(a);
          expect(await known(b)).toEqual(all);
          expect(await known(c)).toEqual(all);
          // Each name of a batch is one cup.
          const names = all.batches.map(([, name]) => name);
          expect(new Set(names).size).toBe(names.length);
        },
      ),
      { numRuns: Number(process.env.PHONES ?? 40) },
    ));
  it('a figure that one changed and a name that the other changed are both kept', async () => {
    const [a, b] = [await phone(1, 0), await phone(2, 0)];
    await act(a, { what: 'product', n: 0, value: 3, atMin: 1 });
    await act(b, { what: 'product', n: 5, value: 7, atMin: 2 });
    await send(a, b);
    expect((await b.repo.shop()).products).toMatchObject([{ coats: 3, name: 'Clear 7' }]);
  });
});
