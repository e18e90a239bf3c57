/** One command from a bare checkout to the demo shop: installs, builds if stale, serves, prints the address. */
import path from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run } from './lib.mjs';

ensureInstalled();
ensureBuilt();
process.exit(run('npx', ['tsx', path.join(ROOT, 'server', 'main.ts'), '--demo', ...process.argv.slice(2)]));
