import psychrolib from 'psychrolib';

psychrolib.SetUnitSystem(psychrolib.SI);

/**
 * Dew point of moist air, by PsychroLib (ASHRAE Handbook, Fundamentals, chapter 1).
 * Checks: 25 °C 60 % gives 16.70; 8 °C 85 % gives 5.64; 38 °C 50 % gives 25.76; -5 °C 70 % gives -9.11.
 * @param tempC dry-bulb temperature, °C, -100 to 200
 * @param rh relative humidity, fraction; under 1 % is counted as 1 %, where no dew point can be measured
 * @returns °C
 */
export const dewPointC = (tempC: number, rh: number): number =>
  psychrolib.GetTDewPointFromRelHum(tempC, Math.min(1, Math.max(0.01, rh)));

/** Surface over dew point that a coat needs, K (ISO 8502-4). */
export const DEW_MARGIN_K = 3;
