const { availableParallelism } = require('node:os');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { inside, isNamed, LEFT_OUT, REPLACED } = require('./scripts/shims.cjs');

const config = getDefaultConfig(__dirname);
// Metro leaves half of the cores idle; on two it would transform on one, beside its own work.
config.maxWorkers = Math.max(2, availableParallelism());

// Written in today's JavaScript and with one kind of quotation mark, the first load is 1 kB smaller.
const { minifierConfig } = config.transformer;
config.transformer.minifierConfig = {
  ...minifierConfig,
  ecma: 2020,
  compress: { ...minifierConfig.compress, ecma: 2020 },
  output: { ...minifierConfig.output, ecma: 2020, quote_style: 2 },
};

const NOTHING = path.join(__dirname, 'scripts', 'nothing.js');

// The solver looks for these where it runs in Node, which a browser is not.
const SOLVER = inside('highs');
const NODE_PARTS = /^(node:)?(fs|path|url|module|crypto|worker_threads)$/;

// Gestures run on the page's own thread here. The handler asks for this package in a try, and does without it: it
// would make the panel map's chunk six times as large.
const OPTIONAL = 'react-native-reanimated';
const GESTURES = inside('react-native-gesture-handler');

config.resolver.resolveRequest = (context, name, platform) => {
  const origin = context.originModulePath.replaceAll('\\', '/');
  if (platform === 'web') {
    const isOf = ({ from, names }) => origin.includes(from) && isNamed(names, name);
    const replaced = REPLACED.find(isOf);
    if (replaced) return { type: 'sourceFile', filePath: path.join(__dirname, 'scripts', replaced.by) };
    if (LEFT_OUT.some(isOf)) return { type: 'sourceFile', filePath: NOTHING };
    // Its ES module asks where it lies, which a bundle does not know.
    if (name === 'highs') return { type: 'sourceFile', filePath: path.join(__dirname, SOLVER, 'build', 'highs.js') };
    if (origin.includes(SOLVER) && NODE_PARTS.test(name)) return { type: 'sourceFile', filePath: NOTHING };
    if (name === OPTIONAL && origin.includes(GESTURES)) throw new Error(`${name} is left out`);
  }
  return context.resolveRequest(context, name, platform);
};

module.exports = config;
