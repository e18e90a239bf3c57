/**
 * `npm run torture -- N`: kills, two tabs over plain http, no room, bent files, and ways home, many of each; prints a table. Exit code 1 where anything was
 * lost or torn.
 */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { deletedRounds } from './deleted';
import { killRounds, openFor, plainHttpRounds, quotaRounds, type Outcome } from './rounds';

const n = Number(process.argv[2] ?? 300);
if (!Number.isInteger(n) || n < 1 || n > 100_000) {
  console.error(`Give a number of rounds, such as 300, not '${process.argv[2]}'`);
  process.exit(2);
}
/** One of the faults by itself, as `npm run torture -- 300 kills`. */
const only = process.argv[3];
let seed = Number(process.env.SEED ?? (Date.now() % 2_147_483_646) + 1);
console.log(`seed ${seed}`);
const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;

/** Runs one test of the core with many more rounds than `npm test` does. */
function manyRounds(name: string, test: string, env: Record<string, string>, rounds: number, well: string): Outcome {
  const jest = path.join(__dirname, '..', '..', 'node_modules', 'jest', 'bin', 'jest.js');
  const r = spawnSync(process.execPath, [jest, test], {
    cwd: path.join(__dirname, '..', '..'),
    env: { ...process.env, ...env },
    encoding: 'utf8',
  });
  return { name, rounds, lost: 0, torn: r.status === 0 ? 0 : 1, note: r.status === 0 ? well : r.stderr.slice(-2000) };
}
const bentFiles = (files: number): Outcome =>
  manyRounds(
    'bent files',
    'demo/bentFiles',
    { FUZZ: String(files) },
    files,
    'none threw, none took a second, all that was taken went out again',
  );
/** Files with bits flipped, cut, or with members dropped, doubled or swapped: none is taken with other content than it left with. */
const flips = (files: number): Outcome =>
  manyRounds(
    'flipped bits, cuts in shop and job files',
    'core/formats/(sums|shopFile)',
    { FLIPS: String(Math.ceil(files / 2)) },
    files,
    'none was taken with other content than it left with',
  );
/** The second copy with entries damaged: what is not as it should be is named. */
const damages = (copies: number): Outcome =>
  manyRounds(
    'second copies damaged',
    'data/mirror',
    { DAMAGES: String(copies) },
    copies,
    'what was missing was named in each',
  );
/** Three phones that swap whole shops in any order. */
const phones = (shops: number): Outcome =>
  manyRounds('three phones', 'data/phones', { PHONES: String(shops) }, shops, 'all ended alike in everything');
/** Ways from states that a shop can come to, spots thrown in: each leads to what is agreed. */
const ways = (states: number): Outcome =>
  manyRounds(
    'ways home',
    'core/route/home',
    { STATES: String(states) },
    states,
    'each led to what is agreed, in at most 40 steps',
  );
/** Plans of days of drawn jobs and people. */
const plans = (jobs: number): Outcome =>
  manyRounds(
    'plans of days',
    'core/schedule/days',
    { PLANS: String(jobs) },
    jobs,
    'no rest, window, hours or stand was broken',
  );

async function main(): Promise<void> {
  const table: Outcome[] = [];
  const run = async (what: string, rounds: () => Promise<Outcome> | Outcome) => {
    if (only !== undefined && what !== only) return;
    console.log(`${what} ...`);
    table.push(await rounds());
  };
  await run('kills', () => killRounds(n, random));
  await run('deleted databases', () => deletedRounds(Math.ceil((n * 2) / 3), random));
  await run('two tabs over plain http', () => plainHttpRounds(Math.ceil((n * 20) / 3)));
  await run('no room', () => quotaRounds(Math.max(2, Math.ceil(n / 15))));
  await run('left open', () => openFor(n >= 100 ? 60 : 10));
  await run('bent files', () => bentFiles(Math.ceil((n * 100) / 3)));
  await run('flips', () => flips(Math.ceil((n * 1000) / 3)));
  await run('damaged copies', () => damages(Math.ceil(n * 20)));
  await run('three phones', () => phones(Math.ceil(n * 2)));
  await run('ways home', () => ways(Math.ceil((n * 100) / 3)));
  await run('plans of days', () => plans(Math.ceil((n * 10) / 3)));
  if (table.length === 0) {
    console.error(`No fault is called '${only}'`);
    process.exit(2);
  }
  console.table(table.map(({ name, ...rest }) => ({ fault: name, ...rest })));
  if (table.some((o) => o.lost > 0 || o.torn > 0)) process.exitCode = 1;
}
void main();
