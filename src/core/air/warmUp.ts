import { dewPointC, DEW_MARGIN_K } from './dewPoint';

/** How a room keeps its heat: U-value of what encloses it, W/(m²·K), and air changes an hour with the doors shut. */
export const ROOMS = {
  bare: { name: 'Bare sheet or brick', u: 4.5, changes: 1.5 },
  lined: { name: 'Lined', u: 1.8, changes: 0.8 },
  insulated: { name: 'Insulated', u: 0.6, changes: 0.5 },
} as const;
export type RoomKind = keyof typeof ROOMS;

/** electric, or a burner with a flue: dry heat. open: a gas burner whose fumes, and their water, stay in the room. */
export const HEATERS = ['dry', 'open'] as const;
export type HeaterKind = (typeof HEATERS)[number];

export interface WarmUpInput {
  lengthM: number;
  widthM: number;
  heightM: number;
  room: RoomKind;
  heaterKw: number;
  heater: HeaterKind;
  outsideC: number;
  /** Room and panel at the start, °C. */
  startC: number;
  /** Humidity of the room at the start, fraction. */
  rh: number;
  /** Surface that is wanted, °C. */
  aimC: number;
  /** The panel's time constant, ms. */
  lagMs: number;
}

export interface WarmUp {
  /** Minutes until the surface is there; null if it never is. */
  minutes: number | null;
  /** Where the room comes to rest with the heater on, °C. */
  restC: number;
  /** Power that holds the wanted temperature, kW. */
  holdKw: number;
  /** Smallest distance of surface over dew point on the way, K, and when, min. */
  tightK: number;
  tightMin: number;
  /** Minutes after which surface stays 3 K over the dew point; null if it never does. */
  clearMin: number | null;
  /** Every five minutes: room, surface and dew point, °C. */
  track: { min: number; roomC: number; surfaceC: number; dewC: number }[];
}

const AIR_J_M3K = 1206;
/** The skin of walls and floor and what stands about warm with the air: this many times the heat of the air alone. Estimated. */
const CONTENTS = 12;
/** Water in the fumes of gas, kg a kWh (propane: 1.63 kg a kg, at 12.9 kWh a kg). */
const WATER_KG_KWH = 0.126;
const STEP_S = 15;
const LONGEST_MIN = 12 * 60;

/** Air holds this much water at a vapour pressure, kg/m³ (ideal gas, R 461.5 J/(kg·K)). */
const vapourKgM3 = (hPa: number, tempC: number) => (hPa * 100) / (461.5 * (tempC + 273.15));

/** Vapour pressure from dew point, hPa (Magnus, see heat.ts), and back. */
const pressureOf = (dewC: number) => 6.112 * Math.exp((17.62 * dewC) / (243.12 + dewC));
const dewOf = (hPa: number) => {
  const l = Math.log(hPa / 6.112);
  return (243.12 * l) / (17.62 - l);
};

/**
 * How a room and a panel in it warm up. Room: heat in less losses P − (U·A + 0.33·n·V)·(T − outside), over the heat of
 * air and contents; panel: first-order lag behind the room; water: what is there, what an open burner adds, and what air
 * changes carry out. Stepped in 15 s.
 * Check: without losses 2 kW warm 50 m³ by 10 K in 12·1206·50·10 / 2000 s = 60 min; held at 20 °C against 5 °C outside,
 * U·A = 180 W/K and 0.33·n·V = 25 W/K need 3.1 kW.
 * @param i sizes in m, power in kW, temperatures in °C, humidity as a fraction
 */
export function warmUp(i: WarmUpInput): WarmUp {
  const { u, changes } = ROOMS[i.room];
  const volume = i.lengthM * i.widthM * i.heightM;
  const area = 2 * (i.lengthM * i.widthM + i.lengthM * i.heightM + i.widthM * i.heightM);
  const loss = u * area + 0.33 * changes * volume;
  const heat = AIR_J_M3K * volume * CONTENTS;
  const restC = i.outsideC + (i.heaterKw * 1000) / loss;
  const startDew = dewPointC(i.startC, i.rh);
  let water = vapourKgM3(pressureOf(startDew), i.startC);
  // What comes in from outside is as wet as the room was before it was shut, or drier if it is colder.
  const outside = Math.min(water, vapourKgM3(pressureOf(i.outsideC), i.outsideC));
  const rate = i.heater === 'open' ? (i.heaterKw * WATER_KG_KWH) / 3600 / volume : 0;
  let room = i.startC;
  let surface = i.startC;
  let minutes: number | null = surface >= i.aimC ? 0 : null;
  let tightK = surface - startDew;
  let tightMin = 0;
  let lastTight = tightK < DEW_MARGIN_K ? 0 : -1;
  const track = [{ min: 0, roomC: room, surfaceC: surface, dewC: startDew }];
  const keep = Math.exp((-STEP_S * 1000) / i.lagMs);
  // After the aim the heater holds; the track is followed a little further to see that the margin holds too.
  const end = () => (minutes === null ? LONGEST_MIN : Math.min(LONGEST_MIN, minutes + 30));
  for (let s = STEP_S; s <= end() * 60; s += STEP_S) {
    const held = minutes !== null || room >= i.aimC + 2;
    const power = held ? Math.min(i.heaterKw * 1000, Math.max(0, loss * (room - i.outsideC))) : i.heaterKw * 1000;
    room += ((power - loss * (room - i.outsideC)) * STEP_S) / heat;
    surface = room + (surface - room) * keep;
    const share = i.heaterKw > 0 ? power / (i.heaterKw * 1000) : 0;
    water += (rate * share - (changes / 3600) * (water - outside)) * STEP_S;
    const dew = Math.min(room, dewOf((water * 461.5 * (room + 273.15)) / 100));
    const min = s / 60;
    if (minutes === null && surface >= i.aimC) minutes = min;
    const margin = surface - dew;
    if (margin < tightK) {
      tightK = margin;
      tightMin = min;
    }
    if (margin < DEW_MARGIN_K) lastTight = min;
    if (s % 300 === 0) track.push({ min, roomC: room, surfaceC: surface, dewC: dew });
  }
  const lastMin = track[track.length - 1]!.min;
  return {
    minutes,
    restC,
    holdKw: Math.max(0, (loss * (i.aimC - i.outsideC)) / 1000),
    tightK,
    tightMin,
    clearMin: lastTight < 0 ? 0 : lastTight >= lastMin - 1 ? null : Math.ceil(lastTight),
    track,
  };
}

/**
 * Speed of thinner and hardener that fits a surface: fast under 18 °C, slow over 26 °C, medium between (usual bands of
 * data sheets; the product's own decides).
 */
export const speedFor = (surfaceC: number): 'fast' | 'medium' | 'slow' =>
  surfaceC < 18 ? 'fast' : surfaceC > 26 ? 'slow' : 'medium';
