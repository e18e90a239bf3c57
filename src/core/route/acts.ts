import { sheenOf, type Finish, type Sheen } from '../library/finish';
import type { QualityLevel } from '../library/level';
import type { HouseMethod } from '../library/method';
import { isTopcoat, isWaterBased, FAMILIES, type Product, type ProductFamily } from '../library/product';
import { isMetal } from '../library/substrates';
import type { LoggableKind, OnSpots } from '../log/event';
import { STRIP_METHOD_NAMES } from '../log/tools';
import { productsByLastUse, type JobState } from '../strata/fold';
import type { Strata } from '../strata/types';
import type { SpotStatus, ZoneStatus } from '../cure/status';
import type { Material } from '../systems/surfaces';
import type { PlannedSkim } from '../fair/zoneSkims';
import { likelyRemovalUm } from '../grit/removal';
import type { Step } from '../rules/rule';
import { lowerFirst } from '../units/phrase';
import { usualStrip } from './recipe';

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

/** What is chosen where more than one recipe leads home; absent: what is usual there. */
export interface Preference {
  oldPaint?: 'key' | 'strip';
  /** What goes on promoted plastic first. */
  plastic?: 'colour' | 'build';
  /** Lows are sprayed full instead of skimmed. */
  lows?: 'build';
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
  prefer?: Preference | undefined;
  nowMs: number;
  /** Steps that somebody put off, by {@link stepKey}: they do not come into question. */
  putOff?: readonly string[] | undefined;
  /** What may lie on what, by the tables; absent: by what a layer is, which is enough to say what comes next. See `compatible.ts`. */
  compatible?: Compatible | undefined;
  /** Skims that a plan has on this zone and that are not spread yet; empty: nothing has to be filled; absent: nobody has read it. */
  skims?: readonly PlannedSkim[] | undefined;
}

/** Whether a material may lie where something shows. */
export type Compatible = (m: Material, at: Pick<SpotStatus, 'strata' | 'status'>, w: WayInput) => boolean;

/** What a step is to somebody who puts it off: the act, and of which product's family. */
export const stepKey = (s: Step): string =>
  `${'product' in s ? `${s.kind} ${s.product.family}` : s.kind}${'on' in s && s.on ? ' on spots' : ''}`;

/** The product used last among those that pass, else the first that passes in the library. */
export function recent(state: JobState, all: readonly Product[], pass: (p: Product) => boolean): Product | undefined {
  for (const id of productsByLastUse(state)) {
    const p = all.find((x) => x.id === id);
    if (p && pass(p)) return p;
  }
  return all.find(pass);
}

/** A product of a family, the one that was used last. */
export const findProduct = ({ state, all }: Pick<WayInput, 'state' | 'all'>, f: ProductFamily): Product | undefined =>
  recent(state, all, (p) => p.family === f);

/** Likewise; of what ends the stack one that dries to the sheen that is agreed, where the library has one. */
export const findFinish = (w: Pick<WayInput, 'state' | 'all'>, f: ProductFamily, sheen: Sheen): Product | undefined =>
  isTopcoat(f)
    ? (recent(w.state, w.all, (p) => p.family === f && sheenOf(p) === sheen) ?? findProduct(w, f))
    : findProduct(w, f);

/** Laying a product: a coat, or a skim. */
export function layStep(p: Product, label = p.name): Candidate {
  const { usedIn } = FAMILIES[p.family];
  if (usedIn === 'filled') return { step: { kind: 'fill', product: p }, label, logs: 'filled' };
  return { step: { kind: 'coat', product: p }, label, logs: usedIn === 'treated' ? 'treated' : 'coated' };
}

/** Sanding, with what that paper takes off there. */
export const sandStep = (grit: number, strata: Strata, verb = 'Sand'): Candidate => ({
  step: { kind: 'sand', grit, removedUm: likelyRemovalUm(grit, strata) },
  label: `${verb}, P${grit}`,
  logs: 'sanded',
});

/** Wiping with what suits the substrate. @param water only what takes salt and soda out */
export function cleanStep({ strata, state, all }: WayInput, water = false): Candidate | undefined {
  const suits = isMetal(strata.substrate) ? 'metal' : 'plastic';
  const p = recent(
    state,
    all,
    (x) => x.family === 'cleaner' && (water ? isWaterBased(x) : x.suits === 'any' || x.suits === suits),
  );
  return p && { step: { kind: 'clean', product: p }, label: `Clean: ${p.name.toLowerCase()}`, logs: 'cleaned' };
}

/** Taking a coating off as is usual on the substrate; undefined where it is keyed instead. */
export function stripStep({ substrate }: Strata): Candidate | undefined {
  const method = usualStrip(substrate);
  return (
    method && {
      step: { kind: 'strip', method },
      label: `Strip: ${STRIP_METHOD_NAMES[method].toLowerCase()}`,
      logs: 'stripped',
    }
  );
}

export const GUIDE: Candidate = { step: { kind: 'guide' }, label: 'Guide coat', logs: 'guideCoated' };
export const POLISH: Candidate = { step: { kind: 'polish' }, label: 'Polish', logs: 'polished' };
export const REFIT: Candidate = { step: { kind: 'fit' }, label: 'Refit', logs: 'fitted' };
export const WAX: Candidate = { step: { kind: 'wax' }, label: 'Wax' };

/** A step done on some spots, and nowhere else. @param name what they are called: 'Spots of bare steel' */
export function toSpots(c: Candidate, on: OnSpots, name: string): Candidate {
  const { step } = c;
  if (step.kind !== 'coat' && step.kind !== 'fill' && step.kind !== 'clean' && step.kind !== 'sand') return c;
  return { ...c, step: { ...step, on }, label: `${name}: ${lowerFirst(c.label) as string}` };
}

/** Steps each once, in their order. */
export const unique = (list: readonly Candidate[]): Candidate[] =>
  list.filter((c, i) => list.findIndex((o) => isSameStep(o.step, c.step)) === i);

const onOf = (s: Step) => ('on' in s ? s.on?.join() : undefined);
/** Whether two steps are one to the hand: the same act with the same product, paper or treatment, on the same spots. */
export const isSameStep = (a: Step, b: Step): boolean =>
  a.kind === b.kind &&
  onOf(a) === onOf(b) &&
  ('product' in a && 'product' in b
    ? a.product.id === b.product.id
    : a.kind === 'sand' && b.kind === 'sand'
      ? a.grit === b.grit
      : a.kind === 'repair' && b.kind === 'repair'
        ? a.treatment === b.treatment
        : true);
