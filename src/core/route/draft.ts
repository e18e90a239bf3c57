import { FAMILIES, type Product } from '../library/product';
import type { Finish } from '../library/finish';
import type { QualityLevel } from '../library/level';
import { MEDIA, type MediaId } from '../library/media';
import { DEFAULT_METHOD, type HouseMethod } from '../library/method';
import type { SubstrateKind } from '../library/substrates';
import type { LoggableKind, Payloads } from '../log/event';
import { finishOf, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { SUBSTRATE, temporaryRepairs, type Strata } from '../strata/types';
import type { ZoneStatus } from '../cure/status';
import { likelyRemovalUm } from '../grit/removal';
import type { WayInput } from './acts';
import { usualStrip } from './recipe';
import { wayFrom } from './way';

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

/** What a sheet begins with on the picked zones. */
export type DraftInput = Omit<WayInput, 'strata'> & { strata: Strata | undefined };

/** What a sheet or a cup begins with on a zone of a job, as the job stands. */
export function draftInputOn(
  job: Job,
  state: JobState,
  zoneId: string | undefined,
  status: ZoneStatus,
  shop: Pick<DraftInput, 'all' | 'method' | 'nowMs'>,
): DraftInput & { finish: Finish } {
  const finish = finishOf(job, zoneId);
  const strata = zoneId === undefined ? undefined : state.zones.get(zoneId)?.strata;
  return { ...shop, status, strata, state, level: finish.level, finish };
}

/** The kind of entry that the trade makes next on a zone; nothing was found yet where there are no strata. */
export function nextKind({ strata, ...w }: DraftInput): LoggableKind {
  if (!strata) return 'found';
  if (strata.away) return 'cameBack';
  return wayFrom({ ...w, strata }).find((c) => c.logs !== undefined && c.logs !== 'baked')?.logs ?? 'coated';
}

/** The product that goes on next in a kind of entry. */
export const nextProduct = (kind: LoggableKind, { strata, ...w }: DraftInput): Product | undefined => {
  const c = strata && wayFrom({ ...w, strata }).find((x) => x.logs === kind);
  return (
    (c && 'product' in c.step ? c.step.product : undefined) ?? w.all.find((p) => FAMILIES[p.family].usedIn === kind)
  );
};

/** Media that is usual on a substrate: what does it no harm. */
const USUAL_MEDIA: { readonly [S in SubstrateKind]: MediaId } = {
  steel: 'Crushed glass',
  galvanised: 'Plastic',
  aluminium: 'Fine crushed glass',
  glassfibre: 'Plastic',
  smc: 'Plastic',
  carbon: 'Plastic',
  plastic: 'Plastic',
};

/** Peroxide is dosed by eye, so its share is written down; other fillers have a fixed ratio. */
const usualHardener = (p: Product) => (p.mechanism === 'polyester' ? { hardenerFraction: 0.02 } : {});

/** Everything a sheet starts with for one kind on the picked zones. */
export function draftFor(
  kind: LoggableKind,
  status: ZoneStatus,
  strata: Strata | undefined,
  state: JobState,
  all: readonly Product[],
  level?: QualityLevel,
  keepOuts: readonly string[] = [],
  method: HouseMethod = DEFAULT_METHOD,
  finish?: Finish,
): Partial<Payloads[LoggableKind]> {
  const way = strata
    ? wayFrom({ strata, status, state, all, level, method, finish, nowMs: strata.surface.sinceMs })
    : [];
  const next = way.find((c) => c.logs === kind)?.step;
  const product =
    (next && 'product' in next ? next.product : undefined) ?? all.find((p) => FAMILIES[p.family].usedIn === kind);
  const on = next && 'on' in next && next.on ? { on: next.on } : {};
  switch (kind) {
    case 'coated':
      return product ? { ...coatDefaults(product), ...on } : {};
    case 'filled':
      return product ? { productId: product.id, filmUm: product.film.nominalUm, ...usualHardener(product), ...on } : {};
    case 'treated':
      return product ? { productId: product.id, coats: 1, filmUm: product.film.nominalUm, ...on } : {};
    case 'guideCoated':
      return product ? { productId: product.id } : {};
    case 'cleaned':
      return product ? { productId: product.id, ...on } : {};
    case 'sanded': {
      const grit = next?.kind === 'sand' ? next.grit : (strata?.surface.scratch?.grit ?? 80);
      return {
        grit,
        tool: grit <= 180 ? 'longBoard' : grit <= 600 ? 'block' : 'pad',
        wet: grit >= 1000,
        removedUm: likelyRemovalUm(grit, strata),
        ...on,
      };
    }
    case 'baked':
      return { tempC: 60, minutes: 30 };
    case 'polished':
      return { grit: 3000, removedUm: 2 };
    case 'stripped': {
      const by = (strata && usualStrip(strata.substrate)) ?? 'sander';
      return { to: SUBSTRATE, method: by, ...(by === 'sander' && { grit: 80 }) };
    }
    case 'measured':
      return { measure: 'filmTotal' };
    case 'blasted': {
      const media = USUAL_MEDIA[strata?.substrate ?? 'steel'];
      return { media, profileUm: MEDIA[media].profileUm, wet: false };
    }
    case 'masked':
      return keepOuts.length > 0 ? { what: keepOuts.join(', ') } : {};
    case 'cameBack':
      return { as: 'asSent', layers: [] };
    case 'fitted':
      return { where: 'In its place' };
    case 'removed':
    case 'sentOut':
    case 'worked':
      return {};
    case 'repaired':
      return {
        ...(next?.kind === 'repair' && next.treatment && { treatment: next.treatment }),
        ...(temporaryRepairs(strata).length > 0 && { ends: true }),
      };
    case 'found':
      return { layers: [] };
  }
}
