import {
  clockShop,
  constantAir,
  DEFAULT_METHOD,
  foldLog,
  lookupIn,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  zoneStatus,
  type Job,
  type LogEvent,
  type SubstrateKind,
} from '..';
import { routeFrom } from '../advice';
import type { Person } from '../log/days';
import { daysNetwork, jobDays, type DaysInput, type DaysNetwork, type JobDays } from './index';

export const NOW = Date.UTC(2030, 4, 6, 8);
const products = lookupIn(SHIPPED_PRODUCTS);
const air = constantAir(20, 0.45);

const week = (days: number[], fromMin: number, toMin: number) => days.map((day) => ({ day, fromMin, toMin }));
export const PEOPLE: Person[] = [
  { id: 'a', name: 'A', week: week([1, 2, 3, 4, 5], 480, 1020), extra: [], off: [] },
  { id: 'b', name: 'B', week: week([1, 3, 6], 540, 900), extra: [], off: [], helper: true },
];

/** A restoration of so many panels, each where another one would be, as a network of days. */
export function restoration(
  panels: number,
  people = PEOPLE,
  more: Partial<Pick<Job, 'agreed' | 'kept' | 'evenings' | 'links' | 'bags'>> &
    Partial<Pick<DaysInput, 'fit' | 'usual' | 'stands' | 'places' | 'lamps' | 'compressors'>> &
    Partial<Pick<JobDays, 'toDos'>> = {},
): DaysNetwork {
  const { fit, usual, stands, places = 1, lamps, compressors, toDos, ...head } = more;
  const kinds: SubstrateKind[] = ['steel', 'aluminium', 'steel', 'glassfibre', 'steel', 'plastic'];
  const zones = Array.from({ length: panels }, (_, i) => ({
    id: `z${i}`,
    panelId: `p${i}`,
    name: 'Whole',
    areaCm2: 2500 + 1700 * (i % 9),
  }));
  const job = {
    id: 'job',
    name: 'Restoration',
    about: '',
    createdMs: NOW,
    zones,
    ...head,
    panels: zones.map((z, i) => ({
      id: z.panelId,
      name: `Panel ${i}`,
      substrate: kinds[i % kinds.length] ?? 'steel',
      thicknessUm: 900,
    })),
  } as Job;
  const events: LogEvent[] = job.panels.map((p, i) => ({
    id: `f${i}`,
    kind: 'found',
    atMs: NOW - (60 + i) * MINUTE_MS,
    writtenMs: NOW,
    zoneIds: [`z${i}`],
    substrate: p.substrate,
    thicknessUm: 900,
    layers: i % 2 && p.substrate !== 'plastic' ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }] : [],
  }));
  const state = foldLog(events, products);
  const days = jobDays(
    { job, state },
    (id) => {
      const clocks = clockShop(air);
      const zone = state.zones.get(id);
      const strata = zone?.strata;
      if (!zone || !strata) return undefined;
      const status = zoneStatus(zone, clocks, NOW, products);
      const input = { strata, status, air: { tempC: 20, rh: 0.45 }, method: DEFAULT_METHOD, products, nowMs: NOW };
      const areaCm2 = zones.find((z) => z.id === id)?.areaCm2 ?? 1000;
      return routeFrom({ input, state, all: SHIPPED_PRODUCTS, clocks, level: 'driver', areaCm2 });
    },
    0.45,
  );
  return daysNetwork({
    jobs: [{ ...days, ...(toDos && { toDos }) }],
    people,
    places,
    products,
    tempC: 20,
    nowMs: NOW,
    ...(fit && { fit }),
    ...(usual && { usual }),
    ...(stands !== undefined && { stands }),
    ...(lamps !== undefined && { lamps }),
    ...(compressors !== undefined && { compressors }),
  });
}
