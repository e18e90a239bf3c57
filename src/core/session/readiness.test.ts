/** @jest-environment node */
import { messageIn } from '../units/phrase';
import { READY_ITEMS, type ReadyItem } from '../log/evening';
import { notReady, readiness, type ReadyContext } from './readiness';

const HOUR = 3_600_000;
const NOW = Date.UTC(2030, 4, 6, 18);
const BASE: ReadyContext = {
  evening: { ready: [], fromMs: NOW, untilMs: NOW + 5 * HOUR },
  nowMs: NOW,
  zones: [
    { id: 'a', substrate: 'steel', keepOuts: 1 },
    { id: 'b', substrate: 'steel', keepOuts: 0 },
  ],
  products: [{ family: 'clear', mechanism: 'urethane', minTempC: 10, isocyanate: true }],
  solventGH: 600,
  lagMin: 90,
};
const line = (c: ReadyContext, item: ReadyItem) => readiness(c).find((l) => l.item === item);
const text = (c: ReadyContext, item: ReadyItem) => messageIn(line(c, item)?.says ?? '', 'metric');

describe('what is made ready', () => {
  it('of steel asks nothing about static; of plastic it does', () => {
    expect(line(BASE, 'earth')).toBeUndefined();
    expect(line({ ...BASE, zones: [{ id: 'p', substrate: 'plastic', keepOuts: 0 }] }, 'earth')).toMatchObject({
      how: 'ask',
    });
  });
  it('what the log knows is ticked with its time, the oldest of all parts', () => {
    const zones = [
      { ...BASE.zones[0]!, cleanedMs: NOW - HOUR, maskedMs: NOW - 2 * HOUR },
      { ...BASE.zones[1]!, cleanedMs: NOW - HOUR / 2 },
    ];
    expect(line({ ...BASE, zones }, 'wash')).toMatchObject({ how: 'known', atMs: NOW - HOUR });
    expect(line({ ...BASE, zones }, 'masked')).toMatchObject({ how: 'known', atMs: NOW - 2 * HOUR });
    expect(text(BASE, 'wash')).toMatch(/^0 of 2 parts/);
    // Wiped in the morning is not wiped.
    expect(line({ ...BASE, zones: zones.map((z) => ({ ...z, cleanedMs: NOW - 3 * HOUR })) }, 'wash')).toMatchObject({
      how: 'ask',
    });
  });
  it('somebody’s word holds for the evening, past midnight too, and not for the next one', () => {
    const ready = [{ item: 'sweep' as const, atMs: NOW - HOUR }];
    const evening = { ...BASE.evening, ready };
    expect(line({ ...BASE, evening }, 'sweep')).toMatchObject({ how: 'said', atMs: NOW - HOUR });
    expect(line({ ...BASE, evening, nowMs: NOW + 7 * HOUR }, 'sweep')).toMatchObject({ how: 'said' });
    const next = { ready, fromMs: NOW + 24 * HOUR, untilMs: NOW + 29 * HOUR };
    expect(line({ ...BASE, evening: next, nowMs: NOW + 24 * HOUR }, 'sweep')).toMatchObject({ how: 'ask' });
  });
  it('what is measured stands before what was said: a surface near its dew point', () => {
    const air = { atMs: NOW, tempC: 14, dewC: 11, surfaceC: 12.5, measured: true };
    const evening = { ...BASE.evening, ready: [{ item: 'dry' as const, atMs: NOW }] };
    expect(line({ ...BASE, evening, air }, 'dry')).toMatchObject({ how: 'against' });
    expect(line({ ...BASE, air: { ...air, dewC: 5 } }, 'dry')).toMatchObject({ how: 'known' });
    // Figures that nobody read tick nothing.
    expect(line({ ...BASE, air: { ...air, dewC: 5, measured: false } }, 'dry')).toMatchObject({ how: 'ask' });
  });
  it('a room that falls below what the paint asks before the dust has settled speaks against it', () => {
    const air = { atMs: NOW, tempC: 11, dewC: 2, surfaceC: 11, measured: true };
    // 11 to 10 °C with 0 outside and 90 min: 90·ln(11/10) = 8.6 min, and the dust takes 13.
    expect(line({ ...BASE, air, outsideC: 0 }, 'heatOff')).toMatchObject({ how: 'against' });
    expect(line({ ...BASE, air: { ...air, tempC: 20, surfaceC: 20 }, outsideC: 0 }, 'heatOff')).toMatchObject({
      how: 'ask',
    });
    expect(text({ ...BASE, air: { ...air, tempC: 20 }, outsideC: 0 }, 'heatOff')).toMatch(/for 62 min/);
  });
  it('the fan is held against the solvent that goes into the air, as information', () => {
    const place = {
      lengthM: 6,
      widthM: 3.5,
      heightM: 2.4,
      fanM3H: 30,
      inAt: 'front',
      outAt: 'back',
      filter: true,
    } as const;
    expect(line({ ...BASE, place }, 'fire')).toMatchObject({ how: 'against' });
    expect(line({ ...BASE, place: { ...place, fanM3H: 1800 } }, 'fire')).toMatchObject({ how: 'ask' });
    expect(line({ ...BASE, place: { ...place, fanM3H: 0 } }, 'airPath')).toMatchObject({ how: 'against' });
    expect(line({ ...BASE, place: { ...place, outAt: 'front' } }, 'airPath')).toMatchObject({ how: 'against' });
    expect(text({ ...BASE, place: { ...place, fanM3H: 1800 } }, 'airPath')).toMatch(/^36 changes an hour/);
  });
  it('isocyanates ask for air from outside, spent cartridges speak against it', () => {
    expect(text(BASE, 'breathing')).toMatch(/air-fed/);
    const water = [{ family: 'baseWater' as const, mechanism: 'waterborne' as const, minTempC: 15, isocyanate: false }];
    expect(line({ ...BASE, products: water, cartridge: { usedH: 21, limitH: 20 } }, 'breathing')).toMatchObject({
      how: 'against',
    });
    expect(text({ ...BASE, products: water, cartridge: { usedH: 3, limitH: 20 } }, 'breathing')).toMatch(
      /3 h of your own 20 h/,
    );
  });
  it('never says that something is safe, and is done only when everything is said', () => {
    const air = { atMs: NOW, tempC: 20, dewC: 8, surfaceC: 19, measured: true };
    const all = { ...BASE.evening, ready: READY_ITEMS.map((item) => ({ item, atMs: NOW })) };
    const lines = readiness({ ...BASE, evening: all, air });
    expect(notReady(lines)).toEqual([]);
    expect(notReady(readiness(BASE)).length).toBeGreaterThan(8);
    for (const l of [...lines, ...readiness(BASE)]) {
      expect(messageIn(l.says, 'metric')).not.toMatch(/\bsafe\b/i);
      expect(l.label).not.toMatch(/\bsafe\b/i);
    }
  });
});
