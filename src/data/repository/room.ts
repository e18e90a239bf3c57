import { addReadings, withoutReadings, type AirDay, type ClimateReading, type Forecast, type HeatPlan } from '@/core';
import { NewerFormat } from '@/core/formats/version';
import { CLIMATE, climateRecord, forecastFromRecord, heatsFromRecord, keys, type RoomLog } from '../records';
import { yieldToPage, SLICE_MS } from '../slices';
import { BESIDE } from './reading';
import { type Base, changeRecord } from './transact';

/** So many days of the room's log are read at once. */
const DAYS_AT_ONCE = 100;

const heatsOf = (text: string | null): HeatPlan[] => (text ? heatsFromRecord(text) : []);

/** What is known of the air of the room: readings by day, the forecast, heats that are planned. */
export function roomIn(base: Base) {
  const { store, known, now, transact } = base;
  /** The room's log: all of it, or what some of its records hold. */
  async function roomLog(names?: readonly string[]): Promise<RoomLog> {
    const asked = names ?? (await store.getAllKeys()).filter((k) => k.startsWith(CLIMATE));
    const unreadable: string[] = [];
    const read: AirDay<ClimateReading>[] = [];
    const sorted = [...asked].sort();
    let found: Record<string, string | null> = {};
    let began = performance.now();
    for (const [i, key] of sorted.entries()) {
      // Years of readings come in parcels, between which the page is its own.
      if (i % DAYS_AT_ONCE === 0) {
        found = await store.getMany(sorted.slice(i, i + DAYS_AT_ONCE));
        if (i > 0) await yieldToPage();
        began = performance.now();
      } else if (performance.now() - began > SLICE_MS) {
        await yieldToPage();
        began = performance.now();
      }
      const text = found[key];
      if (!text) continue;
      try {
        const day = known.days.read(key, text);
        const last = read[read.length - 1];
        // What stands beside a day that can be read again belongs to it.
        if (last?.day === day.day) read.splice(-1, 1, ...addReadings<ClimateReading>([last], day.readings).days);
        else read.push(day);
      } catch (e) {
        if (e instanceof NewerFormat) throw e;
        unreadable.push(key);
      }
    }
    return { days: read, unreadable };
  }

  return {
    roomLog,
    forecast: async (): Promise<Forecast | null> => {
      const text = await now.get(keys.forecast);
      return text ? forecastFromRecord(text) : null;
    },
    heats: async (): Promise<HeatPlan[]> => heatsOf(await now.get(keys.heats)),
    /** Puts readings of the room into their days, all or none. @returns the keys of the records that were written */
    addReadings: (readings: readonly ClimateReading[]) =>
      transact(async ({ dayRecords }) => {
        const set = readings.length > 0 ? await dayRecords(readings) : {};
        // What a logger tells by itself is nobody's work.
        return { result: Object.keys(set), set, counts: readings.filter((r) => r.source !== 'logger').length };
      }),
    /**
     * Takes readings out of their days. What stands in a day that cannot be read stays there.
     * @param times of the readings, ms @returns the keys of the records that were written or are gone
     */
    removeReadings: (times: readonly number[]) =>
      transact(async ({ getMany }) => {
        const gone = new Set(times);
        const asked = [...new Set(times.map((t) => keys.climate(t)))].flatMap((k) => [k, k + BESIDE]);
        const had = await getMany(asked);
        const set: Record<string, string> = {};
        const remove: string[] = [];
        for (const key of asked) {
          const text = had[key];
          if (!text || !known.days.isReadable(key, text)) continue;
          const day = known.days.read(key, text);
          const [left] = withoutReadings([day], gone);
          if (left === undefined) remove.push(key);
          else if (left !== day) set[key] = climateRecord(left.readings);
        }
        return { result: [...Object.keys(set), ...remove], set, remove };
      }),
    saveForecast: (forecast: Forecast | null) =>
      changeRecord<Forecast | null>(
        base,
        keys.forecast,
        () => null,
        () => forecast,
        'forecast',
        0,
      ),
    changeHeats: (change: (heats: readonly HeatPlan[]) => readonly HeatPlan[]) =>
      changeRecord(base, keys.heats, heatsOf, (h) => [...change(h)], 'heats'),
  };
}
