import { keysOf } from '../keysOf';
/** Ways of putting a product on. */
export interface ApplicationRecord {
  name: string;
  /** Share of the paint that ends on a plain panel, fraction. Usual shop values; a spreader leaves some on the board. */
  transferEfficiency: number;
  /** It flies through the air, so edges and shape let more go past. */
  sprayed: boolean;
}

/** Transfer efficiency: low-pressure gun 0.65, conventional 0.40, aerosol 0.55, brush or roller 0.95. */
export const APPLICATIONS = {
  lowPressureGun: { name: 'Low-pressure gun', transferEfficiency: 0.65, sprayed: true },
  conventionalGun: { name: 'Conventional gun', transferEfficiency: 0.4, sprayed: true },
  aerosol: { name: 'Aerosol', transferEfficiency: 0.55, sprayed: true },
  brush: { name: 'Brush or roller', transferEfficiency: 0.95, sprayed: false },
  spreader: { name: 'Spreader', transferEfficiency: 0.85, sprayed: false },
} as const satisfies Record<string, ApplicationRecord>;
export type Application = keyof typeof APPLICATIONS;
export const APPLICATION_KINDS = keysOf(APPLICATIONS);
