import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import path from 'node:path';
import { parseArgs } from 'node:util';
import QRCode from 'qrcode';
import { createApp } from './app';
import { shareConnections, TIMES } from './guard';
import { dropOldCertificate, ownAddresses, ownCertificate, ownFolder } from './certificate';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '8080' },
    host: { type: 'string' },
    https: { type: 'boolean', default: false },
    demo: { type: 'boolean', default: false },
    bench: { type: 'boolean', default: false },
    dist: { type: 'string' },
    /** A name that it goes by in this network, besides its machine's own. */
    name: { type: 'string', multiple: true, default: [] },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`--port must be a number from 0 to 65535, not '${values.port}'`);
  process.exit(2);
}

async function main(): Promise<void> {
  const root = path.resolve(__dirname, '..');
  const dist = values.dist ?? path.join(root, 'dist');
  const bench = values.bench || values.demo;
  // With https it is meant for phones of the shop, and so for the whole network.
  const host = values.host ?? (values.https ? '0.0.0.0' : '127.0.0.1');
  const certificate = values.https ? await ownCertificate(ownFolder(), Date.now()) : undefined;
  if (dropOldCertificate(root))
    console.log(
      'The certificate of an earlier version was thrown away: it could have vouched for any site. Delete it on phones that trust it, and install the new one.',
    );
  const app = createApp({
    dist,
    demo: values.demo,
    bench,
    names: values.name.map((n) => n.toLowerCase()),
    ...(certificate && { certificate: certificate.authority }),
  });
  const server = certificate
    ? createHttps({ ...certificate, ...TIMES, handshakeTimeout: TIMES.headersTimeout }, app)
    : createHttp(TIMES, app);
  shareConnections(server);
  server.on('error', (e: NodeJS.ErrnoException) => {
    console.error(e.code === 'EADDRINUSE' ? `Port ${port} is in use. Give another with --port.` : e.message);
    process.exit(1);
  });
  server.listen(port, host, () => void announce());

  async function announce(): Promise<void> {
    const a = server.address();
    const actual = a && typeof a === 'object' ? a.port : port;
    const scheme = certificate ? 'https' : 'http';
    const start = values.demo ? '?demo' : '';
    const isOpen = host === '0.0.0.0' || host === '::';
    const named = isOpen ? 'localhost' : host.includes(':') ? `[${host}]` : host;
    console.log(`Stratocoat is at ${scheme}://${named}:${actual}/${start}`);
    if (!isOpen) return;
    const [address] = ownAddresses();
    if (address === undefined) return;
    const url = `${scheme}://${address}:${actual}/`;
    console.log(
      `Anybody on this network can open it at ${url} now. It holds no data: each browser keeps its own.${bench ? ' The simulated devices are there too.' : ''}`,
    );
    if (certificate)
      console.log(
        `On the phone once: open ${url}certificate.crt and install it as a CA certificate, so that the phone trusts this server. Then scan this:\n${await QRCode.toString(url, { type: 'terminal', small: true })}`,
      );
    else
      console.log(
        'Over plain http a phone has no app without this PC, and its browser may clear what it keeps: --https has both.',
      );
  }
}
void main();
