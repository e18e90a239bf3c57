import type { ComponentProps } from 'react';
import type { PaperProvider } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';

/** Line icons on a 24 grid, drawn for this app. */
const PATHS = {
  today: 'M3 13h4l2.5-7 4 12 2.5-7H21',
  panels: 'M5 4h14v4H5zM5 10h14v4H5zM5 16h14v4H5z',
  mix: 'M6 4h12l-2 16H8zM7 10h10',
  air: 'M4 9h9a3 3 0 1 0-3-3M4 13h14a3 3 0 1 1-3 3M4 17h6',
  shop: 'M4 20V9l8-5 8 5v11M9 20v-6h6v6M4 20h16',
  plus: 'M12 5v14M5 12h14',
  back: 'M15 5l-7 7 7 7',
  close: 'M6 6l12 12M18 6L6 18',
  check: 'M5 13l4 4L19 7',
  'chevron-down': 'M6 9l6 6 6-6',
  'chevron-up': 'M6 15l6-6 6 6',
  'chevron-right': 'M9 6l6 6-6 6',
  undo: 'M8 5L4 9l4 4M4 9h10a5 5 0 0 1 0 10h-4',
  alert: 'M12 4l9 16H3zM12 10v5M12 17v1',
  bell: 'M6 17V11a6 6 0 1 1 12 0v6l2 1H4zM10 21h4',
} as const;
export type IconName = keyof typeof PATHS;

export function Icon({ name, size = 24, color }: { name: IconName; size?: number; color: string }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" fill="none" aria-hidden>
      <Path d={PATHS[name]} stroke={color} strokeWidth={1.9} strokeLinecap="round" strokeLinejoin="round" />
    </Svg>
  );
}

/** For Paper's own components, which ask for icons by name. */
export const paperIcon: NonNullable<ComponentProps<typeof PaperProvider>['settings']>['icon'] = ({
  name,
  color,
  size,
}) => (isIconName(name) ? <Icon name={name} size={size} color={color ?? 'currentColor'} /> : null);

const isIconName = (name: unknown): name is IconName => typeof name === 'string' && name in PATHS;
