/** @jest-environment node */
import { createServer, request, type Server } from 'node:http';
import { connect, type AddressInfo, type Socket } from 'node:net';
import { createApp } from './app';
import { MOST_OF_ONE, shareConnections, TIMES } from './guard';

let server: Server;
let port: number;
beforeAll(async () => {
  const times = { ...TIMES, headersTimeout: 600, requestTimeout: 900, connectionsCheckingInterval: 100 };
  server = createServer(times, createApp({ dist: __dirname, demo: false, bench: true, names: ['shop.test'] }));
  shareConnections(server);
  await new Promise<void>((done) => server.listen(0, '0.0.0.0', done));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** What the bench answers to a name. */
const statusFor = (host: string | undefined, localAddress = '127.0.0.1') =>
  new Promise<number | undefined>((done, failed) => {
    const headers: Record<string, string> = host === undefined ? {} : { host };
    const r = request({ port, host: '127.0.0.1', localAddress, path: '/bench', headers, agent: false }, (res) => {
      res.resume();
      done(res.statusCode);
    });
    r.on('error', failed);
    r.end();
  });

describe('the server on the shop’s network', () => {
  it('answers to its own names only: not to a name of elsewhere that was turned to its address', async () => {
    for (const own of [`localhost:${port}`, `127.0.0.1:${port}`, '[::1]:1', 'SHOP.test'])
      expect([own, await statusFor(own)]).toEqual([own, 200]);
    for (const other of ['bank.example', `10.1.2.3:${port}`, 'localhost.bank.example'])
      expect([other, await statusFor(other)]).toEqual([other, 421]);
  });
  it('one device that opens hundreds of connections and says nothing keeps no other out, and loses them', async () => {
    const sockets: Socket[] = [];
    let closed = 0;
    for (let i = 0; i < 256; i++) {
      const s = connect({ port, host: '127.0.0.1', localAddress: '127.0.0.2' });
      s.resume()
        .on('error', () => undefined)
        .on('close', () => closed++);
      // Half of a request.
      if (i % 2 === 0) s.write('GET / HTTP/1.1\r\nHost: lo');
      sockets.push(s);
    }
    await new Promise((done) => setTimeout(done, 250));
    expect(closed).toBeGreaterThanOrEqual(256 - MOST_OF_ONE);
    const began = performance.now();
    expect(await statusFor('localhost')).toBe(200);
    expect(performance.now() - began).toBeLessThan(1000);
    // What it holds is taken from it, and it is heard again when it behaves.
    await new Promise((done) => setTimeout(done, 1500));
    expect(closed).toBe(256);
    expect(await statusFor('localhost', '127.0.0.2')).toBe(200);
    for (const s of sockets) s.destroy();
  });
});
