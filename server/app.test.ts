/** @jest-environment node */
import { mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { createApp, type ServerOptions } from './app';

const dist = mkdtempSync(path.join(os.tmpdir(), 'stratocoat-app-'));
const script = 'console.log("app");'.repeat(200);
const name = 'entry-0123456789abcdef0123456789abcdef.js';
const servers: Server[] = [];

beforeAll(() => {
  writeFileSync(path.join(dist, 'index.html'), '<html><head><title>x</title></head><body></body></html>');
  writeFileSync(path.join(dist, name), script);
  writeFileSync(path.join(dist, `${name}.br`), brotliCompressSync(script));
});
afterAll(() => {
  for (const s of servers) {
    s.closeAllConnections();
    s.close();
  }
  rmSync(dist, { recursive: true });
});

async function serve(
  options: Partial<ServerOptions> = {},
): Promise<(path: string, init?: RequestInit) => Promise<Response>> {
  const server = await new Promise<Server>((done) => {
    const s = createApp({ dist, demo: false, ...options }).listen(0, '127.0.0.1', () => done(s));
  });
  servers.push(server);
  const { port } = server.address() as AddressInfo;
  return (p, init) => fetch(`http://127.0.0.1:${port}${p}`, init);
}

describe('the server of the app', () => {
  it('answers every address of the app with its page, and a missing file with 404', async () => {
    const get = await serve();
    for (const p of ['/', '/panels', '/map?job=a&panel=b', '/panel/bread-van/nose']) {
      const r = await get(p);
      expect([r.status, r.headers.get('content-type')]).toEqual([200, expect.stringContaining('text/html')]);
      expect(await r.text()).toContain('<title>x</title>');
    }
    const missing = await get('/_expo/gone.js');
    expect([missing.status, await missing.text()]).toEqual([404, 'Not found']);
    expect((await get('/panels', { method: 'POST' })).status).toBe(404);
  });
  it('keeps files with a hash in their name for a year, and asks anew for the page', async () => {
    const get = await serve();
    expect((await get(`/${name}`)).headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect((await get('/')).headers.get('cache-control')).toBe('no-cache');
  });
  it('sends what was compressed beforehand', async () => {
    const get = await serve();
    const r = await get(`/${name}`, { headers: { 'accept-encoding': 'br' } });
    expect(r.headers.get('content-encoding')).toBe('br');
    expect(await r.text()).toBe(script);
  });
  it('tells the page of demo and bench only where there are any', async () => {
    const own = await (await (await serve())('/')).text();
    expect(own).not.toContain('stratocoat-');
    const get = await serve({ demo: true, bench: true });
    const demo = await (await get('/')).text();
    expect(demo).toContain('<meta name="stratocoat-start" content="demo">');
    expect(demo).toContain('<meta name="stratocoat-bench" content="/bench">');
    expect((await get('/bench/forecast')).status).toBe(200);
  });
  it('lets nothing in from elsewhere, and does not force https onto the shop\u2019s own network', async () => {
    const r = await (await serve())('/');
    const csp = r.headers.get('content-security-policy') ?? '';
    expect(csp).toContain("default-src 'self'");
    expect(csp).toContain("frame-ancestors 'none'");
    expect(csp).not.toContain('upgrade-insecure-requests');
    expect(r.headers.get('strict-transport-security')).toBeNull();
    expect(r.headers.get('x-powered-by')).toBeNull();
  });
  it('does not read files outside of its folder', async () => {
    const get = await serve();
    expect((await get('/..%2f..%2fetc%2fpasswd')).status).not.toBe(500);
    expect(await (await get('/..%2f..%2fetc%2fpasswd')).text()).not.toContain('root:');
  });
  it('gives out a new build as soon as it is there, and says so while it is being made', async () => {
    const get = await serve({ demo: true });
    const file = path.join(dist, 'index.html');
    const old = '<html><head><title>x</title></head><body></body></html>';
    writeFileSync(file, old.replace('>x<', '>second<'));
    utimesSync(file, new Date(), new Date(Date.now() + 5000));
    const page = await (await get('/panels')).text();
    expect(page).toContain('second');
    expect(page).toContain('<meta name="stratocoat-start" content="demo">');
    rmSync(file);
    expect((await get('/')).status).toBe(503);
    writeFileSync(file, old);
    expect((await get('/')).status).toBe(200);
  });
  it('tells other sites nothing of the bench, and takes nothing from them', async () => {
    const get = await serve({ bench: true });
    expect((await get('/bench')).status).toBe(200);
    for (const headers of [
      { origin: 'https://elsewhere.test' },
      { origin: 'null' },
      { 'sec-fetch-site': 'cross-site' },
      { 'sec-fetch-site': 'same-site' },
    ] as Record<string, string>[])
      expect([headers, (await get('/bench', { headers })).status]).toEqual([headers, 403]);
    const fault = { method: 'POST', headers: { 'content-type': 'application/json' } };
    expect((await get('/bench/fault', { ...fault, body: `{"kind":"${'x'.repeat(5000)}"}` })).status).toBe(413);
    const other = await serve();
    expect(await (await other('/bench')).text()).toContain('<title>');
  });
  it('says nothing of this machine when a request cannot be read', async () => {
    const get = await serve({ bench: true });
    for (const [p, init] of [
      ['/%E0%A4%A', {}],
      ['/bench/fault', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{' }],
    ] as [string, RequestInit][]) {
      const r = await get(p, init);
      expect(r.status).toBe(400);
      expect(['That request cannot be read', 'URI malformed']).toContain(await r.text());
    }
  });
  it('lets a form go nowhere else', async () =>
    expect((await (await serve())('/')).headers.get('content-security-policy')).toContain("form-action 'self'"));
});
