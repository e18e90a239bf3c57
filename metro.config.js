const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// Expo Router requires all of react-native-web by name, so that everything it has would be loaded with the first page.
// What no part of this app draws is left out: it would cost a phone about 12 kB before the first view.
const UNUSED =
  /[/\\](FlatList|SectionList|VirtualizedList|Picker|CheckBox|Switch|ImageBackground|YellowBox|TouchableNativeFeedback|TouchableHighlight|TouchableOpacity|KeyboardAvoidingView|ProgressBar|RefreshControl|Vibration|Button|InputAccessoryView|LogBox|Share|Clipboard)$/;
const NOTHING = path.join(__dirname, 'scripts', 'nothing.js');
const WEB = path.join('node_modules', 'react-native-web', 'dist');

// Gestures run on the page's own thread here. The handler asks for this package in a try, and does without it: it
// would make the panel map's chunk six times as large.
const OPTIONAL = 'react-native-reanimated';
const GESTURES = path.join('node_modules', 'react-native-gesture-handler');

config.resolver.resolveRequest = (context, name, platform) => {
  if (platform === 'web' && UNUSED.test(name) && context.originModulePath.includes(WEB))
    return { type: 'sourceFile', filePath: NOTHING };
  if (platform === 'web' && name === OPTIONAL && context.originModulePath.includes(GESTURES))
    throw new Error(`${name} is left out`);
  return context.resolveRequest(context, name, platform);
};

module.exports = config;
