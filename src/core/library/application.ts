import { keysOf } from '../keysOf';
/** Ways of putting a product on. */
export interface ApplicationRecord {
  name: string;
  /** Share of the paint that ends on a plain panel, fraction. Usual shop values; a spreader leaves some on the board. */
  transferEfficiency: number;
  /** It flies through the air, so edges and shape let more go past. */
  sprayed: boolean;
  /** What its cup, pot or board holds at most, mL. */
  cupMl: number;
  /** What stays in cup, hose and gun, or on the board, of every cup, mL. */
  lossMl: number;
  /** How fast it lays, mL/min. */
  flowMlMin: number;
}

/**
 * Transfer efficiency: low-pressure gun 0.65, conventional 0.40, aerosol 0.55, brush or roller 0.95. Cup, loss and flow are usual ones of a
 * gravity gun, a brush kettle and a mixing board.
 */
export const APPLICATIONS = {
  lowPressureGun: {
    name: 'Low-pressure gun',
    transferEfficiency: 0.65,
    sprayed: true,
    cupMl: 600,
    lossMl: 15,
    flowMlMin: 140,
  },
  conventionalGun: {
    name: 'Conventional gun',
    transferEfficiency: 0.4,
    sprayed: true,
    cupMl: 600,
    lossMl: 15,
    flowMlMin: 200,
  },
  aerosol: { name: 'Aerosol', transferEfficiency: 0.55, sprayed: true, cupMl: 400, lossMl: 10, flowMlMin: 60 },
  brush: { name: 'Brush or roller', transferEfficiency: 0.95, sprayed: false, cupMl: 500, lossMl: 10, flowMlMin: 30 },
  spreader: { name: 'Spreader', transferEfficiency: 0.85, sprayed: false, cupMl: 250, lossMl: 5, flowMlMin: 60 },
} as const satisfies Record<string, ApplicationRecord>;
export type Application = keyof typeof APPLICATIONS;
export const APPLICATION_KINDS = keysOf(APPLICATIONS);
