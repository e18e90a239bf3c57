import type { RequestHandler } from 'express';
import type { Server, ServerOptions } from 'node:http';
import type { Socket } from 'node:net';
import { hostname } from 'node:os';
import { ownAddresses } from './certificate';

/** A request that is not whole by then is cut short; it is looked at so often, ms. */
export const TIMES: ServerOptions = {
  headersTimeout: 5000,
  requestTimeout: 15_000,
  keepAliveTimeout: 15_000,
  connectionsCheckingInterval: 1000,
};
/** So many connections one device may hold: a browser has six, and a few tabs share them. */
export const MOST_OF_ONE = 48;
/** And so many all devices together. */
const MOST = 1024;

/** Keeps one device from holding all connections: what it opens beyond its share is closed at once. */
export function shareConnections(server: Server): void {
  server.maxConnections = MOST;
  const open = new Map<string, number>();
  // For https too this comes before anything is read of it.
  server.on('connection', (socket: Socket) => {
    const from = socket.remoteAddress ?? '';
    const count = (open.get(from) ?? 0) + 1;
    if (count > MOST_OF_ONE) return void socket.destroy();
    open.set(from, count);
    socket.once('close', () => {
      const left = (open.get(from) ?? 1) - 1;
      if (left > 0) open.set(from, left);
      else open.delete(from);
    });
  });
}

/** What this machine is called: by itself, on its networks, and as somebody has named it. */
function ownNames(more: readonly string[]): Set<string> {
  const name = hostname().toLowerCase();
  return new Set(['localhost', '127.0.0.1', '[::1]', name, `${name}.local`, ...ownAddresses(), ...more]);
}

/** Answers only to this machine's own names: a page elsewhere whose name was turned to this address is told nothing. */
export function ownHost(more: readonly string[]): RequestHandler {
  // Addresses may come and go: a name that is not known is looked up anew.
  let names = ownNames(more);
  return (req, res, next) => {
    const host = (req.headers.host ?? '').toLowerCase().replace(/:\d+$/, '');
    if (!names.has(host)) names = ownNames(more);
    if (names.has(host)) return next();
    res.status(421).type('text').send('This server does not go by that name. Start it with --name to give it one.');
  };
}
