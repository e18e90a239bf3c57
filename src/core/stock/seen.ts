import { APPLICATIONS } from '../library/application';
import type { ProductLookup } from '../library/product';
import { zonesSince, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { transferEfficiency } from '../mix/transfer';
import { SUBSTRATE } from '../strata/types';
import { cupOf, type CupUse } from './books';
import { compositionOf, solidsOf, volumeMl } from './composition';
import type { TransferSeen } from './learn';
import type { Shelf } from './shelf';

/** Under this a difference of two readings is mostly scatter, µm. */
const LEAST_GAIN_UM = 5;

/** What a plain panel takes off the gun's own share: panels of a log are taken for plain. */
const plainShape = (a: TransferSeen['application']): number =>
  transferEfficiency(a, 'plain') / APPLICATIONS[a].transferEfficiency;

/**
 * What a job's log says of how much landed: coats of one product with one gun, from known cups, between two readings of the film (or on bare
 * substrate, which reads nothing), with nothing else done to the film between them. Film gained times area, over the solids that were put
 * through.
 */
export function transferSeen(job: Job, state: JobState, shelf: Shelf, products: ProductLookup): TransferSeen[] {
  const out: TransferSeen[] = [];
  for (const z of job.zones) {
    let fromUm: number | undefined;
    let laid: { application: TransferSeen['application']; productId: string; solidMl: number } | undefined;
    let mixed = false;
    const begin = (um: number | undefined) => {
      fromUm = um;
      laid = undefined;
      mixed = false;
    };
    for (const e of state.zones.get(z.id)?.events ?? []) {
      const cup = cupOf(e);
      switch (e.kind) {
        case 'blasted':
          begin(0);
          break;
        case 'stripped':
          begin(e.to === SUBSTRATE ? 0 : undefined);
          break;
        case 'measured':
          if (e.measure !== 'filmTotal') break;
          if (laid && !mixed && fromUm !== undefined && e.filmUm - fromUm >= LEAST_GAIN_UM) {
            // cm² times µm, in mL.
            const landedMl = z.areaCm2 * (e.filmUm - fromUm) * 1e-4;
            out.push({
              application: laid.application,
              productId: laid.productId,
              // What is learned is the gun's share: the shape of a panel is counted again where it is asked of one.
              share: landedMl / laid.solidMl / plainShape(laid.application),
            });
          }
          begin(e.filmUm);
          break;
        case 'coated':
        case 'filled':
        case 'treated': {
          const batch = cup && shelf.batches.get(cup.batchId);
          const parts = batch ? compositionOf(batch, shelf) : [];
          const areaCm2 = zonesSince(job, e.zoneIds, e.atMs).reduce((s, x) => s + x.areaCm2, 0);
          const same = !laid || (laid.application === cup?.application && laid.productId === cup.productId);
          if (!cup || parts.length === 0 || areaCm2 <= 0 || !same) mixed = true;
          else
            laid = {
              application: cup.application,
              productId: cup.productId,
              solidMl: (laid?.solidMl ?? 0) + (cup.usedMl * solidsOf(parts, products) * z.areaCm2) / areaCm2,
            };
          break;
        }
        case 'sanded':
        case 'polished':
        case 'repaired':
        case 'cameBack':
          // Something came off, or was put on, that nobody weighed.
          mixed = true;
          break;
        default:
          break;
      }
    }
  }
  return out;
}

/** Of each finished cup of a product, what was thrown away of it, as a share of what was mixed. */
export function wasteSeen(productId: string, shelf: Shelf, uses: readonly CupUse[], products: ProductLookup): number[] {
  const shares: number[] = [];
  for (const b of shelf.batches.values()) {
    if (b.productId !== productId || b.mixedG <= 0) continue;
    const ml = volumeMl(compositionOf(b, shelf), products);
    const used = uses.reduce((s, u) => s + (u.batchId === b.id ? u.usedMl : 0), 0);
    // A cup of which nothing was sprayed yet, and nothing thrown away, is still to be used.
    if (used > 0 && ml > 0) shares.push(Math.min(1, b.wastedG / b.mixedG));
  }
  return shares;
}
