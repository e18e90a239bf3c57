import Activity from 'lucide-react-native/icons/activity';
import Calendar from 'lucide-react-native/icons/calendar';
import Clock from 'lucide-react-native/icons/clock';
import Keyboard from 'lucide-react-native/icons/keyboard';
import Pencil from 'lucide-react-native/icons/pencil';
import Bell from 'lucide-react-native/icons/bell';
import Check from 'lucide-react-native/icons/check';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import CupSoda from 'lucide-react-native/icons/cup-soda';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import Layers from 'lucide-react-native/icons/layers';
import Search from 'lucide-react-native/icons/search';
import Plus from 'lucide-react-native/icons/plus';
import Square from 'lucide-react-native/icons/square';
import SquareCheck from 'lucide-react-native/icons/square-check';
import TriangleAlert from 'lucide-react-native/icons/triangle-alert';
import Undo2 from 'lucide-react-native/icons/undo-2';
import Warehouse from 'lucide-react-native/icons/warehouse';
import Wind from 'lucide-react-native/icons/wind';
import X from 'lucide-react-native/icons/x';
import type { ComponentProps, ComponentType } from 'react';
import type { PaperProvider } from 'react-native-paper';

interface DrawnIcon {
  size?: number;
  color?: string;
  strokeWidth?: number;
}

/** Imported one by one: by name from the package, all of them would come along. */
const ICONS = {
  today: Activity,
  panels: Layers,
  mix: CupSoda,
  air: Wind,
  shop: Warehouse,
  drag: GripVertical,
  plus: Plus,
  find: Search,
  back: ChevronLeft,
  close: X,
  check: Check,
  'chevron-down': ChevronDown,
  'chevron-up': ChevronUp,
  'chevron-right': ChevronRight,
  'chevron-left': ChevronLeft,
  undo: Undo2,
  alert: TriangleAlert,
  bell: Bell,
  // By the names that the calendar asks for.
  calendar: Calendar,
  pencil: Pencil,
  'keyboard-outline': Keyboard,
  'clock-outline': Clock,
  'menu-down': ChevronDown,
  'menu-up': ChevronUp,
  'checkbox-blank-outline': Square,
  'checkbox-marked': SquareCheck,
} as const satisfies Record<string, ComponentType<DrawnIcon>>;
export type IconName = keyof typeof ICONS;

/** A line icon. It says nothing to a reader: the word beside it does. */
export function Icon({ name, size = 24, color }: { name: IconName; size?: number; color: string }) {
  const Drawn: ComponentType<DrawnIcon & { 'aria-hidden'?: boolean }> = ICONS[name];
  return <Drawn size={size} color={color} strokeWidth={1.9} aria-hidden />;
}

/** For Paper's own components, which ask for icons by name. */
export const paperIcon: NonNullable<ComponentProps<typeof PaperProvider>['settings']>['icon'] = ({
  name,
  color,
  size,
}) => (isIconName(name) ? <Icon name={name} size={size} color={color ?? 'currentColor'} /> : null);

const isIconName = (name: unknown): name is IconName => typeof name === 'string' && name in ICONS;
