import { foldLog, type StageClock, type StageRange } from '@/core';
import { ev, foundBare, products, T0 } from '@/core/testing';
import { entriesOf, historyOf, lastEntry, UNDO_MS } from './lastEntry';
import { rangeWords } from './rangeWords';

const HOUR = 3_600_000;
const clean = (id: string, atMin: number, zoneIds: string[], writtenMin = atMin) =>
  ev({ kind: 'cleaned', id, atMin, writtenMin, zoneIds, productId: 'cleaner-metal' });
const state = foldLog(
  [
    foundBare(['lower', 'upper']),
    clean('both', 10, ['lower', 'upper']),
    clean('low', 20, ['lower']),
    // Happened first, written last.
    clean('late', 5, ['upper'], 30),
  ],
  products,
);

describe('entries of some zones', () => {
  it('newest first, each once', () => {
    expect(
      entriesOf(state, ['lower', 'upper'])
        .map((e) => e.id)
        .slice(0, 3),
    ).toEqual(['low', 'both', 'late']);
    expect(
      entriesOf(state, ['lower'])
        .map((e) => e.id)
        .slice(0, 2),
    ).toEqual(['low', 'both']);
    expect(entriesOf(state, ['nowhere'])).toEqual([]);
  });
  it('the one to undo is what was written last, however early it happened, and for half a day', () => {
    const now = T0 + HOUR;
    expect(lastEntry(state, ['lower', 'upper'], now)!.id).toBe('late');
    expect(lastEntry(state, ['lower'], now)!.id).toBe('low');
    expect(lastEntry(state, ['lower'], now + UNDO_MS)).toBeUndefined();
    const undone = foldLog(
      [...state.events, ev({ kind: 'voided', atMin: 40, zoneIds: [], targetId: 'low' })],
      products,
    );
    expect(lastEntry(undone, ['lower'], now)!.id).toBe('both');
  });
});

describe('the history of some zones', () => {
  const strike = (id: string, targetId: string, atMin: number) =>
    ev({ kind: 'voided', id, atMin, zoneIds: [], targetId });
  const lines = (...more: Parameters<typeof foldLog>[0]) =>
    historyOf(foldLog([...state.events, ...more], products), ['lower'])
      .slice(0, 2)
      .map((l) => [l.event.id, l.struckBy]);
  it('what was struck out stands where it was, and says what struck it out', () => {
    expect(lines()).toEqual([
      ['low', undefined],
      ['both', undefined],
    ]);
    expect(lines(strike('s', 'low', 40))).toEqual([
      ['low', 's'],
      ['both', undefined],
    ]);
  });
  it('what was brought back counts, and is there once', () =>
    expect(lines(strike('s', 'low', 40), strike('t', 's', 50))).toEqual([
      ['low', undefined],
      ['both', undefined],
    ]));
  it('of another zone nothing is told', () => {
    const struck = foldLog([...state.events, strike('s', 'late', 40)], products);
    expect(historyOf(struck, ['lower']).some((l) => l.event.id === 'late')).toBe(false);
    expect(historyOf(struck, ['upper']).find((l) => l.event.id === 'late')?.struckBy).toBe('s');
  });
});

describe('when a stage comes', () => {
  const now = new Date(2030, 4, 6, 14).getTime();
  const clock = (opensMs: number | null) => ({ opensMs }) as StageClock;
  const range = (earliestMs: number | null, latestMs: number | null) => ({ earliestMs, latestMs }) as StageRange;
  it.each([
    [clock(now + HOUR), undefined, '15:00'],
    [clock(now + HOUR), range(now + HOUR, now + HOUR), '15:00'],
    [clock(now + HOUR), range(now + HOUR / 2, now + 2 * HOUR), '15:00, from 14:30 to 16:00 if the forecast is 3 K off'],
    [clock(null), range(now + HOUR, null), 'not in this forecast, from 15:00 to never if the forecast is 3 K off'],
  ])('%#', (c, r, words) => expect(String(rangeWords(c, r, now))).toBe(words));
});
