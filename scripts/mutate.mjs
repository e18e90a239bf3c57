/**
 * `npm run mutate -- ROOM`: how many small faults in a room of the core (a comparison turned round, a term dropped) its tests notice.
 * `--sample 80` puts them into so many places drawn by lot instead of everywhere; `--wide` asks the tests of other rooms too that import it.
 * Takes from minutes (a sample) to hours; not part of `npm test`. The table stands in docs/mutation.md.
 */
import { randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureInstalled, fail, ROOT, run } from './lib.mjs';

ensureInstalled();
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { wide: { type: 'boolean', default: false }, sample: { type: 'string' } },
});
const { wide } = values;
const [room, ...more] = positionals;
if (!room || !existsSync(path.join(ROOT, 'src', 'core', room)))
  fail(`Say which room of src/core: npm run mutate -- cure${room ? `. There is no '${room}'` : ''}`);
const out = path.join(tmpdir(), `stratocoat-mutate-${room}`);
mkdirSync(out, { recursive: true });
const core = path.join(ROOT, 'src', 'core');
/** Tests of the room, and if asked those that import it; one that names an environment of its own tells Stryker nothing of what it covers. */
const tests = readdirSync(core, { recursive: true }).filter((f) => {
  if (!f.endsWith('.test.ts')) return false;
  const text = readFileSync(path.join(core, f), 'utf8');
  const isOfIt = f.startsWith(`${room}${path.sep}`) || (wide && new RegExp(`from '[./]+/${room}(/|')`).test(text));
  return isOfIt && !text.startsWith('/** @jest-environment');
});
const jest = path.join(out, 'jest.config.cjs');
// The core needs no browser: without the preset a mutant costs a tenth.
writeFileSync(
  jest,
  `const base = require(${JSON.stringify(path.join(ROOT, 'jest.config.js'))});
module.exports = {
  rootDir: process.cwd(),
  testEnvironment: '@stryker-mutator/jest-runner/jest-env/node',
  testMatch: ${JSON.stringify(tests.map((f) => `<rootDir>/src/core/${f}`))},
  transform: { '\\\\.[jt]sx?$': ['babel-jest', { configFile: './babel.config.js', caller: { name: 'metro', bundler: 'metro', platform: 'web' } }] },
  transformIgnorePatterns: base.transformIgnorePatterns,
  moduleNameMapper: base.moduleNameMapper,
};
`,
);
/** Places in the room drawn by lot, as Stryker names them: two lines each. */
function sampled(count) {
  const places = readdirSync(path.join(core, room), { recursive: true })
    .filter((f) => f.endsWith('.ts') && !/\.(test|testing)\.ts$/.test(f))
    .flatMap((f) =>
      readFileSync(path.join(core, room, f), 'utf8')
        .split('\n')
        .flatMap((line, i) =>
          /^\s*(\*|\/|import|export \*|$|[\])};,]+$)/.test(line) ? [] : [`src/core/${room}/${f}:${i + 1}-${i + 2}`],
        ),
    );
  return Array.from({ length: Math.min(count, places.length) }, () => places.splice(randomInt(places.length), 1)[0]);
}
const mutated =
  more.length > 0
    ? more
    : values.sample
      ? sampled(Number(values.sample))
      : [`src/core/${room}/**/*.ts`, '!**/*.test.ts', '!**/*.testing.ts'];
const report = path.join(out, 'mutation.json');
const config = path.join(out, 'stryker.config.json');
writeFileSync(
  config,
  JSON.stringify({
    testRunner: 'jest',
    jest: { projectType: 'custom', configFile: jest, enableFindRelatedTests: false },
    mutate: mutated,
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    symlinkNodeModules: true,
    concurrency: 2,
    timeoutMS: 10_000,
    tempDirName: path.join(out, 'sandbox'),
    ignorePatterns: ['dist', 'e2e', 'bench', 'public', 'test-results'],
    reporters: ['clear-text', 'json', 'progress-append-only'],
    clearTextReporter: { allowColor: false, logTests: false },
    jsonReporter: { fileName: report },
    disableTypeChecks: false,
  }),
);
const code = run('npx', ['stryker', 'run', config]);
if (existsSync(report)) {
  const all = Object.values(JSON.parse(readFileSync(report, 'utf8')).files).flatMap((f) => f.mutants);
  const noticed = all.filter((m) => m.status === 'Killed' || m.status === 'Timeout').length;
  const counted = all.filter((m) => ['Killed', 'Timeout', 'Survived', 'NoCoverage'].includes(m.status)).length;
  console.log(`${room}: ${noticed} of ${counted} noticed, ${((100 * noticed) / counted).toFixed(1)} of 100`);
}
process.exit(code);
