import type { Agreed } from '../log/days';
import type { StepKind } from '../log/event';
import type { Product } from '../library/product';
import { setUpMinutes } from '../labour/hours';
import type { RouteStep } from '../route/route';
import { stageMin } from '../session/fromTasks';
import { hashText } from '../units/hash';
import { MINUTE_MS } from '../units/time';

/** Where work of a kind is done, for what it takes up. rest: nobody is at it. Complete by type. */
const PLACES = {
  coat: 'spray',
  fill: 'bench',
  clean: 'bench',
  sand: 'bench',
  guide: 'bench',
  polish: 'bench',
  strip: 'bench',
  blast: 'blast',
  repair: 'weld',
  fit: 'car',
  tape: 'bench',
  clamp: 'weld',
  wax: 'car',
  mask: 'bench',
  bake: 'rest',
  remove: 'car',
  wait: 'rest',
} as const satisfies { readonly [K in StepKind]: string };
export type WorkPlace = (typeof PLACES)[StepKind];

/** What is taken up and left again without harm. Complete by place. */
const PAUSES: { readonly [P in WorkPlace]: boolean } = {
  spray: false,
  bench: true,
  blast: false,
  weld: true,
  car: true,
  rest: false,
};

/** Waits up to this are waited out at the piece: another one is hardly begun meanwhile, min. */
const SHORT_MIN = 30;
/** Longer than this nobody sprays in one go: what is more is another go, min. */
const ONE_GO_MIN = 240;

/** A window that is open for less than this after the rest is no window to plan with, min: the way itself says what then. */
const LEAST_WINDOW_MIN = 60;
/** Coats of one product in one go, over all parts of a load, min: more parts are another load. */
const ONE_LOAD_MIN = 60;

/** The way of a zone, with what a plan asks besides. */
export interface ZoneWork {
  jobId: string;
  panelId: string;
  zoneId: string;
  steps: readonly RouteStep[];
  /** Why its way ends before it is fitted; absent: it does not. */
  stuck?: true;
  /** Like pieces that are done as one. */
  pieces: number;
  /** It is bare steel now, or will be: how long that stays clean, min. */
  rustsMin?: number;
  /** A window of what is on it now closes then, ms. */
  closesMs?: number;
  /** What is sprayed on it next is for that evening. */
  eveningId?: string;
}

/** A step of work in one go. */
export interface BlockStep {
  kind: StepKind;
  label: string;
  /** Id of its product, where it has one. */
  product?: string;
}

/** Work in one go: steps of one or more zones, done one after the other. */
export interface Block {
  id: string;
  /** What it is, apart from when and by whom: the key of what it is about, and which time that is, counted from the end. */
  work: string;
  jobId: string;
  panelIds: readonly string[];
  zoneIds: readonly string[];
  place: WorkPlace;
  steps: readonly BlockStep[];
  /** Work and short waits of it, min. */
  minutes: number;
  pauses: boolean;
  /** Rest of what is before it, after that is done, min. */
  waitMin: number;
  /** The last product before that rest: its clock is what is waited for. */
  waitsFor?: string;
  /** It has to be begun so long after the end of what is before it, min: a window, or bare steel. */
  withinMin?: number;
  /** It has to be begun by then: a window that is open now, ms. */
  closesMs?: number;
  /** What is sprayed last in it, until when it takes its place, min. */
  product?: string;
  dustMin: number;
  pieces: number;
  eveningId?: string;
  visitId?: string;
}

const productOf = (s: RouteStep): Product | undefined =>
  'product' in s.step ? (s.step.product as Product | undefined) : undefined;
const waitBefore = (steps: readonly RouteStep[], k: number, nowMs: number): number => {
  const before = steps[k - 1];
  const fromMs = before ? before.fromMs + before.workMin * MINUTE_MS : nowMs;
  return Math.max(0, ((steps[k]?.fromMs ?? fromMs) - fromMs) / MINUTE_MS);
};
/** What opens a surface again, so that no window of what is under it counts any more. */
const OPENS: readonly StepKind[] = ['sand', 'strip', 'blast', 'polish'];
const BARES: readonly StepKind[] = ['strip', 'blast'];
const LAYS: readonly StepKind[] = ['coat', 'fill'];

/** How soon a step has to come after an earlier one, and which: its recoat window, or steel that lies bare. */
function windowOf(
  steps: readonly RouteStep[],
  k: number,
  tempC: number,
  rustsMin: number | undefined,
): { after: number; withinMin: number } | undefined {
  const s = steps[k];
  if (!s || !LAYS.includes(s.step.kind)) return undefined;
  for (let j = k - 1; j >= 0; j--) {
    const b = steps[j];
    if (!b) continue;
    if (BARES.includes(b.step.kind)) return rustsMin === undefined ? undefined : { after: j, withinMin: rustsMin };
    if (OPENS.includes(b.step.kind)) return undefined;
    const product = productOf(b);
    if (!product || !LAYS.includes(b.step.kind)) continue;
    const withinMin = stageMin(product, 'recoat', tempC, 'closesMin');
    return withinMin === undefined ? undefined : { after: j, withinMin };
  }
  return undefined;
}

/** What goes with another step and is not what the work is about. */
const ASIDE: readonly StepKind[] = ['clean', 'guide', 'mask'];

/** What a step is to a plan, by ids and figures: the same for zones that are worked on together, and tomorrow still. */
function keyOf(s: RouteStep): string {
  const { step } = s;
  const more = [
    productOf(s)?.id,
    'grit' in step ? step.grit : undefined,
    'treatment' in step ? step.treatment : undefined,
    'method' in step ? step.method : undefined,
    'on' in step && step.on ? 'spots' : undefined,
  ];
  return [step.kind, ...more.map((x) => x ?? '')].join('|');
}

/** What kind of act a piece of work is about, and with which product, from its key; see {@link Block}. */
export function workAbout(work: string): { kind: string; productId?: string } {
  const [kind = '', productId = ''] = work.split('|');
  return { kind, ...(productId !== '' && { productId }) };
}

/**
 * The ways of zones as work in one go each: steps of one place without a rest between them, and zones of a job that have the same way to go are gone over
 * together (setting up once). Work of a visit is cut out of its block.
 * @param tempC of the air that windows are counted with @param nowMs when the ways begin
 * @returns the blocks of each chain in their order
 */
export function blocksOf(
  work: readonly ZoneWork[],
  visits: readonly Agreed[],
  tempC: number,
  nowMs: number,
): readonly (readonly Block[])[] {
  const groups = new Map<string, ZoneWork[]>();
  for (const z of work) {
    if (z.steps.length === 0) continue;
    const waits = z.steps.map((_, k) => Math.round(waitBefore(z.steps, k, nowMs) / 60));
    const theirs = visits.flatMap((v) => (isOn(v, z) ? [v.id] : []));
    const key = JSON.stringify([
      z.jobId,
      z.steps.map((x) => `${keyOf(x)} ${x.label}`),
      waits,
      theirs,
      z.eveningId,
      z.stuck,
    ]);
    groups.set(key, [...(groups.get(key) ?? []), z]);
  }
  return [...groups.values()].flatMap((zones) => loads(zones)).map((zones) => chainOf(zones, visits, tempC, nowMs));
}

/** As many at once as are sprayed in one go. */
function loads(zones: readonly ZoneWork[]): ZoneWork[][] {
  const out: ZoneWork[][] = [];
  let room = 0;
  for (const z of zones) {
    const longest = Math.max(0, ...z.steps.map((s) => (PLACES[s.step.kind] === 'spray' ? s.workMin : 0)));
    const last = out[out.length - 1];
    if (last && room >= longest) last.push(z);
    else {
      out.push([z]);
      room = ONE_LOAD_MIN;
    }
    room -= longest;
  }
  return out;
}

const isOn = (a: Agreed, z: Pick<ZoneWork, 'panelId' | 'jobId'>): boolean =>
  a.panelIds.length === 0 || a.panelIds.includes(z.panelId);

function chainOf(zones: readonly ZoneWork[], visits: readonly Agreed[], tempC: number, nowMs: number): Block[] {
  const [first] = zones;
  if (!first) return [];
  const { steps } = first;
  const own = visits.filter((v) => v.kind === 'visit' && isOn(v, first));
  const visitOf = (k: number) => own.find((v) => v.act === steps[k]?.step.kind)?.id;
  const placeOf = (k: number): WorkPlace => {
    const kind = steps[k]?.step.kind ?? 'wait';
    // What is wiped right before a coat is wiped where it is coated.
    return kind === 'clean' && steps[k + 1]?.step.kind === 'coat' && waitBefore(steps, k + 1, nowMs) <= SHORT_MIN
      ? 'spray'
      : PLACES[kind];
  };
  const minutesOf = (k: number) => {
    const each = zones.map((z) => z.steps[k]?.workMin ?? 0);
    const once = setUpMinutes(steps[k]?.step.kind ?? 'wait');
    return Math.max(...each, each.reduce((a, b) => a + b, 0) - once * (zones.length - 1));
  };
  const blocks: (Block & { at: number[] })[] = [];
  for (let k = 0; k < steps.length; k++) {
    const s = steps[k];
    if (!s) continue;
    const waitMin = Math.max(...zones.map((z) => waitBefore(z.steps, k, nowMs)));
    const place = placeOf(k);
    const visitId = visitOf(k);
    const last = blocks[blocks.length - 1];
    const minutes = minutesOf(k);
    const product = productOf(s);
    const blockStep = { kind: s.step.kind, label: s.label, ...(product && { product: product.id }) };
    const isSameGo =
      last &&
      last.place === place &&
      last.visitId === visitId &&
      waitMin <= SHORT_MIN &&
      (place !== 'spray' || last.minutes + waitMin + minutes <= ONE_GO_MIN);
    const window = windowOf(steps, k, tempC, first.rustsMin);
    if (isSameGo) {
      last.steps = [...last.steps, blockStep];
      last.minutes += waitMin + minutes;
      last.at.push(k);
      if (place === 'spray' && product) {
        last.product = product.id;
        last.dustMin = stageMin(product, 'dustFree', tempC, 'opensMin') ?? 30;
      }
      continue;
    }
    const before = steps[k - 1];
    const waitsFor = before && productOf(before)?.id;
    blocks.push({
      id: '',
      work: '',
      jobId: first.jobId,
      panelIds: [...new Set(zones.map((z) => z.panelId))],
      zoneIds: zones.map((z) => z.zoneId),
      place,
      steps: [blockStep],
      minutes,
      pauses: PAUSES[place],
      waitMin,
      ...(waitsFor !== undefined && waitMin > 0 && { waitsFor }),
      ...(place === 'spray' && product && { product: product.id }),
      dustMin: place === 'spray' && product ? (stageMin(product, 'dustFree', tempC, 'opensMin') ?? 30) : 0,
      pieces: zones.reduce((n, z) => n + z.pieces, 0),
      ...(visitId !== undefined && { visitId }),
      at: [k],
    });
    const made = blocks[blocks.length - 1];
    // Only from one block to the next: what is in between in the same go is not left lying.
    if (made && window && last?.at.includes(window.after) && window.withinMin >= waitMin + LEAST_WINDOW_MIN)
      made.withinMin = window.withinMin;
  }
  // A window that is open now counts for what is laid first, unless that is sanded before.
  const firstLaid = steps.findIndex((s) => LAYS.includes(s.step.kind));
  const closesMs = Math.min(...zones.map((z) => z.closesMs ?? Infinity));
  const laid = blocks.find((b) => b.at.includes(firstLaid));
  if (laid && Number.isFinite(closesMs) && !steps.slice(0, firstLaid).some((s) => OPENS.includes(s.step.kind)))
    laid.closesMs = closesMs;
  const firstSpray = blocks.find((b) => b.place === 'spray');
  if (firstSpray && first.eveningId !== undefined) firstSpray.eveningId = first.eveningId;
  // The same work may come twice on a way: it is counted from the end, so that what is to come keeps its name while the way gets shorter.
  const seen = new Map<string, number>();
  const zonesKey = hashText([...new Set(zones.map((z) => z.zoneId))].sort().join());
  for (const b of [...blocks].reverse()) {
    const mine = b.at.flatMap((k) => steps[k] ?? []);
    const main = mine.find((x) => !ASIDE.includes(x.step.kind)) ?? mine[0];
    const key = main ? keyOf(main) : '';
    const n = (seen.get(key) ?? 0) + 1;
    seen.set(key, n);
    b.work = `${key}#${n}`;
    b.id = `${b.jobId}/${zonesKey}/${b.work}`;
  }
  return blocks.map(({ at: _, ...b }) => b);
}
