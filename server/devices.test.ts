/** @jest-environment node */
import express from 'express';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import {
  acceptForecast,
  acceptReading,
  acceptScale,
  acceptSpectro,
  type LoggerMessage,
  type ScaleMessage,
} from '../src/core/devices';
import { createBench } from './devices';

const T = Date.UTC(2030, 0, 10, 12);
let now = T;
let server: Server;
let url = '';
beforeAll(async () => {
  const app = express();
  app.use('/bench', createBench({ anchorMs: T, now: () => now }));
  await new Promise<void>((done) => {
    server = app.listen(0, '127.0.0.1', () => done());
  });
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/bench`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});
afterEach(() => fault('none'));
const fault = (kind: string, seconds = 60) =>
  fetch(`${url}/fault`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ kind, seconds }),
  });
const get = async <R>(path: string): Promise<R> => (await fetch(`${url}${path}`)).json() as Promise<R>;

/** What a stream says until so many messages have come. */
async function listen(path: string, count: number, headers: Record<string, string> = {}): Promise<string[]> {
  const stop = new AbortController();
  const res = await fetch(`${url}${path}`, { signal: stop.signal, headers });
  const reader = res.body!.getReader();
  let text = '';
  while ((text.match(/^data: /gm)?.length ?? 0) < count) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
  }
  stop.abort();
  return [...text.matchAll(/^data: (.*)$/gm)].map((m) => m[1]!).slice(0, count);
}

describe('the bench', () => {
  it('says what it is', async () => expect(await get('/')).toEqual({ bench: 'stratocoat-bench', version: 1 }));

  it('its logger gives out what it has stored, every five minutes', async () => {
    const rows = await get<LoggerMessage[]>(`/climate?sinceMs=${T - 3_600_000}`);
    expect(rows).toHaveLength(12);
    rows.forEach((r, i) => {
      expect(r.atMs).toBe(T - 3_600_000 + (i + 1) * 300_000);
      expect(acceptReading(r, 'logger', T).ok).toBe(true);
    });
  });

  it('streams the same readings at any time factor, and goes on from where a listener was', async () => {
    const stored = await get<LoggerMessage[]>(`/climate?sinceMs=${T - 86_400_000}`);
    // At a million times real time a millisecond holds three readings.
    const tick = setInterval(() => (now += 1), 20);
    const heard = await listen(`/climate/stream?sinceMs=${T - 86_400_000}&factor=1000000`, 1);
    clearInterval(tick);
    now = T;
    expect(JSON.parse(heard[0]!)).toEqual(stored[0]);
    const later = setInterval(() => (now += 100_000), 50);
    const on = await listen('/climate/stream?factor=1000000', 3, { 'last-event-id': String(T - 600_000) });
    clearInterval(later);
    now = T;
    expect(on.map((d) => (JSON.parse(d) as LoggerMessage).atMs)).toEqual([T - 300_000, T, T + 300_000]);
  });

  it('its forecast is one that the app takes', async () =>
    expect(acceptForecast(await get('/forecast'), T).ok).toBe(true));
  it('its thermometer says the surface', async () => {
    const m = await get<{ atMs: number; surfaceC: number }>('/surface');
    expect(m.atMs).toBe(T);
    expect(m.surfaceC).toBeGreaterThan(5);
    expect(m.surfaceC).toBeLessThan(30);
  });

  it.each(['hot', 'nan', 'future'])('%s: says wrong values, which the app refuses', async (kind) => {
    expect((await fault(kind)).status).toBe(200);
    const [d] = await listen(`/climate/stream?sinceMs=${T}`, 1);
    expect(acceptReading(JSON.parse(d!), 'logger', T).ok).toBe(false);
  });
  it('junk is not even JSON', async () => {
    await fault('junk');
    const [d] = await listen(`/climate/stream?sinceMs=${T}`, 1);
    expect(() => JSON.parse(d!) as unknown).toThrow();
  });
  it('a dropout ends after its seconds', async () => {
    await fault('dropout', 10);
    expect((await fetch(`${url}/forecast`)).status).toBe(503);
    expect((await fetch(`${url}/climate/stream`)).status).toBe(503);
    now = T + 11_000;
    expect((await fetch(`${url}/forecast`)).status).toBe(200);
    now = T;
  });
  it.each([
    {},
    { kind: 'fire', seconds: 5 },
    { kind: 'hot' },
    { kind: 'hot', seconds: -1 },
    { kind: 'hot', seconds: 1e9 },
  ])('a fault that makes no sense is refused: %j', async (body) => {
    const res = await fetch(`${url}/fault`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    expect(res.status).toBe(400);
  });

  it('its scale is poured onto, tared, shaken and unplugged', async () => {
    const hand = (act: object) =>
      fetch(`${url}/scale`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(act),
      });
    const shows = async () => (await get<ScaleMessage>('/scale')).weight;
    await hand({ loadG: 212.34 });
    expect(await shows()).toBe(212.3);
    await hand({ tare: true });
    expect(await shows()).toBe(0);
    await hand({ pourGS: 10 });
    now += 3000;
    expect(await shows()).toBe(30);
    await hand({ pourGS: 0 });
    now += 3000;
    expect(await shows()).toBe(30);
    await fault('ounces');
    expect(await get<ScaleMessage>('/scale')).toMatchObject({ weight: 1.058, unit: 'oz' });
    await fault('shaking');
    expect(new Set([await shows(), await shows()]).size).toBe(2);
    await fault('dropout');
    expect((await fetch(`${url}/scale`)).status).toBe(503);
    expect((await hand({ loadG: -3 })).status).toBe(400);
    await fault('none');
    const [first] = await listen('/scale/stream', 1);
    expect(acceptScale(JSON.parse(first ?? ''))).toMatchObject({ ok: true, value: { g: 30 } });
  });
});

describe('the spectrophotometer', () => {
  const held = 'toners=aluminium-medium:110,black-deep:1.6&filmUm=24&flakeTilt=1&ground=0.28';
  it('wants its white tile, reads what it is held over, and is silent when it is unplugged', async () => {
    const before = acceptSpectro(await get(`/spectro?${held}`), now);
    expect(!before.ok && String(before.error)).toMatch(/white tile/);
    const post = (body: unknown) =>
      fetch(`${url}/spectro`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    expect((await post({ tile: 'yes' })).status).toBe(400);
    expect((await post({ tile: true })).status).toBe(200);
    const read = acceptSpectro(await get(`/spectro?${held}`), now);
    expect(read.ok && read.value.reflectance).toHaveLength(5);
    await fault('curved');
    const curved = acceptSpectro(await get(`/spectro?${held}`), now);
    expect(!curved.ok && String(curved.error)).toMatch(/does not sit flat/);
    await fault('dropout');
    expect((await fetch(`${url}/spectro?${held}`)).status).toBe(503);
    expect((await post({ tile: true })).status).toBe(503);
  });
});
