const { availableParallelism } = require('node:os');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
// Metro leaves half of the cores idle; on two it would transform on one, beside its own work.
config.maxWorkers = Math.max(2, availableParallelism());

const NOTHING = path.join(__dirname, 'scripts', 'nothing.js');
const SMALL_LIST = path.join(__dirname, 'scripts', 'smallList.js');
const PAPER_COLOURS = path.join(__dirname, 'scripts', 'paperColours.js');
const ANIMATED_HELPER = path.join(__dirname, 'scripts', 'animatedHelper.js');
const inside = (...parts) => path.join('node_modules', ...parts);

/** What packages require by name though no part of this app uses it: some kB before a phone's first view. */
const LEFT_OUT = [
  // Expo Router requires all of react-native-web.
  {
    from: inside('react-native-web', 'dist'),
    what: /[/\\](SectionList|VirtualizedList|VirtualizedSectionList|Picker|CheckBox|Switch|ImageBackground|YellowBox|TouchableNativeFeedback|TouchableHighlight|TouchableOpacity|ProgressBar|RefreshControl|Vibration|Button|InputAccessoryView|LogBox|Share|Clipboard)$/,
  },
  // Queries without end, with suspense, or with a state that a server sent.
  {
    from: inside('@tanstack'),
    what: /[/\\](hydration|HydrationBoundary|infiniteQueryObserver|streamedQuery|useInfiniteQuery|useSuspense\w+|usePrefetch\w+|infiniteQueryOptions)\.js$/,
  },
  // Looks of the version before.
  { from: inside('react-native-paper'), what: /^\.[/\\]v2[/\\](Light|Dark)Theme$/ },
  // A list of all routes, which app.json leaves out too.
  { from: inside('expo-router'), what: /^\.\.?[/\\](views[/\\])?Sitemap$/ },
];

// The solver looks for these where it runs in Node, which a browser is not.
const SOLVER = inside('highs');
const NODE_PARTS = /^(node:)?(fs|path|url|module|crypto|worker_threads)$/;

// Gestures run on the page's own thread here. The handler asks for this package in a try, and does without it: it
// would make the panel map's chunk six times as large.
const OPTIONAL = 'react-native-reanimated';
const GESTURES = inside('react-native-gesture-handler');

config.resolver.resolveRequest = (context, name, platform) => {
  const origin = context.originModulePath;
  if (platform === 'web') {
    // The calendar's list of years is the only one, and short: it needs nothing virtual.
    if (origin.includes(inside('react-native-web', 'dist')) && /[/\\]FlatList$/.test(name))
      return { type: 'sourceFile', filePath: SMALL_LIST };
    if (origin.includes(inside('react-native-web', 'dist')) && /[/\\]NativeAnimatedHelper$/.test(name))
      return { type: 'sourceFile', filePath: ANIMATED_HELPER };
    // Of the hundred colours of the version before, Paper's parts still ask for two.
    if (origin.includes(inside('react-native-paper')) && /[/\\]themes[/\\]v2[/\\]colors$/.test(name))
      return { type: 'sourceFile', filePath: PAPER_COLOURS };
    if (LEFT_OUT.some(({ from, what }) => origin.includes(from) && what.test(name)))
      return { type: 'sourceFile', filePath: NOTHING };
    // Its ES module asks where it lies, which a bundle does not know.
    if (name === 'highs') return { type: 'sourceFile', filePath: path.join(__dirname, SOLVER, 'build', 'highs.js') };
    if (origin.includes(SOLVER) && NODE_PARTS.test(name)) return { type: 'sourceFile', filePath: NOTHING };
    if (name === OPTIONAL && origin.includes(GESTURES)) throw new Error(`${name} is left out`);
  }
  return context.resolveRequest(context, name, platform);
};

module.exports = config;
