import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import vm from 'node:vm';
import { planSplit, readBundle, splitCommon } from './splitCommon.cjs';

const bundle = (code: string) => readBundle(code);
const ENTRY = `__d(function(g,r,i,a,m,e,d){r(d[0])},1,[10]);
__d(function(g,r,i,a,m,e,d){return {"./_layout.tsx":{get:()=>r(d[1])(d[0],d.paths)},"./index.tsx":{get:()=>r(d[1])(d[2],d.paths)},"./air.tsx":{get:()=>r(d[1])(d[3],d.paths)}}},2,{"0":20,"1":10,"2":21,"3":22,"paths":{"20":"/js/_layout-a.js","21":"/js/index-b.js","22":"/js/air-c.js"}});
__r(1);
__r(2);`;
const COMMON = `__d(function(){},10,[]);
__d(function(){},11,[12]);
__d(function(){},12,[]);
__d(function(){return "${'x'.repeat(9000)}"},13,[14]);
__d(function(){},14,[12]);
__d(function(){},15,[]);`;
const bundles = () =>
  new Map([
    ['entry.js', bundle(ENTRY)],
    ['common.js', bundle(COMMON)],
    ['_layout-a.js', bundle('__d(function(){},20,[11]);')],
    ['index-b.js', bundle('__d(function(){},21,{"0":12,"1":30,"paths":{"30":"/js/form-d.js"}});')],
    ['air-c.js', bundle('__d(function(){},22,[13]);')],
    ['form-d.js', bundle('__d(function(){},30,[12]);')],
    ['small-e.js', bundle('__d(function(){},40,[15]);')],
  ]);
const ids = (modules: readonly { id: number }[]) => modules.map((m) => m.id);

describe('what the first load leaves for later', () => {
  it('a module’s function, number and what it requires at once are read without being run', () => {
    const { modules, runs } = bundle(ENTRY);
    expect(runs).toEqual([1, 2]);
    expect(modules[1]!.needs).toEqual([10]);
    expect(modules[1]!.routes).toEqual({
      './_layout.tsx': '/js/_layout-a.js',
      './index.tsx': '/js/index-b.js',
      './air.tsx': '/js/air-c.js',
    });
  });
  it('what entry and first routes reach stays, the rest goes, and nothing is in both', () => {
    const { stays, later, without } = planSplit(bundles(), 'common.js', 'entry.js', ['./_layout.tsx', './index.tsx']);
    // 15 is small: the file that needs it is not worth a second request.
    expect(ids(stays)).toEqual([10, 11, 12, 15]);
    expect(ids(later)).toEqual([13, 14]);
    expect(without.sort()).toEqual(['_layout-a.js', 'entry.js', 'form-d.js', 'index-b.js', 'small-e.js']);
  });
  it('a module goes out as it came in', () => {
    const [m] = bundle('__d(function(g,r){"use strict";return r(1)},7,[1,2]);').modules;
    expect(bundle(m!.code).modules[0]).toEqual(m);
  });
  it('a route that is nowhere stops the build', () =>
    expect(() => planSplit(bundles(), 'common.js', 'entry.js', ['./gone.tsx'])).toThrow('./gone.tsx'));
});

describe('an export that was split', () => {
  const SUM = 'abcdef'.padEnd(32, '0');
  const URLS = '/_expo/static/js/web';
  const named = (text: string) => text.replaceAll(/(\w+)-[a-z]\.js/g, `$1-${SUM}.js`).replaceAll('/js/', `${URLS}/`);
  /** The files above as an export has them, split. */
  const split = () => {
    const dist = mkdtempSync(path.join(tmpdir(), 'split-'));
    const dir = path.join(dist, URLS);
    mkdirSync(dir, { recursive: true });
    const put = (name: string, text: string) => writeFileSync(path.join(dir, `${name}-${SUM}.js`), named(text));
    put('entry', ENTRY);
    put('__common', COMMON);
    put('_layout', '__d(function(){},20,[11]);');
    put('index', '__d(function(){},21,[12]);');
    put('air', '__d(function(){},22,[13]);');
    writeFileSync(
      path.join(dist, 'index.html'),
      `<head><link rel="stylesheet" /></head><script src="${URLS}/__common-${SUM}.js"></script>`,
    );
    splitCommon(dist, ['./_layout.tsx', './index.tsx']);
    const files = readdirSync(dir);
    const read = (start: string) =>
      readFileSync(
        path.join(
          dir,
          files.find((f) => f.startsWith(start))!,
        ),
        'utf8',
      );
    return { files, read, html: readFileSync(path.join(dist, 'index.html'), 'utf8') };
  };

  it('what the first view runs is compiled as it comes in, the rest when it is called', () => {
    const { read } = split();
    for (const name of ['entry', '__common', '_layout', 'index'])
      expect(read(`${name}-`)).toMatch(/^\/\/# allFunctionsCalledOnLoad\n/);
    for (const name of ['later', 'air']) expect(read(`${name}-`)).not.toContain('allFunctionsCalledOnLoad');
  });

  it('the page names the new common file, and asks for the frame of all pages at once', () => {
    const { files, html } = split();
    expect(html).toContain(`src="${URLS}/${files.find((f) => f.startsWith('__common-'))}"`);
    expect(html).toContain(`<link rel="preload" as="script" href="${URLS}/_layout-${SUM}.js" />`);
  });

  it.each(['/', '/air'])(
    'at %s the first page is asked for early where it is the one that is opened',
    async (pathname) => {
      const { files, read } = split();
      const asked: { href: string }[] = [];
      const loaded: string[] = [];
      const page = {
        location: { pathname },
        document: { createElement: () => ({}), head: { append: (link: { href: string }) => asked.push(link) } },
        __d: () => undefined,
      } as Record<string, unknown>;
      vm.runInNewContext(read('__common-'), page);
      expect(asked.map((l) => l.href)).toEqual(pathname === '/' ? [`${URLS}/index-${SUM}.js`] : []);
      page['__loadBundleAsync'] = (url: string) => {
        loaded.push(url);
        return Promise.resolve(url);
      };
      const load = vm.runInNewContext('__loadBundleAsync', page) as (url: string) => Promise<string>;
      // The frame has all it needs; the air needs what went into the later file.
      await expect(load(`${URLS}/_layout-${SUM}.js`)).resolves.toBe(`${URLS}/_layout-${SUM}.js`);
      await expect(load(`${URLS}/air-${SUM}.js`)).resolves.toBe(`${URLS}/air-${SUM}.js`);
      expect(loaded).toEqual([
        `${URLS}/_layout-${SUM}.js`,
        `${URLS}/${files.find((f) => f.startsWith('later-'))}`,
        `${URLS}/air-${SUM}.js`,
      ]);
    },
  );
});
