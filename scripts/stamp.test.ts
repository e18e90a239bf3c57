import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** The fingerprint of a project, as the build's own script counts it. */
function stampOf(root: string): string {
  const ask = `import('${path.join(__dirname, 'lib.mjs')}').then((m) => console.log(m.sourceStamp(process.argv[1])))`;
  return spawnSync(process.execPath, ['-e', ask, root], { encoding: 'utf8' }).stdout.trim();
}

describe('the stamp of a build', () => {
  const root = mkdtempSync(path.join(tmpdir(), 'stamp-'));
  const put = (name: string, text: string) => {
    mkdirSync(path.dirname(path.join(root, name)), { recursive: true });
    writeFileSync(path.join(root, name), text);
  };
  afterAll(() => rmSync(root, { recursive: true, force: true }));

  it.each(['metro.config.js', 'scripts/nothing.js', 'src/core/index.ts', 'demo/bread-van.json', 'app.json'])(
    'is another one when %s changes',
    (name) => {
      put(name, 'before');
      const before = stampOf(root);
      expect(before).toMatch(/^[0-9a-f]{64}$/);
      put(name, 'after');
      expect(stampOf(root)).not.toBe(before);
    },
  );
  it('stays the same when only a test changes', () => {
    put('src/core/index.ts', 'x');
    const before = stampOf(root);
    put('src/core/index.test.ts', 'x');
    expect(stampOf(root)).toBe(before);
  });
});
