import { configureFonts, type MD3Theme } from 'react-native-paper';
import { MD3DarkTheme } from 'react-native-paper/lib/module/styles/themes/v3/DarkTheme';
import { MD3LightTheme } from 'react-native-paper/lib/module/styles/themes/v3/LightTheme';
import { BODY, type Palette } from './theme';

/** The Paper theme that matches a palette. */
export function paperTheme(p: Palette, scale: number): MD3Theme {
  const base = p.dark ? MD3DarkTheme : MD3LightTheme;
  const size = (fontSize: number, lineHeight: number) => ({
    fontSize: fontSize * scale,
    lineHeight: lineHeight * scale,
    letterSpacing: 0,
  });
  const fonts = configureFonts({
    config: {
      ...Object.fromEntries(Object.keys(base.fonts).map((k) => [k, { fontFamily: BODY, letterSpacing: 0 }])),
      bodyLarge: { fontFamily: BODY, fontWeight: '400', ...size(17, 24) },
      bodyMedium: { fontFamily: BODY, fontWeight: '400', ...size(16, 22) },
      bodySmall: { fontFamily: BODY, fontWeight: '400', ...size(14, 19) },
      labelLarge: { fontFamily: BODY, fontWeight: '600', ...size(16, 22) },
      titleMedium: { fontFamily: BODY, fontWeight: '600', ...size(17, 24) },
    },
  });
  return {
    ...base,
    roundness: 1.5,
    fonts,
    colors: {
      ...base.colors,
      primary: p.do,
      onPrimary: p.onDo,
      background: p.paper,
      onBackground: p.ink,
      surface: p.surface,
      onSurface: p.ink,
      surfaceVariant: p.sunk,
      onSurfaceVariant: p.muted,
      surfaceDisabled: p.sunk,
      onSurfaceDisabled: p.muted,
      outline: p.muted,
      outlineVariant: p.line,
      secondaryContainer: p.do,
      onSecondaryContainer: p.onDo,
      error: p.stop,
      inverseSurface: p.ink,
      inverseOnSurface: p.paper,
      inversePrimary: p.dark ? '#0d5c61' : '#7fd6cc',
      elevation: {
        level0: 'transparent',
        level1: p.surface,
        level2: p.surface,
        level3: p.surface,
        level4: p.surface,
        level5: p.surface,
      },
    },
  };
}
