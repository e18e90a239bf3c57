import {
  copyOf,
  DAY_MS,
  HOUR_MS,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  type ClimateReading,
  type SubstrateKind,
} from '../src/core';
import { JOB_FORMAT, JOB_FORMAT_VERSION, type JobFile } from '../src/core/formats';

const KINDS: readonly [SubstrateKind, number][] = [
  ['steel', 800],
  ['steel', 1000],
  ['steel', 1500],
  ['aluminium', 1000],
  ['aluminium', 1500],
  ['galvanised', 900],
  ['glassfibre', 3000],
  ['plastic', 3000],
];
const COATS = ['epoxy-primer', 'highbuild-2k', 'base-solvent', 'clear-ms'] as const;
/** The shop's own clear, on the first panel of every job. */
export const OWN_CLEAR = copyOf(
  SHIPPED_PRODUCTS.find((p) => p.id === 'clear-ms')!,
  'own-clear',
);
const PRODUCTS = [...SHIPPED_PRODUCTS, OWN_CLEAR];
const P = new Map(PRODUCTS.map((p) => [p.id, p]));

/** Twelve jobs with a panel of each of eight kinds, every one with a coat that still moves and a surface that was measured. */
export const manyJobs = (nowMs: number, jobs = 12): JobFile[] =>
  Array.from({ length: jobs }, (_, j): JobFile => {
    const id = `job${j}`;
    const events: JobFile['events'] = [];
    KINDS.forEach(([substrate, thicknessUm], k) => {
      const zoneIds = [`${id}-z${k}`];
      const at = (hoursAgo: number) => {
        const atMs = Math.round(nowMs - hoursAgo * HOUR_MS);
        return { id: `${id}-e${events.length}`, atMs, writtenMs: atMs, zoneIds };
      };
      events.push({ ...at(300 * 24), kind: 'found', substrate, thicknessUm, layers: [] });
      COATS.forEach((productId, c) => {
        const hoursAgo = c < 3 ? (40 - 10 * c) * 24 : 2 + j + k;
        events.push({ ...at(hoursAgo + 1), kind: 'cleaned', productId: 'cleaner-metal' });
        events.push({
          ...at(hoursAgo),
          kind: 'coated',
          productId: productId === 'clear-ms' && k === 0 ? OWN_CLEAR.id : productId,
          coats: 2,
          filmUm: P.get(productId)?.film.nominalUm ?? 50,
          application: 'lowPressureGun',
          ...(c === 3 && { air: { tempC: 17 + (k % 3), rh: 0.5, surfaceTempC: 16 + ((j + k) % 5) } }),
        });
      });
    });
    return {
      format: JOB_FORMAT,
      version: JOB_FORMAT_VERSION,
      exportedMs: nowMs,
      job: {
        id,
        name: `Job ${j}`,
        about: '',
        createdMs: nowMs - 300 * DAY_MS,
        panels: KINDS.map(([substrate, thicknessUm], k) => ({
          id: `${id}-p${k}`,
          name: `Panel ${k}`,
          substrate,
          thicknessUm,
          map: {
            outline: [
              { x: 0, y: 0 },
              { x: 1000, y: 0 },
              { x: 1000, y: 600 },
              { x: 0, y: 600 },
            ],
            faces: ['outer'],
            keepOuts: [],
          },
        })),
        zones: KINDS.map((_, k) => ({ id: `${id}-z${k}`, panelId: `${id}-p${k}`, name: 'Whole', areaCm2: 6000 })),
      },
      events,
      products: PRODUCTS.filter((p) => [...COATS, 'cleaner-metal', OWN_CLEAR.id].includes(p.id)),
    };
  });

/** A year of the shop's air, every fifteen minutes. */
export function yearOfAir(nowMs: number): ClimateReading[] {
  const out: ClimateReading[] = [];
  for (let t = nowMs - 365 * DAY_MS; t <= nowMs; t += 15 * MINUTE_MS) {
    const day = t / DAY_MS;
    out.push({
      atMs: t,
      tempC: Math.round(10 * (13 - 8 * Math.cos((day / 365) * 2 * Math.PI) - 4 * Math.cos(day * 2 * Math.PI))) / 10,
      rh: Math.round(100 * (0.6 + 0.15 * Math.sin(day * 5))) / 100,
      source: 'logger',
    });
  }
  return out;
}
