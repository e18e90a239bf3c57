import { STRIP_METHODS } from '../log/tools';
import { treatmentOf } from '../log/treatmentOf';
import type { Product } from '../library/product';
import { KINDS, type OnSpots, type PlainKind } from '../log/event';
import type { Step } from './rule';

/** Which cup a coat is out of, where it says so. */
function batchIn({ batch }: Readonly<Record<string, unknown>>): { batchId?: string } {
  const id = typeof batch === 'object' && batch !== null && 'batchId' in batch ? batch.batchId : undefined;
  return typeof id === 'string' ? { batchId: id } : {};
}

/**
 * The step that an entry is, so that it can be judged before it is saved.
 * @param payload also one that is not whole yet
 * @param product the one that it names, if any
 * @returns undefined for an entry that is no step, or that lacks what its step is about
 */
export function stepOf(
  kind: PlainKind,
  payload: Readonly<Record<string, unknown>>,
  product: Product | undefined,
): Step | undefined {
  const num = (k: string) => (typeof payload[k] === 'number' ? payload[k] : undefined);
  const step = KINDS[kind].step;
  const on: { on?: OnSpots } = Array.isArray(payload.on) ? { on: payload.on as OnSpots } : {};
  switch (step) {
    case 'coat':
      return (
        product && {
          kind: 'coat',
          product,
          filmUm: num('filmUm'),
          ...(num('coats') !== undefined && { coats: num('coats') }),
          ...(typeof payload.hardenerId === 'string' && { hardenerId: payload.hardenerId }),
          ...(typeof payload.colourId === 'string' && { colourId: payload.colourId }),
          ...(typeof payload.colourHex === 'string' && { colourHex: payload.colourHex }),
          ...batchIn(payload),
          ...on,
        }
      );
    case 'fill':
      return (
        product && {
          kind: 'fill',
          product,
          filmUm: num('filmUm'),
          hardenerFraction: num('hardenerFraction'),
          ...on,
        }
      );
    case 'clean':
      return product && { kind: 'clean', product, ...on };
    case 'sand':
      return { kind: 'sand', grit: num('grit') ?? 400, removedUm: num('removedUm'), ...on };
    case 'polish':
      return { kind: 'polish', removedUm: num('removedUm') };
    case 'strip':
      return { kind: 'strip', method: STRIP_METHODS.find((m) => m === payload.method) ?? 'sander' };
    case 'blast':
      return {
        kind: 'blast',
        media: String(payload.media),
        barG: num('barG'),
        wet: payload.wet === true,
        inhibitor: payload.inhibitor === true,
      };
    case 'repair': {
      const treatment = treatmentOf(payload);
      return { kind: 'repair', ...(treatment && { treatment }) };
    }
    case 'guide':
      return { kind: 'guide', ...(product && { aid: product }) };
    case 'bake':
      return { kind: 'bake', tempC: num('tempC'), minutes: num('minutes') };
    case 'mask':
    case 'remove':
    case 'fit':
    case 'tape':
    case 'clamp':
    case 'wax':
    case 'wait':
      return { kind: step };
    case null:
      return undefined;
  }
}
