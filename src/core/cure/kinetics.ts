import type { Mechanism } from '../library/product';

/** Gas constant, J/(mol·K) (CODATA 2018, exact to the digits given). */
export const R = 8.314462618;
/** Data sheets state times at 23 °C. */
export const REFERENCE_C = 23;

/**
 * Activation energies by what rules the drying, J/mol. Usual literature values for coatings: solvent leaving about
 * 35 kJ/mol, styrene polyester with peroxide 50, two-pack urethane and acrylic 55, epoxy with amine 60. Water leaves
 * like a solvent (its strong dependence on humidity is a factor of its own); one-pack moisture cure behaves
 * like a urethane.
 */
export const ACTIVATION_J_MOL: Record<Exclude<Mechanism, 'none'>, number> = {
  solvent: 35_000,
  waterborne: 35_000,
  polyester: 50_000,
  urethane: 55_000,
  moisture: 55_000,
  epoxy: 60_000,
};

/** Solvent and water leave the film; everything else reacts, and so does not depend on the film's thickness. */
export const leavesFilm = (m: Mechanism): boolean => m === 'solvent' || m === 'waterborne';

/**
 * How many minutes at 23 °C one minute at `tempC` is worth: k = exp(Ea/R · (1/296.15 − 1/(T + 273.15))).
 * Source: Arrhenius equation. Checks: Ea 35 kJ/mol 0.399 at 5 °C and 1.984 at 38 °C; Ea 60 0.207 and 3.237.
 * @param tempC surface temperature, °C, above -273.15
 * @param activationJMol activation energy, J/mol
 * @returns rate relative to 23 °C, dimensionless, > 0
 */
export const arrhenius = (tempC: number, activationJMol: number): number =>
  Math.exp((activationJMol / R) * (1 / (REFERENCE_C + 273.15) - 1 / (tempC + 273.15)));

/**
 * The inverse of {@link arrhenius}: the temperature at which a minute is worth `rate` minutes at 23 °C.
 * @returns °C, or null for a rate that no temperature gives
 */
export function temperatureAtRate(rate: number, activationJMol: number): number | null {
  if (!(rate > 0)) return null;
  const inverse = 1 / (REFERENCE_C + 273.15) - (R / activationJMol) * Math.log(rate);
  return inverse > 0 ? 1 / inverse - 273.15 : null;
}

/**
 * How humidity changes the rate, relative to 50 %. Waterborne films: (1 − RH)/(1 − 0.50), never under 0.05.
 * Moisture-curing sealers: RH/0.50 within 0.4 to 1.6. Everything else: 1.
 * @param rh relative humidity, fraction 0 to 1
 */
export function humidityFactor(rh: number, m: Mechanism): number {
  if (m === 'waterborne') return Math.max(0.05, (1 - rh) / 0.5);
  if (m === 'moisture') return Math.min(1.6, Math.max(0.4, rh / 0.5));
  return 1;
}

const WATER_CORNERS = [0.975] as const;
const SEALER_CORNERS = [0.2, 0.8] as const;
const NO_CORNERS = [] as const;

/** Humidities at which {@link humidityFactor} has a corner, fractions. */
export const humidityCorners = (m: Mechanism): readonly number[] =>
  m === 'waterborne' ? WATER_CORNERS : m === 'moisture' ? SEALER_CORNERS : NO_CORNERS;

/**
 * How much longer a stage takes for a film off its nominal thickness. Stages of solvent leaving: (film/nominal)^1.5,
 * at least 1 (a thin film is not promised to be faster). Reactive stages: 1.
 * @param filmUm dry film laid, µm
 * @param nominalUm dry film that the data sheet's times hold for, µm, > 0
 */
export const filmFactor = (filmUm: number, nominalUm: number, m: Mechanism): number =>
  leavesFilm(m) ? Math.max(1, Math.pow(filmUm / nominalUm, 1.5)) : 1;

/**
 * Rate of a peroxide-cured filler with more or less hardener than nominal: (fraction/nominal)^0.8 within 0.5 to 2.5.
 * @param fraction hardener by weight of the filler, > 0
 * @param nominal the data sheet's fraction, > 0
 */
export const hardenerFactor = (fraction: number, nominal: number): number =>
  Math.min(2.5, Math.max(0.5, Math.pow(fraction / nominal, 0.8)));
