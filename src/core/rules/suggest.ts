import { FAMILIES, isBase, isFiller, isPrimer, isTopcoat, type Product, type ProductFamily } from '../library/product';
import type { ZoneStatus } from '../cure/status';
import { SUBSTRATE, temporaryRepairs, type Strata } from '../strata/types';
import { isMetal } from '../library/substrates';
import type { JobState } from '../strata/fold';
import type { LoggableKind, Payloads } from '../log/event';
import { clearPapers, primerPapers, type QualityLevel } from '../library/level';
import { likelyRemovalUm } from '../grit/removal';

/** What most likely just happened on a zone, from where it stands. */
export function likelyKind(status: ZoneStatus, strata: Strata | undefined): LoggableKind {
  switch (status.stage) {
    case 'unknown':
      return 'found';
    case 'asFound':
      return strata?.surface.scratch ? 'coated' : 'stripped';
    case 'bare':
      return strata?.surface.clean ? 'coated' : 'cleaned';
    case 'toSand':
      return 'sanded';
    case 'toBlock':
      return strata?.surface.guideCoat || strata?.surface.scratch ? 'sanded' : 'guideCoated';
    case 'filled':
    case 'readyForColour':
    case 'pastWindow':
      return !strata?.surface.scratch ? 'sanded' : strata.surface.clean ? 'coated' : 'cleaned';
    case 'toPolish':
    case 'finished':
      return 'polished';
    case 'curing':
    case 'converted':
    case 'primed':
    case 'baseOn':
      return status.top && isFiller(status.top.family) ? 'filled' : 'coated';
  }
}

/** Families that usually go over what is on top, first choice first. */
export function familiesOver(strata: Strata | undefined, status: ZoneStatus): ProductFamily[] {
  const top = status.top;
  if (!top || !strata?.layers.length) return strata?.substrate === 'plastic' ? ['plasticPromoter'] : ['epoxy', 'dtm'];
  if (isFiller(top.family)) return ['highBuild', 'epoxy'];
  if (status.stage === 'readyForColour') return ['baseSolvent', 'baseWater', 'singleStage'];
  if (isBase(top.family)) return [top.family, 'clear'];
  if (top.family === 'converter' || top.family === 'etch') return ['epoxy', 'highBuild'];
  if (top.family === 'epoxy') return ['highBuild'];
  return [top.family];
}

/** The product used last among those that pass, else the first that passes in the library. */
function recent(state: JobState, all: readonly Product[], pass: (p: Product) => boolean): Product | undefined {
  for (let i = state.events.length - 1; i >= 0; i--) {
    const e = state.events[i]!;
    if (!('productId' in e) || state.dead.has(e.id)) continue;
    const p = all.find((x) => x.id === e.productId);
    if (p && pass(p)) return p;
  }
  return all.find(pass);
}

/**
 * The product that most likely just went on: another coat of what is on top while it still wants one, else what
 * usually goes over it, preferring what this job used last.
 */
export function likelyProduct(
  kind: LoggableKind,
  status: ZoneStatus,
  strata: Strata | undefined,
  state: JobState,
  all: readonly Product[],
): Product | undefined {
  const of = (...families: ProductFamily[]) => {
    for (const f of families) {
      const p = recent(state, all, (x) => x.family === f);
      if (p) return p;
    }
    return undefined;
  };
  const top = status.top?.productId ? all.find((p) => p.id === status.top?.productId) : undefined;
  switch (kind) {
    case 'coated': {
      const wantsMore =
        top &&
        status.top &&
        status.top.coats < top.coats &&
        !strata?.surface.scratch &&
        (isPrimer(top.family) || isBase(top.family) || isTopcoat(top.family));
      if (wantsMore) return top;
      return top && isBase(top.family) ? of('clear') : of(...familiesOver(strata, status));
    }
    case 'filled':
      return top && isFiller(top.family) ? top : of('lightFiller');
    case 'treated':
      return of('converter');
    case 'guideCoated':
      return of('guideCoat');
    case 'cleaned': {
      const metal = strata ? isMetal(strata.substrate) : true;
      return recent(
        state,
        all,
        (p) => p.family === 'cleaner' && (p.suits === 'any' || p.suits === (metal ? 'metal' : 'plastic')),
      );
    }
    default:
      return undefined;
  }
}

/** Grit of the next sanding on what is on top: shape filler, block primer, denib clear. */
export function likelyGrit(status: ZoneStatus, strata: Strata | undefined, level?: QualityLevel): number {
  const f = status.top?.family;
  const last = strata?.surface.scratch?.grit;
  if (!f) return 80;
  const steps = isFiller(f)
    ? [80, 180, 320]
    : f === 'oldCoating'
      ? [180, 320]
      : isPrimer(f)
        ? primerPapers(level)
        : clearPapers(level);
  return steps.find((g) => last === undefined || g > last) ?? steps[steps.length - 1]!;
}

/** A sensible 'coated' payload for a product, so that logging a coat is one tap. */
export function coatDefaults(p: Product): Payloads['coated'] {
  return {
    productId: p.id,
    coats: 1,
    filmUm: p.film.nominalUm,
    application: FAMILIES[p.family].application,
    ...(p.thinning && { thinnerFraction: p.thinning.defaultFraction }),
  };
}

/** Everything a sheet starts with for one kind on the picked zones. */
export function draftFor(
  kind: LoggableKind,
  status: ZoneStatus,
  strata: Strata | undefined,
  state: JobState,
  all: readonly Product[],
  level?: QualityLevel,
  keepOuts: readonly string[] = [],
): Partial<Payloads[LoggableKind]> {
  const product = likelyProduct(kind, status, strata, state, all);
  switch (kind) {
    case 'coated':
      return product ? coatDefaults(product) : {};
    case 'filled':
      return product ? { productId: product.id, filmUm: product.film.nominalUm, hardenerFraction: 0.02 } : {};
    case 'treated':
      return product ? { productId: product.id, coats: 1, filmUm: product.film.nominalUm } : {};
    case 'guideCoated':
    case 'cleaned':
      return product ? { productId: product.id } : {};
    case 'sanded': {
      const grit = likelyGrit(status, strata, level);
      return {
        grit,
        tool: grit <= 180 ? 'longBoard' : grit <= 600 ? 'block' : 'pad',
        wet: grit >= 1000,
        removedUm: likelyRemovalUm(grit, status, strata),
      };
    }
    case 'baked':
      return { tempC: 60, minutes: 30 };
    case 'polished':
      return { grit: 3000, removedUm: 2 };
    case 'stripped':
      return { to: SUBSTRATE, method: 'sander', grit: 80 };
    case 'measured':
      return { measure: 'filmTotal' };
    case 'blasted':
      return { media: 'Crushed glass', profileUm: 50, wet: false };
    case 'masked':
      return keepOuts.length > 0 ? { what: keepOuts.join(', ') } : {};
    case 'fitted':
    case 'removed':
      return {};
    case 'repaired':
      return temporaryRepairs(strata).length > 0 ? { ends: true } : {};
    case 'found':
      return { layers: [] };
  }
}
