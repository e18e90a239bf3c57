/** @jest-environment node */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createApp } from './app';
import { createRelay, type RelayOptions } from './relay';

const servers: Server[] = [];
afterEach(() => {
  for (const s of servers.splice(0)) {
    s.closeAllConnections();
    s.close();
  }
});
let nowMs = 1_900_000_000_000;
const slept: number[] = [];
async function serve(options: Partial<RelayOptions> = {}) {
  slept.length = 0;
  const relay = createRelay({
    now: () => nowMs,
    holdMs: 300,
    sleep: (ms) => (slept.push(ms), Promise.resolve()),
    ...options,
  });
  const server = createServer(createApp({ dist: __dirname, demo: false, relay }));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  servers.push(server);
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/relay`;
  const put = (name: string, text: string, where = 'slot', headers: Record<string, string> = {}) =>
    fetch(`${base}/${where}/${name}`, {
      method: 'PUT',
      body: text,
      headers: { 'Content-Type': 'application/octet-stream', ...headers },
    });
  const get = async (name: string, where = 'slot') => {
    const r = await fetch(`${base}/${where}/${name}`);
    return { status: r.status, text: await r.text() };
  };
  const wait = async (have: Record<string, string>, life = '') => {
    const r = await fetch(`${base}/wait`, {
      method: 'POST',
      body: JSON.stringify({ have, life }),
      headers: { 'Content-Type': 'application/json' },
    });
    return { status: r.status, ...((await r.json()) as { life: string; fresh: Record<string, string> }) };
  };
  return { relay, base, put, get, wait };
}
const A = 'a'.repeat(22);
const B = 'b'.repeat(22);

describe('what passes messages on', () => {
  it('gives a slot’s newest message to whoever knows its name, to nobody else, and takes it away when asked', async () => {
    const { put, get, base } = await serve();
    await put(A, 'one');
    await put(A, 'two');
    expect(await get(A)).toEqual({ status: 200, text: 'two' });
    expect((await get(B)).status).toBe(404);
    await fetch(`${base}/slot/${A}`, { method: 'DELETE' });
    expect((await get(A)).status).toBe(404);
  });
  it('answers a question as soon as there is something new, and with nothing after a while', async () => {
    const { put, wait } = await serve();
    const { life } = await wait({});
    const asked = wait({ [A]: '', [B]: '' }, life);
    await new Promise((done) => setTimeout(done, 50));
    await put(B, 'x');
    const { fresh } = await asked;
    expect(Object.keys(fresh)).toEqual([B]);
    expect((await wait({ [A]: '', [B]: fresh[B]! }, life)).fresh).toEqual({});
  });
  it('says at once when it is another one than the asker knows', async () => {
    const [first, second] = [await serve(), await serve()];
    const { life } = await first.wait({});
    const before = performance.now();
    expect((await second.wait({ [A]: '' }, life)).life).not.toBe(life);
    expect(performance.now() - before).toBeLessThan(250);
  });
  it('refuses what is no name, no bytes, no question, or too large', async () => {
    const { put, wait, base } = await serve();
    expect((await put('short', 'x')).status).toBe(400);
    expect((await put(`${A}%2F..`, 'x')).status).toBe(400);
    expect((await put(A, '{}', 'slot', { 'Content-Type': 'application/json' })).status).toBe(400);
    expect((await put(A, 'x'.repeat(8_000_001))).status).toBe(413);
    expect((await put(A, 'x'.repeat(100_001), 'invite')).status).toBe(413);
    expect((await fetch(`${base}/wait`, { method: 'POST', body: '{}' })).status).toBe(400);
    const many = Object.fromEntries(Array.from({ length: 501 }, (_, i) => [`${'c'.repeat(22)}${i}`, '']));
    expect((await wait(many)).status).toBe(400);
  });
  it('is not for pages of other sites', async () => {
    const { put } = await serve();
    expect((await put(A, 'x', 'slot', { Origin: 'https://elsewhere.test' })).status).toBe(403);
  });
  it('forgets the oldest where it holds too much, and what nobody has written for two days', async () => {
    const { relay, put } = await serve({ mostBytes: 100 });
    await put(A, 'x'.repeat(60));
    await put(B, 'y'.repeat(60));
    expect(relay.held().map((s) => s.name)).toEqual([B]);
    nowMs += 2 * 86_400_000 + 1;
    await put(A, 'z');
    expect(relay.held().map((s) => s.name)).toEqual([A]);
  });
  it('holds as much after thousand messages into one slot as after one', async () => {
    const { relay, put } = await serve({ mostBytes: 1000 });
    await put(B, 'kept');
    for (let i = 0; i < 100; i++) await put(A, 'x'.repeat(90));
    expect(relay.held().map((s) => s.name)).toEqual([B, A]);
  });
});

describe('codes', () => {
  it('lead to what was laid down for ten minutes', async () => {
    const { put, get } = await serve();
    await put(A, 'come in', 'invite');
    expect(await get(A, 'invite')).toEqual({ status: 200, text: 'come in' });
    expect((await get(A)).status).toBe(404);
    nowMs += 600_000;
    expect((await get(A, 'invite')).status).toBe(404);
  });
  it('that are guessed take longer and longer, and are not looked at any more after ten; a quarter of an hour later they are again', async () => {
    const { put, get } = await serve();
    await put(A, 'come in', 'invite');
    const statuses: number[] = [];
    for (let i = 0; i < 11; i++) statuses.push((await get(`${'g'.repeat(22)}${i}`, 'invite')).status);
    expect(statuses).toEqual([...Array<number>(10).fill(404), 429]);
    expect(slept).toEqual([1000, 2000, 4000, 8000, 8000, 8000, 8000]);
    // Also the right one is not told then.
    expect((await get(A, 'invite')).status).toBe(429);
    nowMs += 900_000;
    await put(A, 'come in', 'invite');
    expect((await get(A, 'invite')).status).toBe(200);
  });
  it('that are guessed all at once are slowed down just so', async () => {
    const { get } = await serve();
    const all = await Promise.all(Array.from({ length: 30 }, (_, i) => get(`${'g'.repeat(22)}${i}`, 'invite')));
    expect(all.filter((r) => r.status === 404)).toHaveLength(10);
    expect(all.filter((r) => r.status === 429)).toHaveLength(20);
  });
  it('are no more than a shop needs', async () => {
    const { put, relay } = await serve();
    const statuses: number[] = [];
    for (let i = 0; i < 101; i++) statuses.push((await put(`${'i'.repeat(22)}${i}`, 'x', 'invite')).status);
    expect(statuses.filter((s) => s === 200)).toHaveLength(100);
    expect(statuses[100]).toBe(503);
    expect(relay.held()).toHaveLength(100);
  });
});
