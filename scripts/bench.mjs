/** `npm run bench -- NAME` runs one benchmark, without a name all of them. */
import { mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, fail, ROOT, run } from './lib.mjs';

ensureInstalled();
const dir = path.join(ROOT, 'bench');
const all = readdirSync(dir)
  .filter((f) => f.endsWith('.bench.ts'))
  .map((f) => f.replace('.bench.ts', ''));
const asked = process.argv.slice(2);
const unknown = asked.find((n) => !all.includes(n));
if (unknown) fail(`There is no benchmark '${unknown}'. There are: ${all.join(', ')}`);
ensureChromium();
if (
  !asked.length ||
  asked.some((n) =>
    [
      'first-load',
      'append-redraw',
      'draw',
      'many-jobs',
      'repair-replace',
      'import-large',
      'large-shop',
      'offline-start',
      'taps-felt',
    ].includes(n),
  )
)
  ensureBuilt();
const out = path.join(ROOT, 'node_modules', '.cache', 'stratocoat-bench');
mkdirSync(out, { recursive: true });
const { buildSync } = await import('esbuild');
let worst = 0;
for (const n of asked.length ? asked : all) {
  // Bundled like the app is, so that a loader's helpers are not measured with it.
  const outfile = path.join(out, `${n}.cjs`);
  buildSync({
    entryPoints: [path.join(dir, `${n}.bench.ts`)],
    bundle: true,
    platform: 'node',
    packages: 'external',
    outfile,
    logLevel: 'error',
    define: { __dirname: JSON.stringify(dir) },
  });
  worst = Math.max(worst, run(process.execPath, ['--expose-gc', outfile]));
}
process.exit(worst);
