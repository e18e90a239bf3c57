/** `npm run torture -- N`: kills, two tabs without locks, no room, an hour left open, bent files; prints a table. */
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT, run } from './lib.mjs';

ensureInstalled();
ensureChromium();
ensureBuilt();
process.exit(run('npx', ['tsx', path.join(ROOT, 'e2e', 'torture', 'main.ts'), ...process.argv.slice(2)]));
