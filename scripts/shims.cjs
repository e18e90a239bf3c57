/**
 * What packages require by name though no part of this app uses it: some kB before a phone's first view. `shims.test.ts` holds
 * each name against the package as it is installed.
 */
const inside = (...parts) => ['node_modules', ...parts].join('/');

/** Left out: `names` are the last parts of what files under `from` require. */
const LEFT_OUT = [
  {
    why: 'Expo Router requires all of react-native-web.',
    from: inside('react-native-web', 'dist'),
    names: [
      ...[
        'SectionList',
        'VirtualizedList',
        'VirtualizedSectionList',
        'Picker',
        'CheckBox',
        'Switch',
        'ImageBackground',
      ],
      ...['YellowBox', 'TouchableNativeFeedback', 'TouchableHighlight', 'TouchableOpacity', 'ProgressBar'],
      ...['RefreshControl', 'Vibration', 'Button', 'InputAccessoryView', 'LogBox', 'Share', 'Clipboard'],
    ],
  },
  {
    why: 'Queries without end, with suspense, or with a state that a server sent.',
    from: inside('@tanstack'),
    names: [
      ...['hydration.js', 'HydrationBoundary.js', 'infiniteQueryObserver.js', 'streamedQuery.js'],
      ...['useInfiniteQuery.js', 'useSuspenseQuery.js', 'useSuspenseQueries.js', 'useSuspenseInfiniteQuery.js'],
      ...['usePrefetchQuery.js', 'usePrefetchInfiniteQuery.js', 'infiniteQueryOptions.js'],
    ],
  },
  {
    why: 'Looks of the version before.',
    from: inside('react-native-paper'),
    names: ['v2/LightTheme', 'v2/DarkTheme'],
  },
  {
    why: 'Parsers of transforms: a browser takes them as they are written.',
    from: inside('react-native-svg'),
    names: ['transform', 'transformToRn'],
  },
  { why: 'A list of all routes, which app.json leaves out too.', from: inside('expo-router'), names: ['Sitemap'] },
  {
    why: 'Bars, heads, toolbars and previews of navigators that draw their own: the shell draws ours round a Slot.',
    from: inside('expo-router', 'build'),
    names: [
      ...['BottomTabView', 'BottomTabBar', 'NativeStackView', 'HeaderSearchBar', 'HeaderBackButton'],
      ...['HrefPreview', 'StackToolbarMenu', 'StaticNavigation', 'createStaticNavigation', 'Toast', 'Badge'],
    ],
  },
];

/** Replaced by something small of our own. */
const REPLACED = [
  {
    why: 'Boxes and the like ask for a font of icons, which is not shipped, and show an empty square for each.',
    from: inside('react-native-paper'),
    names: ['MaterialCommunityIcon'],
    by: 'paperIcons.js',
  },
  {
    why: "The calendar's list of years is the only one, and short: it needs nothing virtual.",
    from: inside('react-native-web', 'dist'),
    names: ['FlatList'],
    by: 'smallList.js',
  },
  {
    why: 'Nothing is animated on a native thread here.',
    from: inside('react-native-web', 'dist'),
    names: ['NativeAnimatedHelper'],
    by: 'animatedHelper.js',
  },
  {
    why: "Of the hundred colours of the version before, Paper's parts still ask for two.",
    from: inside('react-native-paper'),
    names: ['themes/v2/colors'],
    by: 'paperColours.js',
  },
  {
    why: 'A Paper part hands its theme to the parts in it, and each merges it with itself: a tenth of what a tap costs.',
    from: inside('@callstack', 'react-theme-provider'),
    names: ['deepmerge'],
    by: 'mergeThemes.js',
  },
];

const isNamed = (names, specifier) => {
  const plain = specifier.replaceAll('\\', '/');
  return names.some((n) => plain === n || plain.endsWith(`/${n}`));
};

module.exports = { LEFT_OUT, REPLACED, inside, isNamed };
