module.exports = function (api) {
  const production = api.env('production');
  return {
    presets: ['babel-preset-expo'],
    // Rewrites `react-native-paper` imports to single component files, so a page carries only what it shows.
    plugins: production ? ['react-native-paper/babel'] : [],
  };
};
