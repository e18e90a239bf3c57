module.exports = function (api) {
  const production = api.env('production');
  const test = api.env('test');
  return {
    // A component that React Compiler had to leave as it is would be rendered anew at every tap: the build stops there.
    presets: [
      ['babel-preset-expo', { 'react-compiler': { panicThreshold: 'all_errors' }, reanimated: false, worklets: false }],
    ],
    // Rewrites `react-native-paper` imports to single component files, so a page carries only what it shows.
    // Jest has no chunks: what is loaded later is required.
    plugins: [
      './scripts/callPhrases.cjs',
      ...(production ? ['react-native-paper/babel'] : test ? ['dynamic-import-node'] : []),
    ],
  };
};
