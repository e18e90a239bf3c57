const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// Expo Router requires all of react-native-web by name, so that everything it has would be loaded with the first page.
// What no part of this app draws is left out: it would cost a phone about 12 kB before the first view.
const UNUSED =
  /[/\\](FlatList|SectionList|VirtualizedList|Picker|CheckBox|Switch|ImageBackground|YellowBox|TouchableNativeFeedback|Share|Clipboard)$/;
const WEB = path.join('node_modules', 'react-native-web', 'dist');

config.resolver.resolveRequest = (context, name, platform) =>
  platform === 'web' && UNUSED.test(name) && context.originModulePath.includes(WEB)
    ? { type: 'empty' }
    : context.resolveRequest(context, name, platform);

module.exports = config;
