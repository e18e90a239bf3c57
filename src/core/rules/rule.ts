import type { ColourFacts } from '../colour/cards';
import type { AgreedFinish } from '../library/finish';
import type { Product, ProductFamily, ProductLookup, Stage } from '../library/product';
import type { ZoneStatus } from '../cure/status';
import type { Layer, Strata } from '../strata/types';
import type { OnSpots } from '../log/event';
import type { Treatment } from '../log/marks';
import type { StripMethod } from '../log/tools';
import type { AirHistory } from '../air/history';
import type { JobConstraints } from './access';
import type { Message } from '../units/phrase';
import type { HouseMethod } from '../library/method';

/** Something that hands may do next to a zone. */
export type Step =
  | {
      kind: 'coat';
      product: Product;
      filmUm?: number;
      coats?: number;
      hardenerId?: string;
      /** Which cup, and which colour, where that is known already. */
      batchId?: string;
      colourId?: string;
      colourHex?: string;
      on?: OnSpots;
    }
  | { kind: 'fill'; product: Product; filmUm?: number; hardenerFraction?: number; on?: OnSpots }
  | { kind: 'clean'; product: Product; on?: OnSpots }
  | { kind: 'sand'; grit: number; removedUm?: number; on?: OnSpots }
  | { kind: 'guide'; aid?: Product }
  | { kind: 'polish'; removedUm?: number }
  | { kind: 'strip'; method: StripMethod }
  | { kind: 'blast'; media: string; barG?: number; wet: boolean; inhibitor?: boolean }
  | { kind: 'repair'; treatment?: Treatment }
  | { kind: 'fit' }
  | { kind: 'tape' }
  | { kind: 'clamp' }
  | { kind: 'wax' }
  | { kind: 'mask' }
  | { kind: 'bake'; tempC?: number; minutes?: number }
  | { kind: 'remove' }
  | { kind: 'wait' };
export type StepKind = Step['kind'];
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

/** How much a rule weighs. stop: not now. care: may be done, knowing this. note: worth saying. */
export type Level = 'stop' | 'care' | 'note';

/** The air at the panel, as the rules see it. */
export interface RuleAir {
  tempC: number;
  rh: number;
  surfaceC: number;
  dewPointC: number;
}

/** Everything a rule may read. */
export interface RuleContext<S extends Step = Step> {
  step: S;
  strata: Strata;
  status: ZoneStatus;
  top?: Layer;
  topProduct?: Product;
  air: RuleAir;
  method: HouseMethod;
  products: ProductLookup;
  nowMs: number;
  /** The panel's surface by the forecast. */
  ahead?: AirHistory;
  /** Of a spot of a zone, asked about by itself: its id. */
  spotId?: string;
  /** What the rest of the job has to say: access order, other faces, area. */
  around?: RuleJobContext;
}

/** The zone within its job, as the rules see it. */
export interface RuleJobContext extends JobConstraints {
  areaCm2: number;
  /** What the zone is to end with, as far as anybody agreed on it. */
  finish: AgreedFinish;
  /** It is a test card. */
  isCard: boolean;
  /** What is known of the colour that the zone is to have. Looked up only where a rule asks. */
  colour(): ColourFacts;
  /** Other zones of the vehicle that carry that colour, with the batch on top. */
  beside(): readonly { zone: string; batchId: string }[];
}

/** What hands do so that a stop is over. `on`: only on these spots. */
export type Remedy = (
  | { act: 'sand'; grit: number }
  | { act: 'clean'; water?: true }
  | { act: 'coat'; family: ProductFamily }
  | { act: 'strip' }
) & { on?: OnSpots };

/** What a rule answers when it fires. */
export interface Finding {
  level: Level;
  /** The reason, one sentence. */
  says: Message;
  /** What would clear it. */
  clears?: Message;
  /** When the clock clears it by itself, ms. */
  clearsMs?: number;
  /** What hands do so that it is over, the first first: see `remedies.ts`. */
  remedies?: readonly Remedy[];
}

export interface Rule {
  /** Stable: 'family.name'. */
  id: string;
  kinds: readonly StepKind[];
  /** What it looks after, for the table in the docs. */
  about: string;
  /** Undefined: it does not fire. */
  check(c: RuleContext): Finding | undefined;
}

/** A rule for steps of some kinds, with the step's type known inside. */
export function rule<K extends StepKind>(
  id: string,
  kinds: readonly K[],
  about: string,
  check: (c: RuleContext<StepOf<K>>) => Finding | undefined,
): Rule {
  return {
    id,
    kinds,
    about,
    check: (c) =>
      (kinds as readonly StepKind[]).includes(c.step.kind) ? check(c as RuleContext<StepOf<K>>) : undefined,
  };
}

/** Not now. @param clears what would clear it @param clearsMs when the clock clears it by itself, ms */
export const stop = (says: Message, clears?: Message, clearsMs?: number): Finding => ({
  level: 'stop',
  says,
  ...(clears && { clears }),
  ...(clearsMs && { clearsMs }),
});
/** It may be done, knowing this. */
export const care = (says: Message, clears?: Message): Finding => ({ level: 'care', says, ...(clears && { clears }) });
/** Worth saying. */
export const note = (says: Message): Finding => ({ level: 'note', says });

/** A stage of the layer on top, if it has it. */
export const stageOf = (c: RuleContext, stage: Stage) => c.status.clocks.find((x) => x.stage === stage);
/** Nothing over the substrate. */
export const isBareSurface = (c: RuleContext): boolean => c.strata.layers.length === 0;
