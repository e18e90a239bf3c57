/** How a job of the demo is written down: times before 'now', and an entry for each act. */
import { DAY_MS, HOUR_MS, MINUTE_MS, type AirReading, type LogEvent, type Payloads } from '../src/core';
import { workshopAir } from '../src/core/devices';

/** 'Now' of the files, a wall-clock time written as UTC. */
export const NOW = Date.UTC(2026, 9, 16, 13, 45);

/** Minutes before now. */
export const ago = (min: number) => NOW - min * MINUTE_MS;
/** A wall-clock time some days before now: on(3, 9, 30). */
export const on = (days: number, hour: number, minute = 0) =>
  NOW - (NOW % DAY_MS) - days * DAY_MS + hour * HOUR_MS + minute * MINUTE_MS;

/** The workshop's air, rounded as a wall thermometer reads. */
function airAt(t: number): AirReading {
  const { tempC, rh } = workshopAir(t, NOW);
  return { tempC: Math.round(tempC * 2) / 2, rh: Math.round(rh * 100) / 100 };
}

/** The entries of one job, in the order in which they are put. @param prefix of their ids */
export function book(prefix: string) {
  const events: LogEvent[] = [];
  type Kind = keyof Payloads;
  const put = <K extends Kind>(at: number, zones: string | string[], kind: K, payload: Payloads[K], note?: string) => {
    const id = `${prefix}${String(events.length + 1).padStart(3, '0')}`;
    const dry: Kind[] = ['fitted', 'removed', 'masked', 'voided', 'replaced', 'found', 'marked'];
    events.push({
      id,
      kind,
      atMs: at,
      writtenMs: at + MINUTE_MS,
      zoneIds: [zones].flat(),
      ...(!dry.includes(kind) && { air: airAt(at) }),
      ...payload,
      ...(note && { note }),
    } as unknown as LogEvent);
    return id;
  };
  const found = (
    at: number,
    zones: string | string[],
    substrate: Payloads['found']['substrate'],
    thicknessUm: number,
    layers: Payloads['found']['layers'],
    fault?: string,
  ) => put(at, zones, 'found', { substrate, thicknessUm, layers, ...(fault && { fault }) });
  const sand = (
    at: number,
    zones: string | string[],
    grit: number,
    removedUm: number,
    more: Partial<Payloads['sanded']> = {},
  ) =>
    put(at, zones, 'sanded', {
      grit,
      tool: grit <= 180 ? 'longBoard' : grit <= 800 ? 'block' : 'pad',
      wet: grit >= 1000,
      removedUm,
      ...more,
    });
  const coat = (
    at: number,
    zones: string | string[],
    productId: string,
    filmUm: number,
    coats = 1,
    // Air that differs from that of the workshop: a room that was not heated.
    more: Partial<Payloads['coated']> & { air?: AirReading } = {},
  ) => put(at, zones, 'coated', { productId, coats, filmUm, application: 'lowPressureGun', ...more });
  const fill = (at: number, zones: string | string[], productId: string, filmUm: number, hardenerFraction = 0.02) =>
    put(at, zones, 'filled', { productId, filmUm, hardenerFraction });
  const clean = (at: number, zones: string | string[], productId = 'cleaner-metal') =>
    put(at, zones, 'cleaned', { productId });
  const guide = (at: number, zones: string | string[]) => put(at, zones, 'guideCoated', { productId: 'guide-powder' });
  const strip = (
    at: number,
    zones: string | string[],
    method: Payloads['stripped']['method'] = 'sander',
    grit: number | undefined = 80,
  ) => put(at, zones, 'stripped', { to: 'substrate', method, ...(grit && { grit }) });
  const gauge = (at: number, zones: string | string[], filmUm: number) =>
    put(at, zones, 'measured', { measure: 'filmTotal', filmUm });
  const polish = (at: number, zones: string | string[]) => put(at, zones, 'polished', { grit: 3000, removedUm: 2 });
  const blast = (at: number, zones: string | string[], media: string, profileUm: number) =>
    put(at, zones, 'blasted', { media, profileUm, wet: false });
  const batch = (batchId: string, pouredMl: number[], usedMl: number) => ({ batch: { batchId, pouredMl, usedMl } });
  return { events, put, found, sand, coat, fill, clean, guide, strip, gauge, polish, blast, batch };
}
