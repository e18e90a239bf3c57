import { createContext, useContext } from 'react';
import { useWindowDimensions } from 'react-native';
import { messageIn, type Message, type UnitSystem } from '@/core';
import { LIGHT, WIDE, type Palette } from './theme';

/** What every drawn part needs to know of the user's settings. */
export interface AppTheme {
  palette: Palette;
  /** The app's own text size: 1, 1.25 or 1.5. */
  scale: number;
  units: UnitSystem;
  currency: string;
}

const AppThemeContext = createContext<AppTheme>({ palette: LIGHT, scale: 1, units: 'metric', currency: '€' });
export const AppThemeProvider = AppThemeContext.Provider;
export const useAppTheme = (): AppTheme => useContext(AppThemeContext);
/** Says a sentence of the core in the user's units. */
export const useFormatMessage = (): ((text: Message) => string) => {
  const { units } = useAppTheme();
  return (text) => messageIn(text, units);
};
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;
