import path from 'node:path';
import { parseArgs } from 'node:util';
import { createApp } from './app';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '8080' },
    host: { type: 'string', default: '127.0.0.1' },
    demo: { type: 'boolean', default: false },
    bench: { type: 'boolean', default: false },
    dist: { type: 'string' },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`--port must be a number from 0 to 65535, not '${values.port}'`);
  process.exit(2);
}
const dist = values.dist ?? path.resolve(__dirname, '..', 'dist');
const server = createApp({ dist, demo: values.demo, bench: values.bench || values.demo }).listen(
  port,
  values.host,
  () => {
    const a = server.address();
    const actual = a && typeof a === 'object' ? a.port : port;
    const host = values.host === '0.0.0.0' ? 'localhost' : values.host.includes(':') ? `[${values.host}]` : values.host;
    console.log(`Stratocoat is at http://${host}:${actual}/${values.demo ? '?demo' : ''}`);
  },
);
server.on('error', (e: NodeJS.ErrnoException) => {
  console.error(e.code === 'EADDRINUSE' ? `Port ${port} is in use. Give another with --port.` : e.message);
  process.exit(1);
});
