import fc from 'fast-check';
import { canonical } from '../lastWriter';
import { SHIPPED_PRODUCTS, type Job, type LogEvent } from '../index';
import { stampJob } from '../log/mergeJob';
import type { ShelfRecord } from '../log/shelf';
import { mergeCopies } from '../strata/mergeLogs';
import { strikeOf } from '../strata/takeOut';
import { packParcel, PARCEL_FORMAT, readParcel, type Parcel } from './parcel';
import { FORMAT_VERSION } from '../formats/version';
import { inside, mergePhones, takeOut, type Phone, type Phones } from './phones';
import { behind, contentFor, hasOf, knowNothing, learn, type Held, type Known } from './sync';

const T0 = Date.UTC(2030, 4, 6, 8);
const MIN = 60_000;
const JOB: Job = {
  id: 'j',
  name: 'Estate car',
  about: '',
  createdMs: T0,
  panels: [{ id: 'p', name: 'Door', substrate: 'steel', thicknessUm: 800 }],
  zones: [{ id: 'z', panelId: 'p', name: 'Skin', areaCm2: 5000 }],
};
const IDS = ['a', 'b', 'c'] as const;

/** A phone as the protocol sees it: what it has, what it knows of the others, and a clock that may be wrong. */
interface Device {
  id: string;
  skewMs: number;
  held: Held;
  known: Map<string, Known>;
  list: Phones;
  acts: number;
}
const phoneOf = (id: string, i: number): Phone => ({
  id,
  name: `Phone ${id}`,
  publicKey: 'k'.repeat(86) + id,
  joinedMs: T0 + i,
});
const ALL: Phones = { phones: IDS.map(phoneOf), out: {} };
const device = (id: string, skewMs: number): Device => ({
  id,
  skewMs,
  held: { job: JOB, events: [], products: SHIPPED_PRODUCTS, shelf: [] },
  known: new Map(IDS.map((x) => [x, knowNothing()])),
  list: ALL,
  acts: 0,
});

const anyStep = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({
      on: fc.nat(2),
      act: fc.constantFrom('entry', 'strike', 'rename', 'panel', 'leave', 'tin'),
      n: fc.nat(9),
    }),
  },
  { weight: 4, arbitrary: fc.record({ from: fc.nat(2), to: fc.nat(2), arrives: fc.boolean() }) },
  // Any parcel that was ever sent comes once more, or late.
  { weight: 2, arbitrary: fc.record({ again: fc.nat(1000) }) },
  { weight: 1, arbitrary: fc.record({ reload: fc.nat(2) }) },
  // An older file takes the place of what is there.
  { weight: 1, arbitrary: fc.record({ back: fc.nat(2), to: fc.nat(9) }) },
);

function act(d: Device, what: string, n: number): void {
  const atMs = T0 + d.acts * MIN + d.skewMs;
  const id = `${d.id}${d.acts++}`;
  const { held } = d;
  const add = (e: LogEvent) => (d.held = { ...held, events: [...held.events, e] });
  const change = (job: Job) => (d.held = { ...held, job: stampJob(held.job, job, atMs) });
  const base = { id, atMs, writtenMs: atMs, zoneIds: ['z'] };
  switch (what) {
    case 'entry':
      return void add({ ...base, kind: 'cleaned', productId: 'cleaner-metal' } as LogEvent);
    case 'strike': {
      const target = held.events[n % Math.max(1, held.events.length)];
      return void (target && add(strikeOf(target.id, id, atMs)));
    }
    case 'rename':
      return void change({ ...held.job, name: `Car ${d.id}${n}` });
    case 'panel':
      return void change({
        ...held.job,
        panels: [...held.job.panels, { id: `p${id}`, name: `Panel ${n}`, substrate: 'steel', thicknessUm: 700 }],
      });
    case 'leave':
      return void change({ ...held.job, panels: held.job.panels.filter((p, i) => p.id === 'p' || i !== n) });
    case 'tin': {
      const r = {
        id,
        atMs,
        writtenMs: atMs,
        kind: 'received',
        containerId: `t${id}`,
        holds: { what: 'part', productId: 'clear-ms', part: 0 },
        amount: 100,
      } as ShelfRecord;
      return void (d.held = { ...held, shelf: [...(held.shelf ?? []), r] });
    }
  }
}

interface Sent {
  from: string;
  to: string;
  bytes: Uint8Array;
}
let parcels = 0;
/** What one phone would say to another now; undefined where it has nothing to say and nothing to acknowledge. */
function compose(from: Device, to: string, always = false): Sent | undefined {
  const known = from.known.get(to)!;
  const id = `n${++parcels}`;
  const content = contentFor(from.held, known, id, T0);
  if (!content && !always) return undefined;
  const parcel: Parcel = {
    format: PARCEL_FORMAT,
    version: FORMAT_VERSION,
    shareId: 's',
    id,
    ...(known.got !== undefined && { got: known.got }),
    phones: [...from.list.phones],
    out: { ...from.list.out },
    wants: [],
    offers: [],
    doing: [],
    has: hasOf(from.held),
    ...content,
  };
  return { from: from.id, to, bytes: packParcel(parcel) };
}
function take(to: Device, { from, bytes }: Sent): void {
  const read = readParcel(bytes);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const p = read.value;
  const { held } = to;
  to.list = mergePhones(to.list, p);
  if (p.file) {
    const m = mergeCopies(held, p.file);
    const had = new Set((held.shelf ?? []).map((r) => r.id));
    const fresh = (p.shelf?.records ?? []).filter((r) => !had.has(r.id));
    to.held = { ...held, job: m.job, events: m.events, shelf: [...(held.shelf ?? []), ...fresh] };
  }
  learn(to.known.get(from)!, p);
}
/** Everything that a phone has, without the order in which it came. */
const whole = ({ held, list }: Device) => {
  const byId = <T extends { id: string }>(l: readonly T[]) => [...l].sort((a, b) => (a.id < b.id ? -1 : 1));
  return JSON.parse(canonical({ job: held.job, events: byId(held.events), shelf: byId(held.shelf ?? []), list }));
};

describe('three phones that share a job', () => {
  it('end alike whatever each did while parcels were lost, came twice, late or in another order, and pages were loaded again; and then are quiet', () => {
    fc.assert(
      fc.property(
        fc.array(anyStep, { maxLength: 40 }),
        fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })),
        (steps, [b, c]) => {
          const devices = [device('a', 0), device('b', b * 86_400_000), device('c', c * 86_400_000)];
          const of = (id: string) => devices.find((d) => d.id === id)!;
          const ever: Sent[] = [];
          for (const s of steps) {
            if ('act' in s) act(devices[s.on]!, s.act, s.n);
            else if ('reload' in s) devices[s.reload]!.known = new Map(IDS.map((x) => [x, knowNothing()]));
            else if ('back' in s) {
              const d = devices[s.back]!;
              const { events, shelf = [] } = d.held;
              d.held = { ...d.held, job: JOB, events: events.slice(0, s.to), shelf: shelf.slice(0, s.to) };
            } else if ('again' in s) {
              const old = ever[s.again % Math.max(1, ever.length)];
              if (old) take(of(old.to), old);
            } else if (s.from !== s.to) {
              const sent = compose(devices[s.from]!, devices[s.to]!.id, true)!;
              ever.push(sent);
              if (s.arrives) take(devices[s.to]!, sent);
            }
          }
          // From now on all arrives: a few rounds later nobody has anything to say any more.
          let rounds = 0;
          for (let isQuiet = false; !isQuiet; rounds++) {
            isQuiet = true;
            for (const from of devices)
              for (const to of devices) {
                const sent = from === to ? undefined : compose(from, to.id);
                if (!sent) continue;
                isQuiet = false;
                take(to, sent);
                take(from, compose(to, from.id, true)!);
              }
            expect(rounds).toBeLessThan(6);
          }
          const [first, second, third] = devices.map(whole);
          expect(second).toEqual(first);
          expect(third).toEqual(first);
          for (const d of devices)
            for (const o of devices)
              if (d !== o) expect(behind(d.held, d.known.get(o.id)!)).toEqual({ entries: 0, isBehind: false });
        },
      ),
      { numRuns: Number(process.env.HISTORIES ?? 1000) },
    );
  });
  it('sends what the other has not: an entry more is one entry, once the last parcel was acknowledged', () => {
    const [a, b] = [device('a', 0), device('b', 0)];
    for (let i = 0; i < 50; i++) act(a, 'entry', 0);
    const first = compose(a, 'b')!;
    take(b, first);
    expect(behind(a.held, a.known.get('b')!)).toEqual({ entries: 50, isBehind: true });
    take(a, compose(b, 'a', true)!);
    expect(behind(a.held, a.known.get('b')!)).toEqual({ entries: 0, isBehind: false });
    act(a, 'entry', 0);
    const second = compose(a, 'b')!;
    const read = readParcel(second.bytes);
    expect(read.ok && read.value.file?.events.length).toBe(1);
    expect(second.bytes.length).toBeLessThan(first.bytes.length);
  });
  it('sends a correction with what it corrects, also where the other has that', () => {
    const [a, b] = [device('a', 0), device('b', 0)];
    act(a, 'entry', 0);
    take(b, compose(a, 'b')!);
    take(a, compose(b, 'a', true)!);
    act(a, 'strike', 0);
    const read = readParcel(compose(a, 'b')!.bytes);
    expect(read.ok && read.value.file?.events.map((e) => e.kind).sort()).toEqual(['cleaned', 'voided']);
  });
});

describe('who shares', () => {
  const anyPhones = fc
    .tuple(fc.subarray([...ALL.phones]), fc.dictionary(fc.constantFrom(...IDS), fc.integer({ min: T0, max: T0 + 99 })))
    .map(([phones, out]): Phones => ({ phones, out }));
  it('is the same list in whatever order phones hear of each other, and hearing it twice changes nothing', () => {
    fc.assert(
      fc.property(anyPhones, anyPhones, anyPhones, (x, y, z) => {
        expect(mergePhones(x, y)).toEqual(mergePhones(y, x));
        expect(mergePhones(mergePhones(x, y), z)).toEqual(mergePhones(x, mergePhones(y, z)));
        expect(mergePhones(mergePhones(x, y), y)).toEqual(mergePhones(x, y));
      }),
    );
  });
  it('is without who was taken out, also where another phone still names it', () => {
    const less = takeOut(ALL, 'b', T0 + 5);
    expect(inside(mergePhones(ALL, less)).map((p) => p.id)).toEqual(['a', 'c']);
    expect(inside(takeOut(takeOut(less, 'b', T0 + 9), 'c', T0 + 9)).map((p) => p.id)).toEqual(['a']);
  });
});

describe('a parcel', () => {
  const good = (): Parcel => ({
    format: PARCEL_FORMAT,
    version: FORMAT_VERSION,
    shareId: 's',
    id: 'n',
    phones: [...ALL.phones],
    out: {},
    wants: [],
    offers: [],
    doing: [],
  });
  it('is what it was after it was packed', () => {
    const read = readParcel(packParcel(good()));
    expect(read.ok && read.value).toEqual(good());
  });
  it.each([
    ['a field that nobody knows', { ...good(), more: 1 }, 'not known'],
    ['a key that is none', { ...good(), phones: [{ ...ALL.phones[0], publicKey: 'short' }] }, 'key'],
    ['a newer app', { ...good(), version: FORMAT_VERSION + 1 }, 'newer'],
    ['an older app', { ...good(), version: FORMAT_VERSION - 1 }, 'older'],
    ['a job that is none', { ...good(), file: { format: 'stratocoat-job' } }, 'version'],
    ['a shelf that is none', { ...good(), shelf: { records: [{}], products: [] } }, ''],
    ['phones out that are no list', { ...good(), out: 7 }, 'taken out'],
    ['work that nobody knows', { ...good(), doing: [{ act: 'flying', panelIds: [], sinceMs: T0 }] }, 'Work'],
  ])('is refused with %s', (_, raw, says) => {
    const read = readParcel(packParcel(raw));
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.error.map((p) => String(p.message)).join()).toContain(says);
  });
  it('is refused where it is cut short, is no gzip, or says that it is larger than any job', () => {
    const whole = packParcel(good());
    const huge = whole.slice();
    huge.set([255, 255, 255, 255], huge.length - 4);
    for (const bytes of [whole.slice(0, -9), new Uint8Array(40), new Uint8Array(), huge])
      expect(readParcel(bytes).ok).toBe(false);
  });
});
