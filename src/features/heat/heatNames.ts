import type { HeatKind } from '@/core';

export const HEAT_NAMES: Record<HeatKind, string> = {
  heater: 'Room heater',
  lamp: 'Infrared lamp',
  oven: 'Oven',
  sun: 'Sun',
};
