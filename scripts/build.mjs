/** Exports the web app to dist/ and compresses it ahead of time, so that serving it costs nothing. */
import { copyFileSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildSync } from 'esbuild';
import { injectManifest } from 'workbox-build';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { fail, ROOT, run, stampBuild } from './lib.mjs';
import { splitCommon } from './splitCommon.cjs';

const dist = path.join(ROOT, 'dist');
rmSync(dist, { recursive: true, force: true });
console.log('Building the app ...');
const code = run('npx', ['expo', 'export', '-p', 'web'], {
  env: { CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', NODE_ENV: 'production' },
  stdio: ['ignore', 'ignore', 'inherit'],
});
if (code !== 0) fail('expo export failed.');
// The solver of fairing plans is fetched by its worker, once somebody asks for a plan.
mkdirSync(path.join(dist, 'solver'));
copyFileSync(path.join(ROOT, 'node_modules', 'highs', 'build', 'highs.wasm'), path.join(dist, 'solver', 'highs.wasm'));
splitCommon(dist, ['./_layout.tsx', './index.tsx']);
// The service worker knows every file of this build by name and content.
const sw = path.join(dist, 'sw.js');
buildSync({
  entryPoints: [path.join(ROOT, 'src', 'workers', 'serviceWorker.ts')],
  outfile: sw,
  bundle: true,
  minify: true,
  define: { 'process.env.NODE_ENV': '"production"' },
});
const { count, size, warnings } = await injectManifest({
  swSrc: sw,
  swDest: sw,
  globDirectory: dist,
  globPatterns: ['**/*.{js,css,html,wasm,ttf,otf,woff,woff2,png,ico,webmanifest,json}'],
  globIgnores: ['sw.js'],
  dontCacheBustURLsMatching: /[.-][0-9a-f]{20,}\./,
  maximumFileSizeToCacheInBytes: 10_000_000,
});
if (warnings.length > 0) fail(warnings.join('\n'));
console.log(`${count} files, ${(size / 1e6).toFixed(1)} MB, are there without a network.`);
for (const name of readdirSync(dist, { recursive: true })) {
  if (!/\.(js|css|html|json|svg|wasm|ico|map)$/.test(name)) continue;
  const file = path.join(dist, name);
  const raw = readFileSync(file);
  if (raw.length < 1024) continue;
  writeFileSync(`${file}.br`, brotliCompressSync(raw, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: raw.length } }));
  writeFileSync(`${file}.gz`, gzipSync(raw, { level: 9 }));
}
stampBuild();
