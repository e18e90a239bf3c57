import { DAMPNESS, type ForecastPlace } from '@/core/air/forecast';
import { entriesOf } from '@/core/keysOf';

/** How damp the air is, as somebody says it. */
export const DAMPNESS_OPTIONS = entriesOf(DAMPNESS).map(([value, { name }]) => ({ value, label: name }));
/** Of which air something is told. */
export const AIR_PLACE_OPTIONS: { value: ForecastPlace; label: string }[] = [
  { value: 'yard', label: 'The air outside' },
  { value: 'room', label: 'This room' },
];
