import { formatQuantity, type ProductLookup, type UnitSystem } from '@/core';
import { isCounted } from '@/core/log/shelf';
import { batchNumber, holdsName, type Container, type ContainerState, type Shelf } from '@/core/stock';
import type { Tone } from '@/ui/Text';

/** What a container is called. */
export function nameOf(c: Container, shelf: Shelf, products: ProductLookup): string {
  const no = c.holds.what === 'mix' ? batchNumber(shelf, c.holds.batchId) : undefined;
  return holdsName(c.holds, products, no, c.label);
}

/** An amount as it is weighed or counted. */
export const amountText = (c: Pick<Container, 'holds'>, amount: number, units: UnitSystem): string =>
  isCounted(c.holds)
    ? `${Math.round(amount * 100) / 100}`
    : formatQuantity('mass', amount, units, Math.abs(amount) < 100 ? 1 : 0);

export const STATE_WORDS: Record<ContainerState, string> = {
  short: 'More came out than was in it: count it',
  past: 'Past its date',
  soon: 'Use it soon',
  low: 'Low',
  empty: 'Empty',
  fine: '',
};
export const STATE_TONE: Record<ContainerState, Tone> = {
  short: 'stop',
  past: 'stop',
  soon: 'window',
  low: 'window',
  empty: 'muted',
  fine: 'muted',
};
