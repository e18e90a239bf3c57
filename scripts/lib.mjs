import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const at = (...p) => path.join(ROOT, ...p);

/** Runs a command with its output shown. @returns its exit code */
export function run(command, args, options = {}) {
  const r = spawnSync(command, args, {
    cwd: ROOT,
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ...options.env },
  });
  return r.status ?? 1;
}

/** Installs packages when they are missing or older than the lock file. */
export function ensureInstalled() {
  const mark = at('node_modules', '.package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(at('package-lock.json')).mtimeMs - 1000) return;
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Stratocoat needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  console.log('Installing packages ...');
  if (run('npm', ['ci', '--no-audit', '--no-fund']) !== 0)
    fail('The packages could not be installed. Is the npm registry in reach?');
}

export function fail(message) {
  console.error(`\n${message}`);
  process.exit(1);
}

/** Path of a Chromium, or undefined. */
export const findChromium = () =>
  [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(
    (p) => p && existsSync(p),
  );

/** Installs Debian's chromium where that is allowed; says what to do where it is not. */
export function ensureChromium() {
  if (findChromium()) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing chromium ...');
    run('apt-get', ['update', '-qq'], { env: { DEBIAN_FRONTEND: 'noninteractive' } });
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  if (!findChromium())
    fail(
      'The end-to-end tests need Chromium. Install it (Debian: apt-get install chromium) or set CHROMIUM to its path.',
    );
}

function* files(dir) {
  for (const e of readdirSync(dir, { withFileTypes: true })) {
    const p = path.join(dir, e.name);
    if (e.isDirectory()) yield* files(p);
    else yield p;
  }
}

/** What goes into the build: files of the root, and whole directories. `scripts` holds the bundler's own parts. */
const SINGLE = ['app.json', 'babel.config.js', 'metro.config.js', 'package-lock.json', 'tsconfig.json'];
const TREES = ['src', 'public', 'assets', 'demo', 'scripts'];

/** A fingerprint of everything that goes into the build. @param root of the project */
export function sourceStamp(root = ROOT) {
  const h = createHash('sha256');
  const single = SINGLE.map((f) => path.join(root, f)).filter((f) => existsSync(f));
  const trees = TREES.map((d) => path.join(root, d)).flatMap((d) => (existsSync(d) ? [...files(d)] : []));
  for (const f of [...single, ...trees].filter((f) => !/\.test\.tsx?$/.test(f)).sort())
    h.update(path.relative(root, f)).update(readFileSync(f));
  return h.digest('hex');
}

const STAMP = at('dist', '.stamp');
export const buildIsFresh = () => existsSync(STAMP) && readFileSync(STAMP, 'utf8') === sourceStamp();
export const stampBuild = () => writeFileSync(STAMP, sourceStamp());

/** Builds the app when its sources have changed since the last time. */
export function ensureBuilt() {
  if (buildIsFresh()) return;
  if (run(process.execPath, [at('scripts', 'build.mjs')]) !== 0) fail('The app could not be built.');
}
