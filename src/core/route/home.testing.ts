import { constantAir } from '../air/history';
import { seeded } from '../fair/truth';
import { clockShop } from '../cure/stages';
import { zoneStatus } from '../cure/status';
import { FINISH_SYSTEMS, SHEENS, USUAL_FINISH, type Finish } from '../library/finish';
import { QUALITY_LEVELS, type QualityLevel } from '../library/level';
import { DEFAULT_METHOD, type HouseMethod } from '../library/method';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { isMetal, SUBSTRATE_KINDS, type SubstrateKind } from '../library/substrates';
import { AS_FOUND, layersAsFound, type AsFound } from '../log/asFound';
import type { PlainEvent } from '../log/event';
import { TREATMENTS } from '../log/marks';
import { REPAIRING } from '../systems/bears';
import { defectsIn } from '../systems/defects';
import { applyEvent } from '../strata/apply';
import { foldLog } from '../strata/fold';
import { spotsOf } from '../strata/spots';
import { SUBSTRATE, type Strata } from '../strata/types';
import { ev, products, T0 } from '../testing';
import { DAY_MS, MINUTE_MS } from '../units/time';
import { verdictOn } from '../rules/verdict';
import { entryOfStep, routeFrom, type Route } from './route';
import { wayFrom } from './way';

/** A shop's day: air, library and an empty log, the same for every drawn state. */
const CLOCKS = clockShop(constantAir(20, 0.45));
const EMPTY = foldLog([], products);
const FOLD = { products, first: (id: string) => id };

/** A zone somewhere on its way, and what it is to end with. */
export interface DrawnState {
  strata: Strata;
  nowMs: number;
  finish: Finish;
  level: QualityLevel;
  method: HouseMethod;
  /** What was done, for who has to find out why. */
  told: string[];
}

const input = (s: DrawnState) => ({
  strata: s.strata,
  status: zoneStatus({ events: [], strata: s.strata }, CLOCKS, s.nowMs, products),
  air: { tempC: 20, rh: 0.45 },
  method: s.method,
  products,
  nowMs: s.nowMs,
});

/** A zone as it was found, and what happened to it since, twenty minutes apart; entries may name its found layers. */
export function stateAfter(substrate: SubstrateKind, found: AsFound, happens: (s: Strata) => object[]): DrawnState {
  const asFound = applyEvent(
    undefined,
    ev({ kind: 'found', atMin: 0, substrate, thicknessUm: 800, layers: layersAsFound(found, substrate) }) as PlainEvent,
    FOLD,
  );
  if (!asFound) throw new Error('A zone that was found has strata');
  const s: DrawnState = {
    strata: asFound,
    nowMs: T0,
    finish: USUAL_FINISH,
    level: 'show',
    method: DEFAULT_METHOD,
    told: [`${substrate}, ${found}`],
  };
  for (const [i, e] of happens(asFound).entries()) {
    s.nowMs += 20 * MINUTE_MS;
    const event = { id: `h${i}`, atMs: s.nowMs, writtenMs: s.nowMs, zoneIds: [], ...e } as unknown as PlainEvent;
    s.strata = applyEvent(s.strata, event, FOLD) ?? s.strata;
    s.told.push(String(event.kind));
  }
  return s;
}

/** The way home from a drawn state. */
export const wayHome = (s: DrawnState): Route =>
  routeFrom({
    input: input(s),
    state: EMPTY,
    all: SHIPPED_PRODUCTS,
    clocks: CLOCKS,
    level: s.level,
    finish: s.finish,
    areaCm2: 5000,
  });

const GRITS = [36, 80, 120, 180, 320, 400, 600, 800, 1000, 1500, 2000, 3000];

/**
 * A state that a shop can come to: what was found, so many steps of its way, and things that happen in between: gone through, repaired,
 * sanded with whatever was at hand, left for up to a year.
 */
export function drawState(seed: number): DrawnState {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const substrate: SubstrateKind = pick(SUBSTRATE_KINDS);
  const found = pick(AS_FOUND);
  const s: DrawnState = {
    ...stateAfter(substrate, found, () => []),
    nowMs: T0 + 60 * MINUTE_MS,
    finish: { system: pick(FINISH_SYSTEMS), sheen: pick(SHEENS) },
    level: pick(QUALITY_LEVELS),
    method: { ...DEFAULT_METHOD, filler: pick(['overEpoxy', 'bareMetal'] as const) },
  };
  let n = 0;
  const log = (e: object, told: string) => {
    const event = { id: `d${n++}`, atMs: s.nowMs, writtenMs: s.nowMs, zoneIds: [], ...e } as unknown as PlainEvent;
    s.strata = applyEvent(s.strata, event, FOLD) ?? s.strata;
    s.told.push(told);
    s.nowMs += 20 * MINUTE_MS;
  };
  const walk = (steps: number) => {
    for (let i = 0; i < steps; i++) {
      const judged = input(s);
      const way = wayFrom({ ...judged, state: EMPTY, all: SHIPPED_PRODUCTS, level: s.level, finish: s.finish });
      const [first] = way;
      if (!first || first.step.kind === 'fit') return;
      if (first.step.kind === 'wait') {
        s.nowMs = Math.max(first.untilMs ?? 0, s.nowMs + 10 * MINUTE_MS);
        continue;
      }
      const v = verdictOn(first.step, judged);
      if (v.level === 'stop') {
        if (v.clearsMs === undefined) return;
        s.nowMs = v.clearsMs + MINUTE_MS;
        continue;
      }
      const entry = entryOfStep(first, s.strata, `w${n}`, s.nowMs);
      if (!entry) return;
      log({ ...entry, id: `w${n}` }, first.label);
    }
  };
  const disturb = () => {
    const bears = TREATMENTS.filter((t) => REPAIRING[substrate][t].level !== 'no');
    const through = [SUBSTRATE, ...s.strata.layers.slice(0, -1).map((l) => l.id)];
    switch (
      pick([
        'through',
        'through',
        'sand',
        'repair',
        'wait',
        'long',
        'guide',
        'polish',
        'strip',
        'clean',
        'leftOut',
        'defect',
        'defect',
        'defect',
      ] as const)
    ) {
      case 'through': {
        const to = pick(through);
        const grit = pick(GRITS);
        if (s.strata.layers.length > 0)
          log(
            { kind: 'sanded', grit, tool: 'block', wet: false, removedUm: 5, through: to },
            `P${grit} through to ${to}`,
          );
        return;
      }
      case 'sand': {
        const grit = pick(GRITS);
        log({ kind: 'sanded', grit, tool: 'block', wet: random() < 0.2, removedUm: random() * 30 }, `P${grit}`);
        return;
      }
      case 'repair': {
        const treatment = pick(bears);
        log({ kind: 'repaired', treatment }, `repaired: ${treatment}`);
        return;
      }
      case 'wait':
        s.nowMs += random() * 3 * DAY_MS;
        return;
      case 'long':
        s.nowMs += random() * 365 * DAY_MS;
        s.told.push('left for long');
        return;
      case 'guide':
        log({ kind: 'guideCoated', productId: 'guide-powder' }, 'guide coat');
        return;
      case 'polish':
        log({ kind: 'polished', grit: 3000, removedUm: 2 }, 'polished');
        return;
      case 'strip':
        log({ kind: 'stripped', to: pick(through), method: 'sander', grit: 80 }, 'stripped to a layer');
        return;
      case 'leftOut': {
        const productId = pick(['epoxy-primer', 'highbuild-2k', 'base-solvent', 'clear-ms']);
        log(
          { kind: 'coated', productId, coats: 1, filmUm: 30, application: 'lowPressureGun', leftOutCm2: 600 },
          `${productId}, a place left out`,
        );
        return;
      }
      case 'defect': {
        const layer = pick(s.strata.layers.length > 0 ? s.strata.layers : [undefined]);
        if (!layer) return;
        const defect = pick(defectsIn(layer.family));
        const grade = pick([1, 2, 3] as const);
        log({ kind: 'defectMarked', defect, grade, layer: layer.id }, `${defect} ${grade} in ${layer.label}`);
        return;
      }
      case 'clean':
        log({ kind: 'cleaned', productId: isMetal(substrate) ? 'cleaner-metal' : 'cleaner-plastic' }, 'cleaned');
    }
  };
  for (let i = Math.floor(random() * 4); i >= 0; i--) {
    walk(Math.floor(random() * 14));
    disturb();
  }
  s.told.push(`${spotsOf(s.strata).length} spots; ${s.finish.system} ${s.finish.sheen} ${s.level} ${s.method.filler}`);
  return s;
}
