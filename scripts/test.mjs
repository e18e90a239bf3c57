/** Everything that must hold: lint with the arrow rules, types, unit and property tests, end-to-end journeys. */
import { readFileSync, mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT, run } from './lib.mjs';

ensureInstalled();
const out = path.join(ROOT, 'test-results');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
let passed = 0;
let failed = 0;
const step = (name, ok) => {
  console.log(`\n${ok ? 'ok' : 'FAILED'}: ${name}`);
  if (ok) passed++;
  else failed++;
};
step('lint, format and arrows', run('npm', ['run', '--silent', 'lint']) === 0);
step('types', run('npm', ['run', '--silent', 'types']) === 0);

const unit = path.join(out, 'unit.json');
const unitCode = run('npx', ['jest', '--json', `--outputFile=${unit}`]);
count(unit, (r) => [r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites], unitCode);

ensureChromium();
ensureBuilt();
const e2e = path.join(out, 'e2e.json');
// A journey that failed is done once more, so that a moment of a busy machine does not stand for a fault; which ones needed it is said.
const e2eCode = run('npx', ['playwright', 'test', '--reporter=list,json', '--retries=1'], {
  env: { PLAYWRIGHT_JSON_OUTPUT_NAME: e2e },
});
count(
  e2e,
  ({ stats }) => {
    if (stats.flaky > 0) console.log(`\n${stats.flaky} of the journeys passed the second time only: look at them.`);
    return [stats.expected + stats.flaky, stats.unexpected];
  },
  e2eCode,
);

/** Adds a runner's own count. One that failed without saying how many counts as one failure. */
function count(file, read, code) {
  let p = 0;
  let f = 0;
  try {
    [p, f] = read(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    f = 1;
  }
  if (code !== 0 && f === 0) f = 1;
  passed += p;
  failed += f;
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
