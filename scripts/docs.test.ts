import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { recipesTable } from './recipesTable';
import { FORMAT_VERSION } from '../src/core/formats/version';

const ROOT = path.join(__dirname, '..');
const docs = ['README.md', ...readdirSync(path.join(ROOT, 'docs')).filter((f) => f.endsWith('.md'))].map((f) =>
  f === 'README.md' ? f : `docs/${f}`,
);
/** Where a path in the docs may begin. */
const FROM = ['', 'src', 'src/core'];

describe.each(docs)('%s', (name) => {
  const text = readFileSync(path.join(ROOT, name), 'utf8');

  it('names files and rooms that are there', () => {
    const named = [...text.matchAll(/`([a-z][\w-]*(?:\/[\w.[\]-]+)+)`/gi)].map((m) => m[1] ?? '');
    // Names inside of a file that the app exports, not of the project.
    const exported = /^jobs\//;
    const paths = named.filter(
      (p) =>
        !exported.test(p) && (/\.(tsx?|mjs|cjs|md|json)$/.test(p) || /^(src|core|data|features|ui|workers)\//.test(p)),
    );
    const isThere = (p: string) =>
      FROM.some((from) => [p, `${p}.ts`, `${p}.tsx`].some((f) => existsSync(path.join(ROOT, from, f))));
    expect(paths.filter((p) => !isThere(p))).toEqual([]);
  });

  it('links to files and pictures that are there', () => {
    const links = [...text.matchAll(/\]\((?!https?:|#)([^)#\s]+)/g)].map((m) => m[1] ?? '');
    const from = path.dirname(path.join(ROOT, name));
    expect(links.filter((l) => !existsSync(path.join(from, l)))).toEqual([]);
  });
});

it('the recipes in the docs are those that the ways make', () => {
  expect(readFileSync(path.join(ROOT, 'docs/recipes.md'), 'utf8')).toBe(recipesTable());
});

it('the formats are said as of the version that is written', () => {
  const formats = readFileSync(path.join(ROOT, 'docs/formats.md'), 'utf8');
  const row = /\| `version` +\| `(\d+)`\. Versions 1 to (\d+) are still read/.exec(formats);
  expect([Number(row?.[1]), Number(row?.[2])]).toEqual([FORMAT_VERSION, FORMAT_VERSION - 1]);
});
