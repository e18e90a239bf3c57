import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { createApp } from '../server/app';

/** The built app with its simulated devices, on a free port. */
export async function serveBench(): Promise<{ url: string; close(): void; fault(kind: string): Promise<Response> }> {
  const app = createApp({ dist: path.join(__dirname, '..', 'dist'), demo: true, bench: true });
  const server: Server = await new Promise((resolve) => {
    const s = createServer(app).listen(0, '127.0.0.1', () => resolve(s));
  });
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    url,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
    fault: (kind) =>
      fetch(`${url}/bench/fault`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ kind, seconds: 60 }),
      }),
  };
}
