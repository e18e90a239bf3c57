/** @jest-environment node */
import fc from 'fast-check';
import { foldLog, lookupIn, SHIPPED_PRODUCTS, type Job, type LogEvent } from '..';
import { askableLog, askLog, asksNothing, parseQuestion } from './ask';

const NOW = Date.UTC(2030, 4, 6, 8);
const H = 3_600_000;
const products = lookupIn(SHIPPED_PRODUCTS);
const epoxy = SHIPPED_PRODUCTS.find((p) => p.family === 'epoxy')!;
const entry = (id: string, hoursAgo: number, zone: string, e: object): LogEvent =>
  ({ id, atMs: NOW - hoursAgo * H, writtenMs: NOW - hoursAgo * H, zoneIds: [zone], ...e }) as LogEvent;
const job = {
  id: 'j',
  name: 'Van',
  panels: [
    { id: 'd', name: 'Left door', substrate: 'steel', thicknessUm: 900 },
    { id: 'r', name: 'Roof', substrate: 'steel', thicknessUm: 900 },
  ],
  zones: [
    { id: 'zd', panelId: 'd', name: 'Whole', areaCm2: 1000 },
    { id: 'zr', panelId: 'r', name: 'Whole', areaCm2: 1000 },
  ],
} as unknown as Job;
const found = { kind: 'found', substrate: 'steel', thicknessUm: 900, layers: [] };
const state = foldLog(
  [
    entry('f1', 900, 'zd', found),
    entry('f2', 900, 'zr', found),
    entry('s1', 800, 'zd', { kind: 'sanded', grit: 80, tool: 'orbital', wet: false, removedUm: 0 }),
    entry('s2', 800, 'zr', { kind: 'sanded', grit: 80, tool: 'orbital', wet: false, removedUm: 0 }),
    entry('s3', 799, 'zr', { kind: 'sanded', grit: 180, tool: 'orbital', wet: false, removedUm: 0 }),
    entry('c1', 790, 'zd', {
      kind: 'coated',
      productId: epoxy.id,
      coats: 1,
      filmUm: 40,
      air: { tempC: 12, rh: 0.75 },
      note: 'by the window',
      who: 'Mina',
    }),
    entry('c2', 20, 'zr', {
      kind: 'coated',
      productId: epoxy.id,
      coats: 1,
      filmUm: 40,
      air: { tempC: 21, rh: 0.4 },
      batch: { batchId: 'cup', pouredMl: [200], usedMl: 150 },
    }),
  ],
  products,
);
const log = askableLog([{ job, state }], products, (id) => (id === 'cup' ? { no: 12, lots: ['H 2207'] } : undefined));
const ids = (text: string) => askLog(parseQuestion(text, NOW), log).map((a) => a.event.id);

describe('the log is asked', () => {
  it.each([
    ['sprayed below 15 °C', ['c1']],
    ['sprayed below 60 °F', ['c1']],
    ['sprayed warmer than 20', ['c2']],
    ['above 70 %', ['c1']],
    ['P80 under primer', ['s1']],
    ['P80', ['s1', 's2']],
    ['which panels have batch 12', ['c2']],
    ['batch 1', []],
    ['lot 2207', ['c2']],
    ['epoxy last week', ['c2']],
    ['epoxy roof', ['c2']],
    ['Mina', ['c1']],
    ['window', ['c1']],
    ['which panels have epoxy primer?', ['c2', 'c1']],
    ['no such words', []],
  ])('%s', (text, want) => expect(ids(text).sort()).toEqual([...want].sort()));
  it('degrees without a letter are those that the shop shows; with one they are what it says', () => {
    expect(parseQuestion('below 59', NOW, 'us').belowC).toBeCloseTo(15);
    expect(parseQuestion('above 77', NOW, 'us').aboveC).toBeCloseTo(25);
    expect(parseQuestion('below 15 °C', NOW, 'us').belowC).toBe(15);
    expect(parseQuestion('below 15', NOW).belowC).toBe(15);
    for (const text of ['below 15 degrees c', 'below 15 degrees Celsius', 'below 15c'])
      expect(parseQuestion(text, NOW, 'us')).toEqual({ belowC: 15, words: [] });
    expect(parseQuestion('below 59 degrees fahrenheit', NOW).belowC).toBeCloseTo(15);
    expect(parseQuestion('below 15 f', NOW).words).toEqual([]);
  });
  it('nothing asked, nothing answered; the newest first', () => {
    expect(asksNothing(parseQuestion('  the ?', NOW))).toBe(true);
    expect(ids(' ')).toEqual([]);
    expect(ids('epoxy')).toEqual(['c2', 'c1']);
  });
  it.each(['__proto__', 'constructor', 'toString'])('%s is a word like another', (word) => {
    expect(parseQuestion(word, NOW).words).toEqual([word.toLowerCase()]);
  });
  it('whatever is typed is a question, and more words never find more', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.string({ maxLength: 10 }), (a, b) => {
        const q = { ...parseQuestion(a, NOW), words: ['e'] };
        const all = askLog(q, log);
        const fewer = askLog({ ...q, words: ['e', b.toLowerCase()] }, log);
        expect(all).toEqual(expect.arrayContaining(fewer));
      }),
    );
  });
});
