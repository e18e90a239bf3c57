/** Arrows run down only: app → features → ui, data, workers → core. See docs/architecture.md. */
const no = (name, comment, from, to) => ({ name, comment, severity: 'error', from, to });

/**
 * Floors of the core, the ground first: a room may use rooms of its own floor's list to its left, and those below. What
 * happened (log) is below what it makes (strata), that below where it stands (cure), that below what may come next (rules).
 */
const FLOORS = [
  ['units', 'validation', 'words'],
  ['library'],
  ['log'],
  ['safety', 'systems', 'outline', 'air', 'bodies'],
  ['strata'],
  ['cure'],
  ['faults', 'mix', 'stock', 'blast', 'grit', 'labour', 'repair', 'colour'],
  ['fair'],
  ['trainer'],
  ['rules'],
  ['route'],
  ['plan', 'session', 'defects', 'assembly', 'schedule', 'record'],
  ['devices', 'formats'],
  ['share'],
];
const ROOMS = FLOORS.flat();
const floorRules = ROOMS.slice(0, -1).map((room, i) =>
  no(
    `core-floor-${room}`,
    `core/${room} knows nothing of the rooms above it: ${ROOMS.slice(i + 1).join(', ')}.`,
    { path: `^src/core/${room}/`, pathNot: '\\.test(ing)?\\.ts$' },
    { path: `^src/core/((${ROOMS.slice(i + 1).join('|')})/|index|advice|testing)` },
  ),
);
module.exports = {
  forbidden: [
    ...floorRules,
    no(
      'core-rooms-have-a-floor',
      'A new room of the core gets its place in FLOORS.',
      { path: '^src/core/' },
      { path: '^src/core/[^/]+/', pathNot: `^src/core/(${ROOMS.join('|')})/` },
    ),
    no('no-cycles', 'A ring of imports has no first file.', {}, { circular: true, dependencyTypesNot: ['type-only'] }),
    no(
      'core-stands-alone',
      'The core knows nothing of screens, storage or devices.',
      { path: '^src/core' },
      { path: '^(src/(app|features|ui|data|workers)|server|demo|e2e|bench)' },
    ),
    no(
      'core-without-interface-code',
      'No React, Expo or storage in the core.',
      { path: '^src/core' },
      { path: 'node_modules/(react|react-dom|react-native|react-native-.*|expo|expo-.*|@react-native.*|@tanstack)/' },
    ),
    no(
      'ui-looks-down',
      'Shared drawn parts know only the core.',
      { path: '^src/ui' },
      { path: '^src/(app|features|data|workers)' },
    ),
    no(
      'data-looks-down',
      'Storage knows only the core (and the demo it fills the shop with).',
      { path: '^src/data' },
      { path: '^src/(app|features|ui)' },
    ),
    no(
      'only-data-knows-storage',
      'AsyncStorage is behind data/.',
      { path: '^src', pathNot: '^src/data' },
      { path: 'node_modules/@react-native-async-storage' },
    ),
    no(
      'workers-look-down',
      'A worker is a thin entry around the core.',
      { path: '^src/workers' },
      { path: '^src/(app|features|ui|data)' },
    ),
    no(
      'features-stand-apart',
      'What two features need moves to ui, data or core.',
      { path: '^src/features/([^/]+)/' },
      { path: '^src/features/([^/]+)/', pathNot: '^src/features/$1/' },
    ),
    no(
      'features-only-from-routes',
      'Nothing imports a feature but its route.',
      { path: '^(src/(core|ui|data|workers)|server|bench)' },
      { path: '^src/features' },
    ),
    no(
      'boundary-stays-later',
      'What data/boundary loads later is imported by name nowhere: the first load would have it. Its rooms may be.',
      { path: '^src/(app|features|ui|data|workers)', pathNot: '\\.test\\.tsx?$' },
      {
        path: '^src/core/(advice|formats/index|devices/index|record/json)\\.ts$',
        dependencyTypesNot: ['type-only', 'dynamic-import'],
      },
    ),
    no('nothing-imports-routes', 'A route is an entry.', { pathNot: '^src/app' }, { path: '^src/app' }),
    no(
      'routes-place-features',
      'A route picks parameters and places a feature; it computes nothing.',
      { path: '^src/app' },
      { path: '^src/(core|data|workers)' },
    ),
    no(
      'server-uses-core',
      'The server may use the core and nothing else of the app.',
      { path: '^server' },
      { path: '^src/(app|features|ui|data|workers)' },
    ),
    no(
      'bench-uses-core',
      'Benchmarks measure the core, or the built app from outside.',
      { path: '^bench' },
      { path: '^src/(app|features|ui|workers)' },
    ),
    no(
      'tests-are-leaves',
      'Nothing but tests and benchmarks imports test helpers.',
      { path: '^(src|server)', pathNot: '(\\.test\\.tsx?|\\.testing\\.ts|^src/core/testing\\.ts)$' },
      { path: '(\\.test\\.tsx?|\\.testing\\.ts|^src/core/testing\\.ts)$' },
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|test-results)' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
