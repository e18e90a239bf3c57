import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { isNamed, LEFT_OUT, REPLACED } from './shims.cjs';

const ROOT = path.join(__dirname, '..');

/** Everything that the files of a package require. */
function requiredIn(from: string): Set<string> {
  const dir = path.join(ROOT, from);
  const files = readdirSync(dir, { recursive: true, encoding: 'utf8' }).filter((f) => /\.js$/.test(f));
  const found = new Set<string>();
  for (const f of files)
    for (const m of readFileSync(path.join(dir, f), 'utf8').matchAll(/(?:from|require\(|import)\s*['"]([^'"]+)['"]/g))
      found.add(m[1] ?? '');
  return found;
}

describe.each([...LEFT_OUT, ...REPLACED])('$from: $why', ({ from, names }) => {
  it('still requires by name what is left out of it', () => {
    const required = [...requiredIn(from)];
    expect(names.filter((n) => !required.some((r) => isNamed([n], r)))).toEqual([]);
  });
});
