import { defectRipeMs, DEFECT_NAMES, isOpenDefect, zonesOf } from '@/core';
import type { LiveJob } from '@/data';
import { whenAndWait } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** So many are listed here; the rest stands on the panels. */
const MOST = 8;

/** What is wrong with paint, with its hour, and what was polished and is looked at again in daylight. */
export function ToMend({ jobs, now }: { jobs: readonly LiveJob[]; now: number }) {
  const rows = jobs.flatMap(({ open: { job, state }, statuses }) =>
    job.panels.flatMap((panel) =>
      zonesOf(job, panel.id).flatMap((z) => {
        const strata = state.zones.get(z.id)?.strata;
        const status = statuses.get(z.id);
        if (!strata || !status) return [];
        const defects = (strata.defects ?? []).filter(isOpenDefect).map((d) => ({
          key: `${job.id} ${z.id} ${d.id}`,
          title: `${DEFECT_NAMES[d.kind]}, ${panel.name.toLowerCase()}`,
          fromMs: defectRipeMs(d, status),
          href: pageHref('/defects', { job: job.id, panel: panel.id, defect: d.id }),
          late: 'Too cold to harden',
          now: 'May be put right now',
        }));
        const look =
          strata.lookFromMs === undefined
            ? []
            : [
                {
                  key: `${job.id} ${z.id} look`,
                  title: `Look at ${panel.name.toLowerCase()} again, in the sun`,
                  fromMs: strata.lookFromMs,
                  href: pageHref('/putback', { job: job.id }),
                  late: '',
                  now: 'Haze, sinking and holograms have come by now',
                },
              ];
        return [...defects, ...look];
      }),
    ),
  );
  if (rows.length === 0) return null;
  const sorted = rows.sort((a, b) => (a.fromMs ?? Infinity) - (b.fromMs ?? Infinity)).slice(0, MOST);
  return (
    <Section title="To be put right" aside={rows.length > MOST ? `${rows.length}` : undefined}>
      {sorted.map((r) => (
        <ListRow key={r.key} href={r.href} testID="to-mend">
          <Grow>
            <Text kind="strong">{r.title}</Text>
            <Text kind="small" tone={r.fromMs !== null && r.fromMs <= now ? 'do' : 'muted'}>
              {r.fromMs === null ? r.late : r.fromMs <= now ? r.now : `From ${whenAndWait(r.fromMs, now)}`}
            </Text>
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}
