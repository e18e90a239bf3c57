/* eslint-disable @typescript-eslint/no-require-imports -- run by Node as it is, by the build and by its test */
/**
 * Takes out of the first load what the first view does not need. The bundler puts whatever two later files share into one common file, and
 * loads that with the page; here the common file keeps what the entry and the routes of the first view reach, and the rest goes into a file
 * that comes with the first later one that asks for it.
 *
 * Nothing is parsed: a file is run with a `__d` that only takes down what it is given (a module's function, its number, and those of what
 * it requires; those that are loaded later have a path).
 */
const { createHash } = require('node:crypto');
const { readdirSync, readFileSync, rmSync, writeFileSync } = require('node:fs');
const path = require('node:path');
const vm = require('node:vm');

const SCRIPTS = '/_expo/static/js/web';
/** So much code is not worth a request of its own, bytes before compression. */
const SMALL = 8000;
/** A worker brings a runtime and all its modules of its own. */
const OWN_RUNTIME = /^var __BUNDLE_START_TIME__/;

/** @returns {{ modules: { id: number, code: string, needs: number[], routes: Record<string, string> }[], runs: number[] }} */
function readBundle(code) {
  const modules = [];
  const runs = [];
  const __d = (factory, id, deps) => {
    const { paths = {}, ...listed } = Array.isArray(deps) ? { ...deps } : (deps ?? {});
    modules.push({
      id,
      code: `__d(${factory.toString()},${id},${JSON.stringify(deps ?? [])});`,
      needs: Object.values(listed).filter((n) => typeof n === 'number' && !(n in paths)),
      routes: factory.toString().includes('"./_layout.tsx"') ? routeFiles(factory.toString(), listed, paths) : {},
    });
  };
  vm.runInNewContext(code, { __d, __r: (id) => runs.push(id) });
  return { modules, runs };
}

/** Which file each route is in: its name stands beside the place of its number among what the list of routes requires. */
const routeFiles = (code, listed, paths) =>
  Object.fromEntries(
    [...code.matchAll(/"(\.\/[^"]+\.tsx)":\{[^}]*?\(d\[(\d+)\],d\.paths\)/g)].map(([, route, at]) => [
      route,
      paths[listed[at]],
    ]),
  );

/** All that is required, at once, by some modules. */
function reached(from, byId) {
  const seen = new Set();
  const todo = [...from];
  while (todo.length > 0) {
    const id = todo.pop();
    if (seen.has(id)) continue;
    seen.add(id);
    todo.push(...(byId.get(id)?.needs ?? []));
  }
  return seen;
}

/**
 * What stays in the common file, what goes, and which later files get by without what goes.
 * @param {Map<string, ReturnType<typeof readBundle>>} bundles by file name
 * @param {string[]} firstRoutes the frame of all pages, then the first page
 */
function planSplit(bundles, common, entry, firstRoutes) {
  const byId = new Map([...bundles.values()].flatMap((b) => b.modules.map((m) => [m.id, m])));
  const idsIn = (file) => bundles.get(file)?.modules.map((m) => m.id) ?? [];
  const routes = Object.assign({}, ...bundles.get(entry).modules.map((m) => m.routes));
  const firstFiles = firstRoutes.map((route) => {
    const file = routes[route] && path.basename(routes[route]);
    if (!file || !bundles.has(file)) throw new Error(`The route ${route} is in no file of its own.`);
    return file;
  });
  const { runs } = bundles.get(entry);
  const first = reached([...runs, ...idsIn(entry), ...firstFiles.flatMap(idsIn)], byId);
  const inCommon = bundles.get(common).modules;
  const missing = (file) => {
    const needed = reached(idsIn(file), byId);
    return inCommon.filter((m) => needed.has(m.id) && !first.has(m.id));
  };
  // A file that lacks next to nothing (what runs behind the first view, a dialog) gets that with the page, and waits for no other.
  const files = [...bundles.keys()].filter((file) => file !== common);
  const nearlyWhole = () =>
    files.find((file) => {
      const bytes = missing(file).reduce((n, m) => n + m.code.length, 0);
      return bytes > 0 && bytes <= SMALL;
    });
  for (let file = nearlyWhole(); file; file = nearlyWhole()) for (const m of missing(file)) first.add(m.id);
  const later = inCommon.filter((m) => !first.has(m.id));
  const without = files.filter((file) => missing(file).length === 0);
  return { stays: inCommon.filter((m) => first.has(m.id)), later, without, firstFiles };
}

/** A file by its name and the first signs of its sum: all of them would be the only part of the first load that does not compress. */
const UNSAID = '0123456789abcdef0123456789.js'.length;
const shortName = (file) => file.slice(0, -UNSAID);

/** Has the later file loaded along with the first one that needs it: the bundler's own loader is set after this ran. */
const loaderCode = (later, without) =>
  `(function(){var alone=new Set(${JSON.stringify(without.map(shortName))}),load;Object.defineProperty(globalThis,"__loadBundleAsync",{configurable:true,set:function(f){load=f},get:function(){return load&&function(url){return alone.has(url.split("/").pop().slice(0,-${UNSAID}))?load(url):Promise.all([load(${JSON.stringify(later)}),load(url)]).then(function(r){return r[1]})}}})})();`;

const hashed = (name, code) => `${name}-${createHash('md5').update(code).digest('hex')}.js`;

/** The first page is asked for while the frame around it is still read. */
const preloadCode = (url) =>
  `if(location.pathname==="/")document.head.append(Object.assign(document.createElement("link"),{rel:"preload",as:"script",href:${JSON.stringify(url)}}));`;

/**
 * Most of what stands in these files runs before the first view shows. With this line Chromium compiles all of it beside the page, while it
 * comes in, and not function by function when each is called (on a first visit a sixth of the time until Today shows on a slow phone); others skip it.
 */
const COMPILE_HINT = '//# allFunctionsCalledOnLoad\n';

/** Splits the common file of an export in place. @returns how many bytes left the first load, before compression */
function splitCommon(dist, firstRoutes) {
  const dir = path.join(dist, SCRIPTS);
  const files = readdirSync(dir).filter((f) => f.endsWith('.js') && !f.startsWith('__expo-metro-runtime'));
  const sources = new Map(files.map((f) => [f, readFileSync(path.join(dir, f), 'utf8')]));
  const bundles = new Map(
    [...sources].filter(([, code]) => !OWN_RUNTIME.test(code)).map(([file, code]) => [file, readBundle(code)]),
  );
  const common = files.find((f) => f.startsWith('__common-'));
  const entry = files.find((f) => f.startsWith('entry-'));
  if (!common || !entry) throw new Error('The export has no common file, or no entry.');
  const { stays, later, without, firstFiles } = planSplit(bundles, common, entry, firstRoutes);
  const short = new Set(without.map(shortName));
  if (files.filter((f) => short.has(shortName(f))).length > without.length)
    throw new Error('Two files begin alike: say more of their sums.');
  const laterCode = later.map((m) => m.code).join('\n');
  const laterName = hashed('later', laterCode);
  writeFileSync(path.join(dir, laterName), laterCode);
  const [frame, firstPage] = firstFiles;
  const commonCode = [
    preloadCode(`${SCRIPTS}/${firstPage}`),
    loaderCode(`${SCRIPTS}/${laterName}`, without),
    ...stays.map((m) => m.code),
  ].join('\n');
  const commonName = hashed('__common', commonCode);
  rmSync(path.join(dir, common));
  writeFileSync(path.join(dir, commonName), commonCode);
  for (const file of [commonName, entry, ...firstFiles]) {
    const at = path.join(dir, file);
    writeFileSync(at, COMPILE_HINT + readFileSync(at, 'utf8'));
  }
  const html = path.join(dist, 'index.html');
  const preload = `<link rel="preload" as="script" href="${SCRIPTS}/${frame}" />`;
  writeFileSync(
    html,
    readFileSync(html, 'utf8').replaceAll(common, commonName).replace('<link', `${preload}\n    <link`),
  );
  return laterCode.length;
}

module.exports = { readBundle, planSplit, splitCommon };
