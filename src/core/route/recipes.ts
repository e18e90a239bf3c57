import { FINISHES, USUAL_FINISH, type Keeps } from '../library/finish';
import type { HouseMethod } from '../library/method';
import type { Wish } from '../library/wish';
import { FAMILIES, isFiller } from '../library/product';
import { coatsCost } from '../mix/coatsCost';
import { openFaults, topLayer } from '../strata/types';
import { COMPATIBILITY } from '../systems/compatibility';
import { isSameStep } from './acts';
import { hasPaint } from './keptWay';
import { routeFrom, type Route, type RouteInput } from './route';

interface RecipeRecord {
  name: string;
  /** What can go wrong with it, or what one gives up for it. */
  risk: string;
}

/** Recipes between which a shop chooses where more than one leads to the finish. */
export const RECIPES = {
  key: { name: 'Key the old paint', risk: 'It holds no better than what lies below it, and nobody sees the metal.' },
  strip: {
    name: 'Strip it',
    risk: 'Bare steel rusts, the sander warms thin sheet, and what comes to light has to be mended.',
  },
  whole: { name: 'Paint the whole face', risk: 'The colour meets the panel beside it at the edge.' },
  keep: { name: 'Keep it as it is', risk: 'What is dabbed stays a dab, and shows.' },
  polish: { name: 'Polish it only', risk: 'What is through the clear stays through.' },
  touchIn: { name: 'Touch it in', risk: 'It shows from near.' },
  spotRepair: { name: 'Spot repair, clear over all', risk: 'Its soft edge wants a practised hand.' },
  colourOnPromoter: { name: 'Colour on promoter', risk: 'Nothing fills: scratches coarser than P500 show.' },
  buildOnPromoter: { name: 'High-build on promoter', risk: 'More film on a part that flexes chips sooner.' },
  fillOverEpoxy: { name: 'Filler over keyed epoxy', risk: 'One more film to wait for.' },
  fillOnMetal: { name: 'Filler on bare metal', risk: 'Metal at its edge stands bare until it is primed: it rusts.' },
  skim: { name: 'Skim it', risk: 'Every skim is one more to cut, and its edge shows if it is not feathered.' },
  sprayFiller: { name: 'Spray filler, no skim', risk: 'It sinks for days: blocked too soon, the lows come back.' },
} as const satisfies Record<string, RecipeRecord>;
export type RecipeId = keyof typeof RECIPES;

/** What a recipe changes in what the way is found from. */
export interface RecipeChange extends Pick<RouteInput, 'prefer' | 'finish' | 'fill'> {
  method?: Partial<HouseMethod>;
}

/** What one recipe takes. */
export interface ComparedRecipe {
  id: RecipeId;
  change: RecipeChange;
  route: Route;
  /** Hands and materials, in the shop's currency: an estimate to compare with. */
  money: number;
  /** It is what the way does if nobody chooses. */
  isUsual: boolean;
  /** It ends as something else than what is agreed. */
  endsOtherwise: boolean;
}

/**
 * Hands and materials of what is still to come, in the shop's currency. Wipes, papers and guide coat are left out: every way has them.
 * @param hourCost an hour of work
 */
export function routeMoney({ steps, workMin }: Route, hourCost: number): number {
  const material = steps.reduce((sum, { step, areaCm2 = 0 }) => {
    if (step.kind === 'coat') return sum + coatsCost(step.product, areaCm2, 1);
    return step.kind === 'fill' ? sum + coatsCost(step.product, areaCm2, 1, step.filmUm) : sum;
  }, 0);
  return material + (workMin / 60) * hourCost;
}

/** Lows up to so much of what spray filler lays in its coats come level with it. */
const LEVELS = 0.5;
/** The deepest place of a low lies about so much below its mean. */
const DEEPEST = 2;

/** Whether what a plan fills is shallow enough to be sprayed. */
function isShallow({ fill, all, areaCm2 }: RouteInput): boolean {
  const p = all.find((x) => x.family === 'sprayFiller');
  if (!p || !fill || fill.left.length === 0) return false;
  const deepestUm = fill.left.reduce((um, s) => um + (DEEPEST * s.filmUm * areaCm2) / Math.max(1, s.areaCm2), 0);
  return deepestUm <= LEVELS * p.coats * p.film.nominalUm;
}

/** What paint that stays is called as a recipe. */
const KEPT_BY: { readonly [K in Keeps]: RecipeId } = {
  asItIs: 'keep',
  polished: 'polish',
  touchedIn: 'touchIn',
  spotRepair: 'spotRepair',
};

/** The choices that a state leaves open, each with what it changes. */
function choicesOf(r: RouteInput, usual: Route): { id: RecipeId; change: RecipeChange }[] {
  const { strata } = r.input;
  const top = topLayer(strata);
  const finish = r.finish ?? USUAL_FINISH;
  const { keeps } = FINISHES[finish.system];
  const fills = usual.steps.some(({ step }) => step.kind === 'fill');
  const isOldPaint = top !== undefined && FAMILIES[top.family].role === 'found' && !keeps;
  const isRepair = hasPaint(strata) && (r.input.status.spots !== undefined || openFaults(strata).length > 0);
  const isPromoted = usual.steps.some(({ step }) => step.kind === 'coat' && step.product.family === 'plasticPromoter');
  const takesEither =
    fills && 'of' in COMPATIBILITY[strata.substrate].on.lightFiller && strata.layers.every((l) => !isFiller(l.family));
  const list: { id: RecipeId; change: RecipeChange }[] = [];
  const offer = (id: RecipeId, change: RecipeChange) => list.push({ id, change });
  if (isOldPaint) {
    offer('key', { prefer: { oldPaint: 'key' } });
    offer('strip', { prefer: { oldPaint: 'strip' } });
  }
  if (isRepair) {
    if (keeps) offer(KEPT_BY[keeps], {});
    offer('whole', { finish: keeps ? { ...finish, system: 'baseClear' } : finish });
    offer('touchIn', { finish: { ...finish, system: 'touchedIn' } });
    offer('spotRepair', { finish: { ...finish, system: 'spotRepair' } });
  }
  if (isPromoted && !keeps) {
    offer('buildOnPromoter', { prefer: { plastic: 'build' } });
    offer('colourOnPromoter', { prefer: { plastic: 'colour' } });
  }
  if (takesEither) {
    offer('fillOverEpoxy', { method: { filler: 'overEpoxy' } });
    offer('fillOnMetal', { method: { filler: 'bareMetal' } });
  }
  if (isShallow(r)) {
    offer('skim', {});
    offer('sprayFiller', { prefer: { lows: 'build' }, fill: { areaCm2: 0, left: [] } });
  }
  return list;
}

/** The input with what a recipe changes in it. */
export function withRecipe(r: RouteInput, { method, ...change }: RecipeChange): RouteInput {
  return { ...r, ...change, ...(method && { input: { ...r.input, method: { ...r.input.method, ...method } } }) };
}

const isSameWay = (a: Route, b: Route): boolean =>
  a.steps.length === b.steps.length && a.steps.every((s, i) => isSameStep(s.step, b.steps[i]!.step));

/**
 * The recipes that lead to the finish from where a zone stands, each walked to its end, the usual one first. Those that stop on the way, and
 * those that come to the same steps, are left out.
 * @param hourCost an hour of work, in the shop's currency
 */
export function compareRecipes(r: RouteInput, hourCost: number): ComparedRecipe[] {
  const usual = routeFrom(r);
  const out: ComparedRecipe[] = [];
  for (const { id, change } of choicesOf(r, usual)) {
    const route = routeFrom(withRecipe(r, change));
    const isUsual = isSameWay(route, usual);
    const endsOtherwise = change.finish !== undefined && change.finish.system !== (r.finish ?? USUAL_FINISH).system;
    if (route.doneMs === null || out.some((o) => o.id === id || (!o.isUsual && isSameWay(o.route, route)))) continue;
    out.push({ id, change, route, money: routeMoney(route, hourCost), isUsual, endsOtherwise });
  }
  // A choice that makes no difference is none.
  return out.some((o) => !o.isUsual) ? out.sort((a, b) => Number(b.isUsual) - Number(a.isUsual)) : [];
}

/** The recipe that serves a wish best and ends as is agreed; the usual one where two are alike. Undefined: none of them is what is agreed. */
export function bestRecipe(all: readonly ComparedRecipe[], wish: Wish): ComparedRecipe | undefined {
  const [first, ...more] = all.filter((r) => !r.endsOtherwise);
  if (!first || wish === 'usual') return first?.isUsual ? first : undefined;
  const figure = ({ route, money }: ComparedRecipe) =>
    wish === 'work' ? route.workMin : wish === 'days' ? (route.doneMs ?? Infinity) : money;
  return more.reduce((best, o) => (figure(o) < figure(best) ? o : best), first);
}
