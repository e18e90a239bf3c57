module.exports = function (api) {
  const production = api.env('production');
  const test = api.env('test');
  return {
    presets: ['babel-preset-expo'],
    // Rewrites `react-native-paper` imports to single component files, so a page carries only what it shows.
    // Jest has no chunks: what is loaded later is required.
    plugins: production ? ['react-native-paper/babel'] : test ? ['dynamic-import-node'] : [],
  };
};
