import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import { APPLICATIONS, type Application } from '../library/application';
import type { Product } from '../library/product';
import { readyMixMl } from './coverage';
import { readySolids } from './ratio';
import { transferEfficiency, type Shape } from './transfer';

/** What goes on some zones in one session, coat after coat. */
export interface CoatTask {
  id: string;
  product: Product;
  /** All that is coated: both faces and edges where they are, cm². */
  areaCm2: number;
  coats: number;
  /** Dry film of one coat, µm. */
  filmUm: number;
  thinnerFraction: number;
  application: Application;
  shape: Shape;
}

/** How much of what leaves the gun lands, with its spread: one standard deviation of its logarithm. */
export interface Transfer {
  share: number;
  spread: number;
}
/** How well a usual figure holds in a shop that has measured nothing: two thirds of guns lie within a sixth of it. */
export const USUAL_SPREAD = 0.17;
export type TransferOf = (application: Application, productId: string) => Transfer;
/** How much of what is sprayed usually lands, and how far that spreads (one standard deviation), fractions. */
export const usualTransfer: TransferOf = (application) => ({
  share: APPLICATIONS[application].transferEfficiency,
  spread: APPLICATIONS[application].sprayed ? USUAL_SPREAD : 0.05,
});

/** Ready mix that something takes, with how far it may be off, mL. */
export interface Need {
  ml: number;
  lowMl: number;
  highMl: number;
}

/** What one coat of a task takes. The share is of a plain panel; shape lets more go past. */
export function coatNeed(t: CoatTask, transfer: TransferOf = usualTransfer, tempC?: number): Need {
  const { share, spread } = transfer(t.application, t.product.id);
  const shape = transferEfficiency(t.application, t.shape) / APPLICATIONS[t.application].transferEfficiency;
  const ml = readyMixMl(t.areaCm2, t.filmUm, 1, readySolids(t.product, t.thinnerFraction, tempC), share * shape);
  return { ml, lowMl: ml * Math.exp(-spread), highMl: ml * Math.exp(spread) };
}

/** One coat of one task, or a part of one that is too large for a cup. */
export interface CoatPiece {
  taskId: string;
  /** From 1. */
  coat: number;
  ml: number;
  /** When it is laid, minutes from the beginning of the session. */
  startMin: number;
  endMin: number;
  /** How many pieces this coat of the task is in, where it is more than one: the cup is changed on the panel. */
  of?: number;
}

/** Time to the next coat of the same product, min: the sheet's flash, at the temperature. */
export function flashMinutes(p: Product, tempC: number): number {
  const flash = p.stages.find((s) => s.stage === 'flash');
  const mechanism = flash?.mechanism ?? p.mechanism;
  if (!flash || mechanism === 'none') return 0;
  return flash.opensMin / arrhenius(tempC, ACTIVATION_J_MOL[mechanism]);
}

/**
 * A session of one product as it is laid: a coat on every task, then the next coat, each zone after its flash and none before the one
 * in front of it is done.
 * @param tasks of one product, in the order of the work @param tempC in the room, °C
 */
export function layOutCoats(
  tasks: readonly CoatTask[],
  tempC: number,
  transfer: TransferOf = usualTransfer,
): CoatPiece[] {
  const pieces: CoatPiece[] = [];
  const dry = new Map<string, number>();
  let now = 0;
  const rounds = Math.max(0, ...tasks.map((t) => t.coats));
  for (let coat = 1; coat <= rounds; coat++)
    for (const t of tasks) {
      if (coat > t.coats) continue;
      const { ml } = coatNeed(t, transfer, tempC);
      const startMin = Math.max(now, dry.get(t.id) ?? 0);
      const endMin = startMin + ml / APPLICATIONS[t.application].flowMlMin;
      pieces.push({ taskId: t.id, coat, ml, startMin, endMin });
      dry.set(t.id, endMin + flashMinutes(t.product, tempC));
      now = endMin;
    }
  return pieces;
}
