import { panelOf, zoneLabel } from '@/core';
import type { SprayEvening } from '@/core/log/evening';
import { coatsTonight } from '@/core/session/assemble';
import { useLibrary, type OpenJob } from '@/data';
import { clockTime } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** What went on in an evening that is over. */
export function WentOn({ open, record }: { open: OpenJob; record: SprayEvening }) {
  const { lookup } = useLibrary();
  return (
    <Section title="What went on">
      {record.zoneIds.map((id) => {
        const coats = coatsTonight(open.state, id, record);
        const byProduct = new Map<string, number>();
        for (const e of coats) byProduct.set(e.productId, (byProduct.get(e.productId) ?? 0) + e.coats);
        const last = coats.at(-1);
        return (
          <ListRow
            key={id}
            href={pageHref('/panel/[jobId]/[panelId]', {
              jobId: open.job.id,
              panelId: panelOf(open.job, id)?.id ?? '',
              zone: id,
            })}
          >
            <Grow between={0.5}>
              <Text kind="strong">{zoneLabel(open.job, id)}</Text>
              <Text kind="small" tone={coats.length === 0 ? 'window' : 'muted'}>
                {coats.length === 0
                  ? 'Nothing: it waits for another evening'
                  : `${[...byProduct].map(([p, n]) => `${n} × ${(lookup(p)?.name ?? 'a product').toLowerCase()}`).join(', ')}${last ? `, the last at ${clockTime(last.atMs)}` : ''}`}
              </Text>
            </Grow>
          </ListRow>
        );
      })}
    </Section>
  );
}
