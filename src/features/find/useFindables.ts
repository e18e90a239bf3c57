import { useMemo } from 'react';
import { effectiveEvents, KINDS, SUBSTRATES, zonesOf } from '@/core';
import { withoutCards } from '@/core/log/job';
import { batchNumber } from '@/core/stock';
import { keysOf } from '@/core/keysOf';
import { useJobs, useLibrary } from '@/data';
import { useShelf } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { fullWhen } from '@/ui/format';
import { pageHref } from '@/ui/pages';
import { eventLine } from '@/ui/words';
import type { Findable } from './findIndex';
import { NAMED_PAGES, type Place } from './pageNames';

/** Of each job so many entries, the newest: what is older is looked up on its panel. */
const ENTRIES = 200;

/** Everything that has a name: pages, panels, jobs, products, batches, entries. */
export function useFindables(place: Place): Findable[] {
  const { jobs } = useJobs();
  const { all, lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const { units } = useAppTheme();
  return useMemo(() => {
    const out: Findable[] = pagesFrom(place);
    for (const { job, state } of jobs) {
      out.push({
        id: `job ${job.id}`,
        kind: 'job',
        name: job.name,
        also: `${job.about} ${job.colour?.name ?? ''}`,
        under: `${withoutCards(job).panels.length} panels`,
        href: pageHref('/job/[jobId]', { jobId: job.id }),
      });
      const panelOf = new Map(job.zones.map((z) => [z.id, job.panels.find((p) => p.id === z.panelId)]));
      for (const p of withoutCards(job).panels)
        out.push({
          id: `panel ${job.id} ${p.id}`,
          kind: 'panel',
          name: p.name,
          also: `${SUBSTRATES[p.substrate].name} ${zonesOf(job, p.id)
            .map((z) => z.name)
            .join(' ')}`,
          under: job.name,
          href: pageHref('/panel/[jobId]/[panelId]', { jobId: job.id, panelId: p.id }),
        });
      for (const e of effectiveEvents(state).slice(-ENTRIES)) {
        const panel = panelOf.get(e.zoneIds[0] ?? '');
        if (!panel) continue;
        out.push({
          id: `entry ${job.id} ${e.id}`,
          kind: 'entry',
          name: eventLine(e, lookup, units),
          also: `${KINDS[e.kind].name} ${e.note ?? ''}`,
          under: `${panel.name}, ${fullWhen(e.atMs)}${e.note ? `: ${e.note}` : ''}`,
          href: pageHref('/panel/[jobId]/[panelId]', {
            jobId: job.id,
            panelId: panel.id,
            ...(e.zoneIds[0] !== undefined && { zone: e.zoneIds[0] }),
          }),
        });
      }
    }
    for (const p of all)
      out.push({
        id: `product ${p.id}`,
        kind: 'product',
        name: p.name,
        also: p.family,
        under: 'In the library',
        href: pageHref('/library/[id]', { id: p.id }),
      });
    if (shelf)
      for (const b of shelf.batches.values())
        out.push({
          id: `batch ${b.id}`,
          kind: 'batch',
          name: `Batch ${batchNumber(shelf, b.id)}`,
          also: lookup(b.productId)?.name ?? '',
          under: fullWhen(b.atMs),
          href: pageHref('/batches', { batch: b.id }),
        });
    return out;
  }, [place, jobs, all, lookup, shelf, units]);
}

/** Every page, about the job and the panel that one came from. */
export const pagesFrom = (place: Place): Findable[] =>
  keysOf(NAMED_PAGES).flatMap((path) => {
    const page = NAMED_PAGES[path];
    const href = page?.href(place);
    return page && href
      ? [
          {
            id: `page ${path}`,
            kind: 'page' as const,
            name: page.name,
            also: `${page.also} ${page.asks}`,
            under: page.asks,
            href,
          },
        ]
      : [];
  });
