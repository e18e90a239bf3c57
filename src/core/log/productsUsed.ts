import type { LogEvent } from './event';

/** Ids of products that a job's log speaks of, also in events that were struck out. */
export function productsUsed(events: readonly LogEvent[]): Set<string> {
  const ids = new Set<string>();
  const take = (e: LogEvent) => {
    if ('productId' in e) ids.add(e.productId);
    if (e.kind === 'coated' && e.hardenerId) ids.add(e.hardenerId);
    if (e.kind === 'replaced') take(e.by);
  };
  events.forEach(take);
  return ids;
}
