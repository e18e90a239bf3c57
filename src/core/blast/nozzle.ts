/** Specific heat ratio and gas constant of air (J/(kg·K)); air in the hose at 20 °C. */
const GAMMA = 1.4;
const R_AIR = 287.05;
const HOSE_K = 293.15;
/** Free air: 20 °C and 1 atm, kg/m³. */
const FREE_KG_M3 = 1.204;
const ATM_BAR = 1.01325;
/** Discharge with abrasive in the stream. */
export const DISCHARGE = 0.78;
/** A nozzle is worn out when its bore has grown by so much, mm. */
export const WORN_MM = 1.5;

/** Free air per bar of absolute pressure, m³/min, for a bore in mm. */
const perBar = (boreMm: number): number => {
  const area = (Math.PI / 4) * (boreMm / 1000) ** 2;
  const choked = Math.sqrt(GAMMA / (R_AIR * HOSE_K)) * (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)));
  return (DISCHARGE * area * 1e5 * choked * 60) / FREE_KG_M3;
};

/**
 * Air through a blast nozzle: choked flow, ṁ = Cd·A·p₀·√(γ/(R·T))·(2/(γ+1))^((γ+1)/(2(γ−1))), Cd 0.78 with abrasive.
 * Source: isentropic nozzle flow, any gas dynamics text. Checks at 6.9 bar: 4.8 mm 1.31, 6.4 mm 2.34, 8.0 mm 3.65,
 * 9.5 mm 5.15 m³/min.
 * @param boreMm nozzle bore, mm; @param barG pressure at the nozzle, bar gauge, at least 1 (below, flow is not choked)
 * @returns free air, m³/min
 */
export const nozzleAirM3Min = (boreMm: number, barG: number): number => perBar(boreMm) * (barG + ATM_BAR);

/**
 * Pressure that a compressor keeps up at a nozzle: its air is all that goes through, so the pressure falls until it does.
 * @param airM3Min free air that the compressor delivers; @param setBarG what the regulator is set to
 * @returns bar gauge, at most what is set, at least 0
 */
export const heldBarG = (boreMm: number, airM3Min: number, setBarG: number): number =>
  Math.max(0, Math.min(setBarG, airM3Min / perBar(boreMm) - ATM_BAR));

/** The largest bore that a compressor feeds at a pressure, mm. */
export const largestBoreMm = (airM3Min: number, barG: number): number => Math.sqrt(airM3Min / nozzleAirM3Min(1, barG));
