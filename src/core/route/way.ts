import { FINISHES, USUAL_FINISH, type Finish, type FinishSystem } from '../library/finish';
import { FILLER_ON } from '../library/fillerOn';
import { clearPapers, levelCoats, primerPapers, type QualityLevel } from '../library/level';
import type { HouseMethod } from '../library/method';
import {
  FAMILIES,
  isBase,
  isFiller,
  isPrimer,
  isTopcoat,
  isWaterBased,
  type Product,
  type ProductFamily,
  type Stage,
} from '../library/product';
import { isMetal, SUBSTRATES, type SubstrateKind } from '../library/substrates';
import type { LoggableKind, OnSpots } from '../log/event';
import { TREATMENT_NAMES } from '../log/marks';
import { STRIP_METHOD_NAMES, type StripMethod } from '../log/tools';
import { productsByLastUse, type JobState } from '../strata/fold';
import { heightOf } from '../strata/spots';
import { openFaults, topLayer, totalFilmUm, type Layer, type Strata } from '../strata/types';
import type { SpotStatus, ZoneStatus } from '../cure/status';
import type { Remedy } from '../rules/remedies';
import { surfaceKindOf } from '../rules/surface';
import type { Verdict } from '../rules/verdict';
import { COMPATIBILITY } from '../systems/compatibility';
import { entryOf } from '../systems/entry';
import { MATERIAL_OF, SURFACE_NAMES, type Material } from '../systems/surfaces';
import { lowerFirst } from '../units/phrase';
import { HOUR_MS } from '../units/time';
import type { PlannedSkim } from '../fair/zoneSkims';
import { likelyRemovalUm } from '../grit/removal';
import type { Step } from '../rules/rule';

/** A step that comes into question, said in the trade's words. */
export interface Candidate {
  step: Step;
  label: string;
  /** The kind that logs it, where one does. */
  logs?: LoggableKind;
  /** Of filling by a plan: what is spread. */
  skim?: PlannedSkim;
  /** Of waiting: until when, ms; null where it never comes as it is. */
  untilMs?: number | null;
}

/** What the way from a zone's state to its finish is found from. */
export interface WayInput {
  strata: Strata;
  status: ZoneStatus;
  /** The job's log: of each family the product that it used last is meant. */
  state: JobState;
  /** The whole library. */
  all: readonly Product[];
  method: HouseMethod;
  level?: QualityLevel | undefined;
  /** What it is to end with; absent: base and clear, in gloss. */
  finish?: Finish | undefined;
  nowMs: number;
  /** Steps that somebody put off, by {@link stepKey}: they do not come into question. */
  putOff?: readonly string[] | undefined;
  /** Skims that a plan has on this zone and that are not spread yet; empty: nothing has to be filled; absent: nobody has read it. */
  skims?: readonly PlannedSkim[] | undefined;
}

/** What a step is to somebody who puts it off: the act, and of which product's family. */
export const stepKey = (s: Step): string =>
  `${'product' in s ? `${s.kind} ${s.product.family}` : s.kind}${'on' in s && s.on ? ' on spots' : ''}`;

/** How a bare substrate is made ready for primer, and which primers it usually gets, the first choice first. */
const ON_BARE: {
  readonly [S in SubstrateKind]: { grit: number; primers: readonly ProductFamily[]; strip?: StripMethod };
} = {
  steel: { grit: 120, primers: ['epoxy', 'dtm', 'etch'], strip: 'sander' },
  galvanised: { grit: 240, primers: ['epoxy', 'dtm'], strip: 'chemical' },
  aluminium: { grit: 120, primers: ['epoxy', 'etch', 'dtm'], strip: 'scraper' },
  glassfibre: { grit: 120, primers: ['highBuild', 'epoxy'], strip: 'sander' },
  smc: { grit: 120, primers: ['epoxy', 'highBuild'], strip: 'sander' },
  carbon: { grit: 180, primers: ['epoxy', 'highBuild'], strip: 'sander' },
  plastic: { grit: 320, primers: ['plasticPromoter'] },
};
/** How a coating usually comes off a substrate by hand; undefined where it is keyed instead. */
export const usualStrip = (s: SubstrateKind): StripMethod | undefined => ON_BARE[s].strip;

/** The product used last among those that pass, else the first that passes in the library. */
function recent(state: JobState, all: readonly Product[], pass: (p: Product) => boolean): Product | undefined {
  for (const id of productsByLastUse(state)) {
    const p = all.find((x) => x.id === id);
    if (p && pass(p)) return p;
  }
  return all.find(pass);
}

/** Too thin to be all the primer that there is. */
const NEEDS_BODY: readonly ProductFamily[] = ['etch', 'weldThrough', 'plasticPromoter', 'sprayFiller'];
/** Paper that keys for what ends the stack without being built up for it. */
const KEY_FOR: { readonly [S in FinishSystem]: number } = {
  baseClear: 800,
  singleStage: 800,
  enamel: 400,
  primer: 320,
  underseal: 180,
  liner: 180,
  kept: 800,
  polished: 800,
};
/** From cutting a skim to shape to what high-build hides: most go without the P120 that a ladder has between them, for twice the strokes. */
const FILLER_PAPERS = [80, 180];
/** What primer is keyed with for filler. */
const FILLER_KEY = 120;
/** Paper at least this fine is a key for colour rather than for primer. */
const COLOUR_KEY = 500;

/**
 * The steps of the work from where a zone stands, the one that the trade does next first, then what else comes into question. By the
 * tables' practice and the house method; whether each may be done now is the verdict's business.
 */
export function wayFrom(w: WayInput): Candidate[] {
  const { keeps } = FINISHES[(w.finish ?? USUAL_FINISH).system];
  if (keeps) return hasPaint(w.strata) ? keptWay(w, keeps) : wayFrom({ ...w, finish: USUAL_FINISH });
  return w.status.spots ? wayWithSpots(w, w.status.spots) : wayOf(w);
}

/** Whether there is paint that can be kept. */
function hasPaint(s: Strata): boolean {
  const top = topLayer(s);
  return top !== undefined && (isTopcoat(top.family) || isFinished(top.family));
}

/** A spot in paint that stays: sealed, coloured and cleared by dabs. Where it was filled it is built and blocked first. */
function touchInWay(w: WayInput, x: SpotStatus): Candidate[] {
  const own = spotWay({ ...w, finish: USUAL_FINISH, level: 'tidy' }, x);
  const top = topLayer(x.strata);
  if (x.spot.cause === 'repaired' || !top || !isPrimer(top.family) || NEEDS_BODY.includes(top.family)) return own;
  const base = recent(w.state, w.all, (p) => FINISHES.baseClear.over.includes(p.family));
  const early = x.status.clocks.find((c) => c.stage === 'recoat' && !c.reached);
  return [
    ...(early ? [{ step: { kind: 'wait' as const }, label: 'Leave it to dry', untilMs: early.opensMs }] : []),
    ...(base ? [{ step: { kind: 'coat' as const, product: base }, label: base.name, logs: 'coated' as const }] : []),
    ...own,
  ];
}

/** The way of paint that stays: what is marked is mended, what is open there is touched in, the rest is polished, or left. */
function keptWay(w: WayInput, keeps: 'polished' | 'asItIs'): Candidate[] {
  const { surface, fittedMs } = w.strata;
  const plain = wayOf({ ...w, finish: USUAL_FINISH });
  const repairs = plain.filter((c) => c.step.kind === 'repair');
  const cleans = plain.filter((c) => c.step.kind === 'clean');
  const waits = plain.filter((c) => c.step.kind === 'wait');
  const fit: Candidate = { step: { kind: 'fit' }, label: 'Refit', logs: 'fitted' };
  const polish: Candidate = { step: { kind: 'polish' }, label: 'Polish', logs: 'polished' };
  const out = [...repairs];
  for (const group of groupsOf(w.status.spots ?? [])) {
    const [x] = group;
    const on = group.map((g) => g.spot.id);
    const own = touchInWay(w, x).map((c) => toSpots(c, on, spotsName(w, x)));
    out.push(...own.filter((c) => 'on' in c.step || c.step.kind === 'wait'));
    return unique([...out, fit]);
  }
  // Scratches of sanding do not stay as they are: they are polished out, or the face is painted.
  const isScratched = surface.scratch !== undefined && surface.polished === undefined;
  if ((keeps === 'polished' || isScratched) && surface.polished === undefined) {
    const refine: Candidate[] =
      isScratched && (surface.scratch?.grit ?? 0) < 2000
        ? [
            {
              step: { kind: 'sand', grit: 2000, removedUm: likelyRemovalUm(2000, w.strata) },
              label: 'Refine, P2000',
              logs: 'sanded',
            },
          ]
        : [];
    out.push(...waits, ...(surface.clean || isScratched ? [] : cleans), ...refine, polish);
  }
  if (surface.guideCoat) out.unshift(...cleans);
  return unique([...out, ...(fittedMs === undefined ? [fit] : []), ...cleans, { step: { kind: 'wax' }, label: 'Wax' }]);
}

/** What a dab of primer lifts off, what is under colour: these are blocked before colour goes over them. */
const isColour = (m: Material): boolean => m === 'base' || m === 'singleStage' || m === 'clear';
const lays = (c: Candidate): boolean => c.step.kind === 'coat' || c.step.kind === 'fill';

/**
 * The way of a zone with spots: what brings them level comes before what goes over all of it. A spot has its own way, as a zone of its
 * own, until what the field gets next may lie on it too; what the hand does in one go is one step.
 */
function wayWithSpots(w: WayInput, spots: readonly SpotStatus[]): Candidate[] {
  const { system } = w.finish ?? USUAL_FINISH;
  // What is to be filled is known where a repair asks for it: the field is not skimmed all over then.
  const isFilledThere = spots.some((x) => {
    const filled = topLayer(x.strata);
    return x.spot.wants === 'filler' || (filled !== undefined && isFiller(filled.family));
  });
  const plain = wayOf(isFilledThere ? { ...w, skims: w.skims ?? [] } : w);
  const repairs = plain.filter((c) => c.step.kind === 'repair');
  const rest = plain.filter((c) => c.step.kind !== 'repair');
  const [first] = rest;
  const top = topLayer(w.strata);
  const isPaint =
    top !== undefined &&
    (isTopcoat(top.family) ||
      isBase(top.family) ||
      (isFinished(top.family) && w.strata.surface.polished !== undefined));
  // Where paint is through, colour goes over all of it again.
  const recolour = isPaint ? recolourWay(w) : undefined;
  const field = recolour ?? rest;
  const material = nextMaterial(field, system);
  const waitsForField =
    first !== undefined && !recolour && ['sand', 'guide', 'wait', 'fill', 'strip'].includes(first.step.kind);
  for (const group of groupsOf(spots)) {
    const [x] = group;
    // The ring is looked after when the filler in it is shaped; rust on it comes off with the same paper.
    if (x.spot.cause === 'ring' && waitsForField) continue;
    // Colour there is level with colour round it: clear goes over both.
    if (x.spot.wants === undefined && heightOf(x.strata) >= COLOURED) continue;
    const own = spotWay(w, x);
    const [step] = own;
    if (!step || isReadyFor(material, x, own, w, FINISHES[system].blocked)) continue;
    // Primer that is blocked on both is blocked in one go.
    if (top && isBlocked(top) && isBlocked(topLayer(x.strata)) && ['guide', 'sand'].includes(field[0]?.step.kind ?? ''))
      continue;
    // Old paint that comes off takes its spots along; and what a bare zone needs first, its bare spots need too.
    const isPrepared = !['sand', 'clean', 'guide', 'strip'].includes(field[0]?.step.kind ?? '');
    if (field[0]?.step.kind === 'strip' || (!top && topLayer(x.strata) === undefined && !isPrepared)) break;
    if (field[0] && isSameStep(step.step, field[0].step)) break;
    const on = group.map((g) => g.spot.id);
    const there = own.map((c) => toSpots(c, on, spotsName(w, x)));
    // What is wiped is wiped all over, where all of it bears that.
    const wipesAll =
      step.step.kind === 'clean' && field.some((c) => c.step.kind === 'clean') && !(top && isBase(top.family));
    return unique([...repairs, ...(wipesAll ? [step, ...there.slice(1)] : there), ...field]);
  }
  return unique([...repairs, ...field, ...rest]);
}

/** Spots that the hand brings on together, the lowest first: the same on top, the same scratch, the same still to come. */
function groupsOf(spots: readonly SpotStatus[]): [SpotStatus, ...SpotStatus[]][] {
  const groups = new Map<string, [SpotStatus, ...SpotStatus[]]>();
  for (const x of [...spots].sort((a, b) => heightOf(a.strata) - heightOf(b.strata))) {
    const key = [
      x.spot.cause === 'ring',
      topLayer(x.strata)?.family,
      x.spot.wants,
      x.strata.surface.scratch?.grit,
    ].join();
    const group = groups.get(key);
    if (group) group.push(x);
    else groups.set(key, [x]);
  }
  return [...groups.values()];
}

/** What goes over the field next: what its way says, or what it is keyed for. */
function nextMaterial(field: readonly Candidate[], system: FinishSystem): Material | null {
  const { over, blocked } = FINISHES[system];
  const coat = field.find((c) => c.step.kind === 'coat')?.step;
  const key = field.find((c) => c.step.kind === 'sand')?.step;
  const family =
    coat?.kind === 'coat'
      ? coat.product.family
      : blocked && key?.kind === 'sand' && key.grit < COLOUR_KEY
        ? 'highBuild'
        : over[0];
  return family ? MATERIAL_OF[family] : null;
}

/** How high a stack with colour on it stands, see `heightOf`. */
const COLOURED = 5;

const isBlocked = (l: Layer | undefined): boolean => l !== undefined && FAMILIES[l.family].blocked;

/** What a finish that came with the part is, rather than its primer. */
const isFinished = (f: ProductFamily): boolean => f === 'factoryFinish' || f === 'oldCoating';

/** A spot's own way, with the filler that it still asks for. */
function spotWay(w: WayInput, { spot, strata, status }: SpotStatus): Candidate[] {
  const { guideCoat, ...surface } = strata.surface;
  // Guide coat that was dusted on for what is round it says nothing here, unless this is blocked too.
  const keeps = guideCoat && isBlocked(topLayer(strata)) && surface.scratch === undefined;
  const own: Strata = { ...strata, faults: [], surface: keeps ? strata.surface : surface };
  const here: WayInput = { ...w, strata: own, status, skims: undefined };
  const way = wayOf(here);
  if (spot.wants === undefined) return way;
  const grit = strata.surface.scratch?.grit;
  const top = topLayer(strata);
  const isMetalBare = top === undefined && isMetal(strata.substrate);
  if (spot.wants === 'converter')
    return [...way.filter((c) => 'product' in c.step && c.step.product.family === 'converter'), ...way];
  // By the school of keyed epoxy, bare metal is primed before it is filled.
  if (isMetalBare && w.method.filler === 'overEpoxy') return way;
  if (top && !isPrimer(top.family)) return way;
  const product = recent(w.state, w.all, (p) => p.family === FILLER_ON[strata.substrate]);
  const material = product && MATERIAL_OF[product.family];
  const shows = surfaceKindOf(strata, status, w.nowMs);
  const isKeyed = grit !== undefined && grit <= FILLER_KEY;
  // A filler that does not hold on what lies there wants the substrate.
  if (top && material && entryOf(COMPATIBILITY[shows].on[material], w.method).level === 'no')
    return [
      ...way.filter((c) => c.step.kind === 'wait'),
      {
        step: { kind: 'sand', grit: 80, removedUm: totalFilmUm(strata) + 5 },
        label: 'Sand to the substrate, P80',
        logs: 'sanded',
      },
      ...way,
    ];
  const fills: Candidate[] = product ? [{ step: { kind: 'fill', product }, label: product.name, logs: 'filled' }] : [];
  if (!isKeyed) {
    const waits = way.filter((c) => c.step.kind === 'wait');
    const key = top ? FILLER_KEY : 80;
    return [
      ...waits,
      {
        step: { kind: 'sand', grit: key, removedUm: likelyRemovalUm(key, strata) },
        label: `Sand to key, P${key}`,
        logs: 'sanded',
      },
      ...way,
    ];
  }
  const cleans = way.filter((c) => c.step.kind === 'clean');
  return strata.surface.clean ? [...fills, ...way] : [...cleans, ...fills, ...way];
}

/** Whether what the field gets next may lie on a spot as it stands. */
function isReadyFor(
  material: Material | null,
  { spot, strata, status }: SpotStatus,
  own: readonly Candidate[],
  w: WayInput,
  isBuilt: boolean,
): boolean {
  if (spot.wants !== undefined || material === null) return false;
  const [first] = own;
  // Something is to be done on it before anything lies on it.
  if (first && !lays(first) && first.step.kind !== 'clean' && first.step.kind !== 'fit') return false;
  const top = topLayer(strata);
  const surface = surfaceKindOf(strata, status, w.nowMs);
  if (entryOf(COMPATIBILITY[surface].on[material], w.method).level === 'no') return false;
  if (!isColour(material) || !isBuilt) return true;
  if (!top) return false;
  return FAMILIES[top.family].blocked || heightOf(strata) >= 4 || (strata.surface.scratch?.grit ?? 0) >= COLOUR_KEY;
}

/** A remedy as a step: with the product that the shop takes for it, and what the paper takes off there. */
export function remedyStep(r: Remedy, w: WayInput): Candidate | undefined {
  const step = plainRemedy(r, w);
  const { on } = r;
  const at = on && w.status.spots?.find((x) => on.includes(x.spot.id));
  return step && (on ? toSpots(step, on, at ? spotsName(w, at) : 'Spots') : step);
}
function plainRemedy(r: Remedy, { strata, state, all }: WayInput): Candidate | undefined {
  switch (r.act) {
    case 'sand':
      return {
        step: { kind: 'sand', grit: r.grit, removedUm: likelyRemovalUm(r.grit, strata) },
        label: `Sand, P${r.grit}`,
        logs: 'sanded',
      };
    case 'clean': {
      const suits = isMetal(strata.substrate) ? 'metal' : 'plastic';
      const p = recent(
        state,
        all,
        (x) => x.family === 'cleaner' && (r.water ? isWaterBased(x) : x.suits === 'any' || x.suits === suits),
      );
      return p && { step: { kind: 'clean', product: p }, label: `Clean: ${p.name.toLowerCase()}`, logs: 'cleaned' };
    }
    case 'coat': {
      const p = recent(state, all, (x) => x.family === r.family);
      return p && { step: { kind: 'coat', product: p }, label: p.name, logs: 'coated' };
    }
    case 'strip': {
      const m = usualStrip(strata.substrate);
      return (
        m && {
          step: { kind: 'strip', method: m },
          label: `Strip: ${STRIP_METHOD_NAMES[m].toLowerCase()}`,
          logs: 'stripped',
        }
      );
    }
  }
}

/** Whether a step would change nothing: wiped again, guide coat on guide coat, the same paper over its own scratch. */
export function isIdle(
  { step }: Candidate,
  { strata, status, nowMs }: Pick<WayInput, 'strata' | 'status' | 'nowMs'>,
): boolean {
  const on = 'on' in step ? step.on : undefined;
  const spots = (status.spots ?? []).filter((x) => !on || on.includes(x.spot.id)).map((x) => x.strata);
  const places = on ? spots : [strata, ...spots];
  switch (step.kind) {
    case 'clean':
      return places.every(
        ({ surface: s }) => s.clean !== undefined && nowMs - s.clean.atMs < FRESH_WIPE_MS && !s.guideCoat && !s.residue,
      );
    case 'guide':
      return strata.surface.guideCoat !== undefined;
    case 'sand':
      return (
        on !== undefined &&
        places.every(({ surface: s }) => s.scratch?.grit === step.grit && !s.guideCoat && !s.polished)
      );
    default:
      return false;
  }
}
/** A wipe that is younger than this is not done again. */
const FRESH_WIPE_MS = 2 * HOUR_MS;

/**
 * The way with what its first step is stopped for put before it: whatever a stop asks for leads on.
 * @param judge the verdict on a step here and now
 */
export function leadOn(way: readonly Candidate[], w: WayInput, judge: (s: Step) => Verdict): Candidate[] {
  const [first] = way;
  if (!first || first.step.kind === 'wait') return [...way];
  const verdict = judge(first.step);
  if (verdict.level !== 'stop' || verdict.clearsMs !== undefined) return [...way];
  const asked = verdict.findings
    .flatMap((f) => (f.level === 'stop' ? (f.remedies ?? []) : []))
    .sort((a, b) => REMEDY_ORDER.indexOf(a.act) - REMEDY_ORDER.indexOf(b.act))
    .flatMap((r) => remedyStep(r, w) ?? [])
    .filter((c) => !isIdle(c, w));
  return unique([...asked, ...way]);
}
/** Paper makes dust, so it comes before the wipe; what is stripped needs neither first. */
const REMEDY_ORDER: readonly Remedy['act'][] = ['strip', 'sand', 'clean', 'coat'];

const spotsName = (w: WayInput, { strata, status }: SpotStatus): string =>
  `Spots of ${SURFACE_NAMES[surfaceKindOf(strata, status, w.nowMs)]}`;

/** A step done where the spots are, and nowhere else. */
function toSpots(c: Candidate, on: OnSpots, name: string): Candidate {
  const { step } = c;
  if (step.kind !== 'coat' && step.kind !== 'fill' && step.kind !== 'clean' && step.kind !== 'sand') return c;
  return { ...c, step: { ...step, on }, label: `${name}: ${lowerFirst(c.label) as string}` };
}

/** Paint that is through somewhere: keyed all over, and coloured again. */
function recolourWay(w: WayInput): Candidate[] {
  const { surface } = w.strata;
  const { over } = FINISHES[(w.finish ?? USUAL_FINISH).system];
  const find = (f: ProductFamily) => recent(w.state, w.all, (p) => p.family === f);
  const grit = surface.scratch?.grit;
  const colours = over.flatMap((f) => {
    const product = find(f);
    return product ? [{ step: { kind: 'coat' as const, product }, label: product.name, logs: 'coated' as const }] : [];
  });
  const way = wayOf(w);
  const cleans = way.filter((c) => c.step.kind === 'clean');
  const waits = way.filter((c) => c.step.kind === 'wait');
  const top = topLayer(w.strata);
  // Base that was not cleared yet takes more of itself as it is.
  if (top && isBase(top.family)) return [...way];
  const { system } = w.finish ?? USUAL_FINISH;
  const key = KEY_FOR[system];
  if (grit === undefined || grit > 1.5 * key || grit < 0.4 * key || surface.polished)
    return [
      ...(surface.polished && !surface.clean ? cleans : []),
      ...waits,
      {
        step: { kind: 'sand', grit: key, removedUm: likelyRemovalUm(key, w.strata) },
        label: `Sand all of it to key, P${key}`,
        logs: 'sanded',
      },
      ...colours,
    ];
  return surface.clean ? colours : [...cleans, ...colours];
}

const unique = (list: readonly Candidate[]): Candidate[] =>
  list.filter((c, i) => list.findIndex((o) => isSameStep(o.step, c.step)) === i);

/** The way of a place that is the same all over. */
function wayOf(w: WayInput): Candidate[] {
  const { strata, status, state, all, level, method } = w;
  const { surface, substrate } = strata;
  const { system, sheen } = w.finish ?? USUAL_FINISH;
  const { over, blocked: isBuilt } = FINISHES[system];
  const top = status.top;
  const topProduct = top?.productId ? all.find((p) => p.id === top.productId) : undefined;
  const grit = surface.scratch?.grit;
  const isClean = surface.clean !== undefined;
  const out: Candidate[] = [];
  const add = (...list: (Candidate | undefined)[]) => {
    for (const c of list)
      if (c && !w.putOff?.includes(stepKey(c.step)) && !out.some((o) => isSameStep(o.step, c.step))) out.push(c);
  };

  // The acts, each as it is said and logged.
  const find = (f: ProductFamily) => recent(state, all, (p) => p.family === f);
  const coatWith = (p: Product | undefined, label?: string): Candidate | undefined => {
    if (!p) return undefined;
    const { usedIn } = FAMILIES[p.family];
    if (usedIn === 'filled') return { step: { kind: 'fill', product: p }, label: label ?? p.name, logs: 'filled' };
    return {
      step: { kind: 'coat', product: p },
      label: label ?? p.name,
      logs: usedIn === 'treated' ? 'treated' : 'coated',
    };
  };
  const coat = (...families: ProductFamily[]) => families.map((f) => coatWith(find(f)));
  /** Filler as the plan has it; where there is none, of these families. */
  const fill = (...families: ProductFamily[]): (Candidate | undefined)[] => {
    if (!w.skims) return coat(...families);
    const [skim] = w.skims;
    const p = skim && all.find((x) => x.id === skim.productId);
    const { filmUm, hardenerFraction } = skim ?? {};
    return p && skim && filmUm !== undefined
      ? [
          {
            step: {
              kind: 'fill',
              product: p,
              filmUm,
              ...(hardenerFraction !== undefined && { hardenerFraction }),
            },
            label: p.name,
            logs: 'filled',
            skim,
          },
        ]
      : [];
  };
  const isFilledByPlan = w.skims !== undefined && w.skims.length > 0;
  const sand = (g: number, verb = 'Sand'): Candidate => ({
    step: { kind: 'sand', grit: g, removedUm: likelyRemovalUm(g, strata) },
    label: `${verb}, P${g}`,
    logs: 'sanded',
  });
  const clean = (): Candidate | undefined => {
    const suits = isMetal(substrate) ? 'metal' : 'plastic';
    const p = recent(state, all, (x) => x.family === 'cleaner' && (x.suits === 'any' || x.suits === suits));
    return p && { step: { kind: 'clean', product: p }, label: `Clean: ${p.name.toLowerCase()}`, logs: 'cleaned' };
  };
  const guide: Candidate = { step: { kind: 'guide' }, label: 'Guide coat', logs: 'guideCoated' };
  const polish: Candidate = { step: { kind: 'polish' }, label: 'Polish', logs: 'polished' };
  const fit: Candidate = { step: { kind: 'fit' }, label: 'Refit', logs: 'fitted' };
  const strip = (): Candidate | undefined => {
    const m = usualStrip(substrate);
    return (
      m && {
        step: { kind: 'strip', method: m },
        label: `Strip: ${STRIP_METHOD_NAMES[m].toLowerCase()}`,
        logs: 'stripped',
      }
    );
  };
  const clock = (stage: Stage) => status.clocks.find((c) => c.stage === stage);
  const isReached = (stage: Stage) => clock(stage)?.reached ?? true;
  const waitFor = (stage: Stage): Candidate | undefined => {
    const c = clock(stage);
    return c && !c.reached
      ? { step: { kind: 'wait' }, label: 'Leave it to harden: wait, or bake it', logs: 'baked', untilMs: c.opensMs }
      : undefined;
  };
  /** Waiting between two coats. */
  const flash = (): Candidate | undefined => {
    const c = clock('flash');
    return c && !c.reached
      ? { step: { kind: 'wait' }, label: 'Let it flash off', logs: 'coated', untilMs: c.opensMs }
      : undefined;
  };
  /** Another coat, while it still wants one and its session is not over. */
  const another = (): Candidate | undefined =>
    coatWith(
      topProduct,
      topProduct && `Another ${isFiller(topProduct.family) ? 'skim' : 'coat'} of ${topProduct.name.toLowerCase()}`,
    );
  const wantsMore = (t: Layer) => t.coats < (levelCoats(level, t.family) ?? topProduct?.coats ?? 1);
  /** Cleaned first where paper or hands were on it. */
  const cleanOrGo = (...list: (Candidate | undefined)[]) => (grit === undefined ? add(...list) : cleanThen(...list));
  /** Cleaned first where it is not, then what may go on. */
  const cleanThen = (...list: (Candidate | undefined)[]) => (isClean ? add(...list, clean()) : add(clean(), ...list));

  // What was found and not dealt with comes before anything that would go over it.
  for (const treatment of new Set(openFaults(strata).map((f) => f.mark.treatment)))
    add({ step: { kind: 'repair', treatment }, label: TREATMENT_NAMES[treatment], logs: 'repaired' });

  // Compound is on what is not polished: it comes off before anything grips.
  const isPolished = surface.polished !== undefined && top !== undefined && isFinished(top.family);
  if (isPolished) add(...(strata.fittedMs === undefined ? [fit] : []), { step: { kind: 'wax' }, label: 'Wax' });
  else if (surface.polished && !(top && isTopcoat(top.family)))
    add(...(isClean ? [] : [clean()]), sand(top ? 400 : 180, 'Sand'));

  if (!top) onBare();
  else if (surface.guideCoat) {
    // Where nothing is blocked it is only in the way.
    if (!isPrimer(top.family) && !isFiller(top.family)) add(waitFor('sand'), clean());
    add(sand(nextPaper(papersOf(top.family), grit), 'Block'), clean());
  } else
    switch (FAMILIES[top.family].role) {
      case 'found':
        onOld();
        break;
      case 'filler':
        onFiller(top);
        break;
      case 'converter':
        if (wantsMore(top) && !isReached('recoat')) add(another());
        add(waitFor('recoat'), ...coat('epoxy', 'dtm'), another(), clean(), ...coat('lightFiller'));
        break;
      case 'primer':
        onPrimer(top);
        break;
      case 'sealant':
        onSealant(top);
        break;
      case 'base':
        onBase(top);
        break;
      case 'topcoat':
        onTopcoat(top);
        break;
      case 'aid':
        break;
    }
  return out;

  /** What ends the stack by what is agreed; fitting, where the primer ends it. */
  function toFinish(): (Candidate | undefined)[] {
    return over.length > 0 ? coat(...over) : [fit];
  }

  function papersOf(f: ProductFamily): readonly number[] {
    if (f === 'sprayFiller') return [180, 320];
    if (f === 'glaze') return [180, 320];
    if (isFiller(f)) return FILLER_PAPERS;
    return isTopcoat(f) ? clearPapers(level) : primerPapers(level);
  }

  function onBare(): void {
    const { grit: keyGrit, primers } = ON_BARE[substrate];
    const isKeyed = grit !== undefined || (surface.blastProfileUm ?? 0) >= 8;
    const { rust } = status;
    const isRusted = rust?.rustsMs != null && rust.rustsMs < w.nowMs;
    const key = sand(
      method.filler === 'bareMetal' && isMetal(substrate) && SUBSTRATES[substrate].polyesterBonds ? 80 : keyGrit,
      'Sand',
    );
    const fillers = fill(FILLER_ON[substrate]);
    // A scratch as coarse as that was made for filler, where the house puts it on bare metal.
    const fillsFirst = isMetal(substrate)
      ? method.filler === 'bareMetal' && substrate !== 'galvanised' && (grit ?? 999) <= 100
      : isFilledByPlan;
    if (isRusted) add(key, clean());
    else if (!isKeyed) add(...(isClean ? [key, clean()] : [clean(), key]));
    if (isKeyed || isRusted) cleanThen(...(fillsFirst ? [...fillers, ...coat(...primers)] : coat(...primers)));
    add(...coat(...primers), ...fillers);
    if (SUBSTRATES[substrate].rusts && (isRusted || !isKeyed)) add(...coat('converter'));
    add(key);
  }

  function onOld(): void {
    const plastic = substrate === 'plastic';
    const isSound = plastic || top?.family === 'electrocoat' || top?.family === 'factoryFinish';
    // Where it is filled, old paint comes off: filler over it lifts with it.
    if (isFilledByPlan) add(strip(), clean());
    if (grit === undefined) {
      // Cleaned and not stripped: it is meant to stay, and keyed.
      const forColour = sand(plastic ? COLOUR_KEY : 800, 'Sand to key');
      const forPrimer = sand(320, 'Sand to key');
      const key = !isBuilt
        ? [sand(KEY_FOR[system], 'Sand to key'), forPrimer]
        : top?.family === 'electrocoat'
          ? [forPrimer, forColour]
          : [forColour, forPrimer];
      if (isClean || isSound || !isBuilt) add(...(isClean ? [] : [clean()]), ...key, strip(), clean());
      else add(strip(), clean(), ...key);
      add(...fill(FILLER_ON[substrate]));
    } else if (!isBuilt && over.length > 0) cleanThen(...coat(...over), ...coat('epoxy'));
    else if (grit >= COLOUR_KEY) cleanThen(...coat(over[0] ?? 'epoxy', 'clear', 'singleStage', 'epoxy', 'highBuild'));
    else {
      cleanThen(
        ...(plastic ? coat('highBuild', 'baseSolvent') : coat('epoxy', 'highBuild')),
        ...fill(FILLER_ON[substrate]),
      );
      add(sand(800, 'Refine'), strip());
    }
  }

  function onFiller(t: Layer): void {
    const papers = papersOf(t.family);
    const last = papers[papers.length - 1]!;
    const metalRing = strata.layers.every((l) => isFiller(l.family)) && isMetal(substrate);
    const primers = coat(...(metalRing ? (['epoxy', 'dtm', 'highBuild'] as const) : (['highBuild', 'epoxy'] as const)));
    const next = grit === undefined || grit < last ? sand(nextPaper(papers, grit)) : undefined;
    add(waitFor('sand'));
    // The next skim of a plan goes on what the last one was cut to.
    if (isFilledByPlan && t.family !== 'glaze') {
      if (grit === undefined) add(sand(papers[0]!));
      // A filler that does not hold on this primer wants metal.
      else cleanThen(...fill(), strip());
    }
    if (next) add(next);
    const skims = t.family === 'glaze' || t.family === 'flexibleFiller' ? [] : coat('glaze');
    if (grit !== undefined && grit >= last) cleanThen(...primers, ...skims);
    add(another(), ...skims, clean(), ...primers, guide, sand(nextPaper([...papers, 320], grit)));
  }

  function onPrimer(t: Layer): void {
    const { blocked } = FAMILIES[t.family];
    // What a plan fills goes onto keyed primer, before anything else covers it.
    if (isFilledByPlan && !NEEDS_BODY.includes(t.family)) {
      if (grit === undefined || grit > FILLER_KEY) add(waitFor('sand'), sand(FILLER_KEY, 'Sand to key'));
      // A filler that does not hold on this primer wants metal.
      else cleanThen(...fill(), strip());
    }
    const more = wantsMore(t) && grit === undefined && !isReached('sand');
    if (more) add(another());
    if (!isBuilt && !NEEDS_BODY.includes(t.family)) {
      add(waitFor('recoat'));
      if (over.length > 0 && grit === undefined && (blocked || clock('recoat')?.closed))
        add(waitFor('sand'), sand(KEY_FOR[system], 'Sand to key'));
      cleanOrGo(...toFinish());
      add(another(), sand(KEY_FOR[system], 'Sand to key'), clean(), ...coat('seamSealer'), fit);
      return;
    }
    if (blocked) {
      const papers = papersOf(t.family);
      const last = papers[papers.length - 1]!;
      const next =
        t.family === 'sprayFiller'
          ? coat('highBuild', 'epoxy')
          : coat(...over, 'baseSolvent', 'baseWater', 'singleStage');
      add(waitFor('sand'));
      if (grit === undefined) add(guide, sand(nextPaper(papers, grit), 'Block'), another());
      else if (grit < last) add(sand(nextPaper(papers, grit), 'Block'), guide);
      cleanThen(...next);
      add(guide, sand(last, 'Block'), ...(grit === undefined ? [another()] : []));
      return;
    }
    const build = coat('highBuild', 'sprayFiller');
    const fillers = substrate === 'plastic' ? fill('flexibleFiller') : fill('lightFiller', 'glassFiller');
    switch (t.family) {
      case 'plasticPromoter':
        add(...coat('highBuild', 'epoxy', over[0] ?? 'highBuild'), another(), sand(320, 'Scuff'), clean());
        return;
      case 'etch':
      case 'weldThrough':
        add(
          ...coat(
            ...(t.family === 'weldThrough'
              ? (['epoxy', 'seamSealer'] as const)
              : isFilledByPlan
                ? (['epoxy', 'highBuild'] as const)
                : (['highBuild', 'epoxy'] as const)),
          ),
          waitFor('recoat'),
          another(),
        );
        add(sand(320, 'Scuff'), clean());
        return;
      default:
    }
    // One-pack primer is keyed for colour; two-pack build over it may lift it.
    const isOnePack = t.family === 'onePackPrimer' || t.family === 'rustPrimer';
    if (isOnePack && grit !== undefined && grit >= 320) {
      cleanThen(...(t.family === 'rustPrimer' ? coat('epoxy', ...over) : coat(...over)), ...build);
      add(...coat('seamSealer', 'underseal'), sand(600, 'Refine'));
      return;
    }
    if (isOnePack && grit === undefined && isReached('recoat'))
      add(sand(t.family === 'rustPrimer' ? 320 : 600, 'Sand to key'));
    if (grit === undefined) {
      const key = sand(FILLER_KEY, 'Sand to key');
      const forBuild = sand(180, 'Sand to key');
      add(waitFor('recoat'));
      // By the school of keyed epoxy, filler comes next; otherwise it is built while its window is open.
      if (t.family === 'epoxy' && method.filler === 'overEpoxy' && isReached('sand')) add(key);
      if (clock('recoat')?.closed) add(forBuild);
      add(...build, key, forBuild, another(), clean(), ...coat('seamSealer', 'underseal', 'baseSolvent'), ...fillers);
      return;
    }
    if (grit >= COLOUR_KEY) cleanThen(...coat(...over));
    cleanThen(...(grit <= 150 ? [...fillers.slice(0, 1), ...build] : [...build, ...fillers.slice(0, 1)]));
    add(
      ...coat('seamSealer', 'underseal'),
      ...(grit >= COLOUR_KEY ? coat(...over, 'baseSolvent', 'singleStage') : []),
      sand(180, 'Refine'),
    );
  }

  function onSealant(t: Layer): void {
    if (wantsMore(t)) add(another());
    add(waitFor('recoat'));
    if (t.family !== 'seamSealer') add(fit);
    else if (grit === undefined && clock('recoat')?.closed) add(sand(400, 'Scuff'));
    else cleanOrGo(...toFinish(), ...coat('highBuild'));
    add(...toFinish(), another(), sand(400, 'Scuff'), clean(), fit);
  }

  function onBase(t: Layer): void {
    if (grit !== undefined) add(another());
    else if (clock('recoat')?.closed) add(sand(1000, 'Sand to key'), another());
    else {
      add(flash());
      if (wantsMore(t)) add(another());
    }
    add(...coat('clear'), another(), sand(1500, 'Denib'));
  }

  function onTopcoat(t: Layer): void {
    const papers = papersOf(t.family);
    const last = papers[papers.length - 1] ?? 0;
    const open = !(clock('recoat')?.closed ?? true);
    const more = wantsMore(t);
    const p = surface.polished;
    const polished = p !== undefined;
    const isFitted = strata.fittedMs !== undefined;
    if (polished) add(...(isFitted ? [] : [fit]));
    else if (grit !== undefined && grit <= 1200) cleanThen(another(), ...(isBase(t.family) ? [] : coat('baseSolvent')));
    else if (grit === undefined && more && open) add(flash(), another());
    // One coat that hardened before the next: it is keyed, and cleared again.
    if (!polished && grit === undefined && more && !open && isReached('sand')) add(sand(1000, 'Sand to key'), clean());
    add(waitFor('sand'));
    // What is not to shine is left as it was sprayed, and so is enamel, which stays soft for weeks.
    if (!polished && level !== 'tidy' && sheen === 'gloss' && t.family !== 'enamel') {
      if (grit === undefined || (grit > 1200 && grit < last)) add(sand(nextPaper(papers, grit), 'Denib'));
      add(polish);
    }
    add(fit, sand(nextPaper(papers, grit), 'Denib'), polish, clean(), another());
    add({ step: { kind: 'tape' }, label: 'Tape over it' }, { step: { kind: 'wax' }, label: 'Wax' });
  }
}

/** The next finer paper of a list; the last one stays. */
function nextPaper(papers: readonly number[], grit: number | undefined): number {
  return papers.find((g) => grit === undefined || g > grit) ?? papers[papers.length - 1] ?? 2000;
}

const onOf = (s: Step) => ('on' in s ? s.on?.join() : undefined);
const isSameStep = (a: Step, b: Step): boolean =>
  a.kind === b.kind &&
  onOf(a) === onOf(b) &&
  ('product' in a && 'product' in b
    ? a.product.id === b.product.id
    : a.kind === 'sand' && b.kind === 'sand'
      ? a.grit === b.grit
      : a.kind === 'repair' && b.kind === 'repair'
        ? a.treatment === b.treatment
        : true);
