/** `npm run bench -- NAME` runs one benchmark, without a name all of them. */
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled, fail, ROOT, run } from './lib.mjs';

ensureInstalled();
const dir = path.join(ROOT, 'bench');
const all = readdirSync(dir)
  .filter((f) => f.endsWith('.bench.ts'))
  .map((f) => f.replace('.bench.ts', ''));
const asked = process.argv.slice(2);
const unknown = asked.find((n) => !all.includes(n));
if (unknown) fail(`There is no benchmark '${unknown}'. There are: ${all.join(', ')}`);
let worst = 0;
for (const n of asked.length ? asked : all)
  worst = Math.max(worst, run('npx', ['tsx', path.join(dir, `${n}.bench.ts`)]));
process.exit(worst);
