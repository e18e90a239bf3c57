import { DAY_MS, HOUR_MS, SHIPPED_PRODUCTS, type LogEvent, type SubstrateKind } from '../src/core';
import { JOB_FORMAT, JOB_FORMAT_VERSION, type JobFile } from '../src/core/formats';

const SUBSTRATES: readonly [SubstrateKind, number][] = [
  ['steel', 800],
  ['steel', 1000],
  ['aluminium', 1200],
  ['galvanised', 900],
  ['glassfibre', 3000],
];
const COATS = ['epoxy-primer', 'highbuild-2k', 'base-solvent', 'clear-ms'] as const;
const P = new Map(SHIPPED_PRODUCTS.map((p) => [p.id, p]));

/** What is done on a panel, one after the other; a job of forty panels has three hundred entries. */
type Step = Record<string, unknown> & { kind: LogEvent['kind'] };
const ROAD: Step[] = [
  { kind: 'cleaned', productId: 'cleaner-metal' },
  { kind: 'coated', productId: COATS[0] },
  { kind: 'coated', productId: COATS[1] },
  { kind: 'guideCoated', productId: 'guide-powder' },
  { kind: 'sanded', grit: 400, tool: 'block', wet: true, removedUm: 20 },
  { kind: 'cleaned', productId: 'cleaner-metal' },
  { kind: 'coated', productId: COATS[2] },
  { kind: 'coated', productId: COATS[3] },
];

/**
 * A large shop: jobs of forty panels and about three hundred entries each, over five years. The last ones are under way, with coats of the last day on each of
 * their panels; of those before, panels wait for the next step or are done.
 */
export const largeShop = (nowMs: number, jobs = 60, panels = 40): JobFile[] =>
  Array.from({ length: jobs }, (_, j): JobFile => {
    const id = `job${j}`;
    const isLive = j >= jobs - 6;
    const endMs = isLive ? nowMs - HOUR_MS : nowMs - (jobs - j) * 30 * DAY_MS;
    const events: LogEvent[] = [];
    for (let k = 0; k < panels; k++) {
      const [substrate, thicknessUm] = SUBSTRATES[k % SUBSTRATES.length]!;
      const steps = ROAD.slice(0, isLive ? 3 + (k % 6) : 6 + (k % 3));
      const at = (n: number) => {
        const atMs = Math.round(endMs - (steps.length - n) * 20 * HOUR_MS - k * 60_000);
        return { id: `${id}-e${events.length}`, atMs, writtenMs: atMs, zoneIds: [`${id}-z${k}`] };
      };
      events.push({ ...at(0), kind: 'found', substrate, thicknessUm, layers: [] });
      steps.forEach((step, n) => {
        const product = P.get(String(step.productId));
        const coat = {
          coats: 2,
          filmUm: product?.film.nominalUm ?? 50,
          application: 'lowPressureGun',
          air: { tempC: 18, rh: 0.5 },
        };
        events.push({ ...at(n + 1), ...step, ...(step.kind === 'coated' && coat) } as LogEvent);
      });
    }
    return {
      format: JOB_FORMAT,
      version: JOB_FORMAT_VERSION,
      exportedMs: nowMs,
      job: {
        id,
        name: `Job ${j}`,
        about: '',
        createdMs: endMs - 300 * DAY_MS,
        panels: Array.from({ length: panels }, (_, k) => {
          const [substrate, thicknessUm] = SUBSTRATES[k % SUBSTRATES.length]!;
          return { id: `${id}-p${k}`, name: `Panel ${k}`, substrate, thicknessUm };
        }),
        zones: Array.from({ length: panels }, (_, k) => ({
          id: `${id}-z${k}`,
          panelId: `${id}-p${k}`,
          name: 'Whole',
          areaCm2: 6000,
        })),
      },
      events: events.sort((a, b) => a.atMs - b.atMs),
      products: SHIPPED_PRODUCTS.filter((p) => [...COATS, 'cleaner-metal', 'guide-powder'].some((c) => c === p.id)),
    };
  });
