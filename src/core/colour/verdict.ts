import { quantileSorted } from 'simple-statistics';
import { ciede2000 } from './difference';
import { normalDraws } from './draws';
import { fitFlakeTilt, type FlakeTiltFit } from './flakeTiltFit';
import { LIGHTS, LIGHT_KINDS, type Light } from './lights';
import { isAlong, isFaceOn, pairDifference, weightedDifference, weightedMean, type SeenPair } from './pairs';

/** Under the first a part may end at a gap; under the second the eye is led over it by a blend. Weighted CIEDE2000. */
export interface ColourLimits {
  butt: number;
  blend: number;
}
export const COLOUR_LIMITS: ColourLimits = { butt: 0.8, blend: 2 };
/** Lights that disagree by more than this about two colours: what matches in one does not in the other. */
export const METAMERIC_DE = 1;

/** What can be done with a colour as it is. */
export type ColourAnswer = 'butt' | 'blend' | 'respray' | 'tint';

export interface ColourVerdict {
  answer: ColourAnswer;
  /** Weighted CIEDE2000, and what four in five draws lie between. */
  de: number;
  low: number;
  high: number;
  /** Face-on (to 35°), between, and along (from 60°), in daylight where there is some; absent where nobody looked. */
  face?: number;
  middle?: number;
  along?: number;
  /** How the card differs there in L*. */
  faceL?: number;
  alongL?: number;
  /** Two lights that say something else, and by how much. */
  metameric?: { best: Light; worst: Light; by: number };
  /** The difference is how it was sprayed rather than what is in it. */
  flakeTilt?: FlakeTiltFit;
  /** One sentence. */
  why: string;
}

const DRAWS = 400;
const SEED = 1905;

/** What the weighted difference may be, given how sure each pair is: draws, sorted. */
function drawn(pairs: readonly SeenPair[]): number[] {
  const normal = normalDraws(SEED);
  const out: number[] = [];
  for (let i = 0; i < DRAWS; i++)
    out.push(
      weightedMean(pairs, (p) =>
        ciede2000(p.car, [
          p.card[0] + p.spread[0] * normal(),
          p.card[1] + p.spread[1] * normal(),
          p.card[2] + p.spread[2] * normal(),
        ]),
      ) ?? 0,
    );
  return out.sort((a, b) => a - b);
}

/** A difference of the hand comes before any toner: it is gone with the next card, and a toner would stay. */
/** Another card is worth its hour where it gains at least this share of the difference. */
const RESPRAY_GAIN = 0.2;

function answerOf(high: number, de: number, flakeTilt: FlakeTiltFit | undefined, limits: ColourLimits): ColourAnswer {
  if (high < limits.butt) return 'butt';
  if (high < limits.blend) return 'blend';
  return flakeTilt && flakeTilt.leftDe <= (1 - RESPRAY_GAIN) * de ? 'respray' : 'tint';
}

/** Whether the card passes beside the car, and if not, what to turn first. @returns undefined where nothing was seen of both */
export function judgeColour(
  pairs: readonly SeenPair[],
  limits: ColourLimits = COLOUR_LIMITS,
): ColourVerdict | undefined {
  if (pairs.length === 0) return undefined;
  const de = weightedDifference(pairs);
  const draws = drawn(pairs);
  const low = Math.min(de, quantileSorted(draws, 0.1));
  // Four in five are under it. It is what the verdict goes by: a panel is dearer than a card.
  const high = Math.max(de, quantileSorted(draws, 0.8));
  const day = pairs.some((p) => p.light === 'D65') ? pairs.filter((p) => p.light === 'D65') : pairs;
  const of = (which: (p: SeenPair) => boolean, what: (p: SeenPair) => number) => weightedMean(day.filter(which), what);
  const dl = (p: SeenPair) => p.card[0] - p.car[0];
  const face = of(isFaceOn, pairDifference);
  const middle = of((p) => !isFaceOn(p) && !isAlong(p), pairDifference);
  const along = of(isAlong, pairDifference);
  const faceL = of(isFaceOn, dl);
  const alongL = of(isAlong, dl);
  const metameric = metamerism(pairs);
  const flakeTilt = fitFlakeTilt(day);
  const answer = answerOf(high, de, flakeTilt, limits);
  return {
    answer,
    de,
    low,
    high,
    ...(face !== undefined && { face }),
    ...(middle !== undefined && { middle }),
    ...(along !== undefined && { along }),
    ...(faceL !== undefined && { faceL }),
    ...(alongL !== undefined && { alongL }),
    ...(metameric && { metameric }),
    ...(flakeTilt && { flakeTilt }),
    why: whyOf(answer, { de, ...(flakeTilt && { flakeTilt }), ...(metameric && { metameric }) }, limits),
  };
}

/** Lights whose differences are further apart than {@link METAMERIC_DE}. */
function metamerism(pairs: readonly SeenPair[]): ColourVerdict['metameric'] {
  const by = LIGHT_KINDS.flatMap((light) => {
    const de = weightedMean(
      pairs.filter((p) => p.light === light),
      pairDifference,
    );
    return de === undefined ? [] : [{ light, de }];
  }).sort((a, b) => a.de - b.de);
  const [best] = by;
  const worst = by[by.length - 1];
  return best && worst && worst.de - best.de > METAMERIC_DE
    ? { best: best.light, worst: worst.light, by: worst.de - best.de }
    : undefined;
}

const f1 = (x: number): string => x.toFixed(1);

function whyOf(
  answer: ColourAnswer,
  v: Pick<ColourVerdict, 'de' | 'flakeTilt' | 'metameric'>,
  limits: ColourLimits,
): string {
  const lights = v.metameric
    ? ` It fits better ${LIGHTS[v.metameric.best].under} than ${LIGHTS[v.metameric.worst].under}: look at it there too.`
    : '';
  return `${answerWhy(answer, v, limits)}${lights}`;
}

function answerWhy(
  answer: ColourAnswer,
  { de, flakeTilt }: Pick<ColourVerdict, 'de' | 'flakeTilt'>,
  limits: ColourLimits,
): string {
  switch (answer) {
    case 'butt':
      return `Surely under ${f1(limits.butt)}: nobody sees it over a gap.`;
    case 'blend':
      if (flakeTilt) return `${flakeTilt.says} As it is it passes, led over by a blend.`;
      return de < limits.butt
        ? 'It may well pass at a gap, but that is not sure enough: a blend hides what is left.'
        : 'Visible butted, hidden blended.';
    case 'respray':
      return flakeTilt === undefined
        ? 'Spray the card again another way before any toner.'
        : `${flakeTilt.says} Spray the card again that way before any toner: about ${f1(flakeTilt.leftDe)} would be left.`;
    case 'tint':
      return 'Too far off to blend, and not by how it was sprayed: it is what is in it, or what shows through.';
  }
}
