import type { Season } from '../air/season';
import type { StoragePlace } from '../bodies/storage';
import type { SprayPlace } from '../air/ventilation';
import type { AlarmKind } from '../cure/alarms';
import { DEFAULT_METHOD, type HouseMethod, type School } from '../library/method';
import type { Wish } from '../library/wish';
import type { Person } from '../log/days';
import type { Application } from '../library/application';
import type { GunTest } from '../mix/gun';
import type { UnitSystem } from '../units/convert';

/** How a shop works and likes its screens. */
export interface Settings {
  shopName: string;
  units: UnitSystem;
  /** 1, 1.25 or 1.5 times. */
  textScale: number;
  scheme: 'auto' | 'light' | 'dark';
  currency: string;
  /** Air to count with until a reading is logged. */
  tempC: number;
  rh: number;
  /** The shop's school where practitioners disagree. */
  method: HouseMethod;
  /** Of those, what somebody answered: the others are asked where they first matter. */
  schools: School[];
  /** The blasting rig that was used last, see core/blast. */
  rig?: { boreMm: number; barG: number; airM3Min: number; rate: number; handRate: number; media: string };
  /** What comes first where more than one recipe leads to the finish. */
  wish: Wish;
  /** What an hour costs, in the shop's currency. */
  rates: { labourH: number; ovenH: number; blastH: number };
  /** How a cup is poured. */
  pourBy: 'weight' | 'volume';
  /** What rings. */
  alarms: AlarmKind[];
  sound: boolean;
  /** Steps are not explained: the hands know them. Absent: they are. */
  knowsHow?: boolean;
  /** Where one sprays, as it was measured. */
  place?: SprayPlace;
  /** What each gun gave in its last test on paper, and when, ms. */
  guns?: { [A in Application]?: GunTest & { atMs: number } };
  /** Hours of spraying after which somebody changes cartridges, and when they were changed, ms. */
  cartridge?: { limitH: number; sinceMs: number };
  /** What the local code asks, in somebody's own words and with its source. */
  localCode?: { id: string; text: string; source: string }[];
  /** Who works with this phone: kept with every entry that it writes. */
  who?: string;
  /** What one person lifts alone, g. */
  liftG?: number;
  /** Who works here, and when. */
  people?: Person[];
  /** Places to spray in at once, and stands; absent: one place. No stands: there is room for all. */
  places?: number;
  stands?: number;
  /** Where parts lie while nobody works on them. */
  storage?: StoragePlace[];
  /** What a year is like here, for plans that reach beyond a forecast. */
  season?: Season;
  /** Lamps to bake with, and compressors; absent: nobody waits for them. */
  lamps?: number;
  compressors?: number;
  /** Up to where a colour may end at a gap, and be blended: CIEDE2000. Absent: the usual. */
  colourLimits?: { butt: number; blend: number };
}

export const DEFAULT_SETTINGS: Settings = {
  shopName: 'My workshop',
  units: 'metric',
  textScale: 1,
  scheme: 'auto',
  currency: '€',
  tempC: 20,
  rh: 0.5,
  method: DEFAULT_METHOD,
  schools: [],
  wish: 'usual',
  rates: { labourH: 55, ovenH: 18, blastH: 90 },
  pourBy: 'weight',
  alarms: ['flash', 'ready', 'closing'],
  sound: true,
};
