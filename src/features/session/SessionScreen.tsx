import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  APPLICATIONS,
  DEFAULT_METHOD,
  FAMILIES,
  formatQuantity,
  isFiller,
  levelCoats,
  MINUTE_MS,
  zoneLabel,
} from '@/core';
import { coatDefaults, draftInputOn, nextKind, nextProduct } from '@/core/route/draft';
import { planSession, type CoatPiece, type CoatTask, type ProductSession } from '@/core/mix';
import { nowMs, useConditions, useJobs, useLibrary, useSettings, useStatuses, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { clockTime } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { pageHref } from '@/ui/pages';
import { ZoneChoices } from '@/ui/ZoneChoices';
import { EveningOrder } from './EveningOrder';
import { Laminates } from './Laminates';

/** Kept in hand of every cup. */
const RESERVE = 0.1;

/** What will be put on in the next hours: of each product how much, and in which cups. */
export function SessionScreen({ jobId, zoneIds }: { jobId?: string | undefined; zoneIds?: string[] | undefined }) {
  const { jobs, loading } = useJobs();
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const [picked, setPicked] = useState(jobId);
  const open = withZones.find((j) => j.job.id === picked) ?? withZones[0];
  if (loading) return <Page>{null}</Page>;
  if (!open) return <EmptyPage title="No zones to spray" text="Start a job and give it a panel with its area." />;
  return <Session key={open.job.id} jobs={withZones} open={open} start={zoneIds ?? []} onJob={setPicked} />;
}

function Session({
  jobs,
  open,
  start,
  onJob,
}: {
  jobs: OpenJob[];
  open: OpenJob;
  start: string[];
  onJob(id: string): void;
}) {
  const { units } = useAppTheme();
  const [now] = useState(nowMs);
  const { all } = useLibrary();
  const settings = useSettings();
  const statuses = useStatuses(open, now);
  const tempC = useConditions(open, now)?.().tempC ?? 20;
  const [zones, setZones] = useState(start);
  const [picking, setPicking] = useState(start.length === 0);
  /** Coats by product, where somebody said how many. */
  const [coats, setCoats] = useState<Readonly<Record<string, number>>>({});
  const tasks = useMemo(
    () =>
      zones.flatMap((id): CoatTask[] => {
        const zone = open.job.zones.find((z) => z.id === id);
        const status = statuses.get(id);
        if (!zone || !status) return [];
        const method = settings?.method ?? DEFAULT_METHOD;
        const input = draftInputOn(open.job, open.state, id, status, { all, method, nowMs: now });
        const product = nextProduct(nextKind(input) === 'filled' ? 'filled' : 'coated', input);
        if (!product || !FAMILIES[product.family].mixed) return [];
        const d = coatDefaults(product);
        return [
          {
            id,
            product,
            areaCm2: zone.areaCm2,
            coats: coats[product.id] ?? levelCoats(input.level, product.family) ?? Math.min(2, product.coats),
            filmUm: d.filmUm,
            thinnerFraction: d.thinnerFraction ?? 0,
            application: isFiller(product.family) ? 'spreader' : d.application,
            shape: 'plain',
          },
        ];
      }),
    [zones, open, statuses, all, settings, now, coats],
  );
  const sessions = useMemo(() => planSession(tasks, tempC, RESERVE), [tasks, tempC]);
  const cups = sessions.reduce((n, s) => n + (s.cups.ok ? s.cups.value.cups.length : 0), 0);
  const left = zones.length - tasks.length;
  return (
    <Page
      testID="session"
      foot={
        picking && (
          <ActionButton
            label={zones.length === 0 ? 'Pick zones first' : 'Work out the cups'}
            strong
            grow
            disabled={zones.length === 0}
            onPress={() => setPicking(false)}
            testID="session-done"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, the next hours`}
        title={
          picking
            ? 'What will be sprayed or filled?'
            : cups === 0
              ? 'Nothing to mix'
              : `${cups} ${cups === 1 ? 'cup' : 'cups'}, ${formatQuantity(
                  'volume',
                  sessions.reduce(
                    (s, p) => s + (p.cups.ok ? p.cups.value.cups.reduce((a, c) => a + c.mixMl, 0) : 0),
                    0,
                  ),
                  units,
                )} in all`
        }
        subtitle={`Counted at ${formatQuantity('temp', tempC, units)}, each zone with what comes next on it.`}
      />
      {picking ? (
        <ZoneChoices
          jobs={jobs.map((j) => j.job)}
          job={open.job}
          state={open.state}
          statuses={statuses}
          now={now}
          zoneIds={zones}
          onJob={onJob}
          onZones={setZones}
          label={(z) => `${z.name} ${formatQuantity('area', z.areaCm2, units)}`}
        />
      ) : (
        <TextButton label="Change zones" onPress={() => setPicking(true)} />
      )}
      {!picking && left > 0 && (
        <Text kind="small" tone="muted">{`${left} of the zones want nothing out of a cup next.`}</Text>
      )}
      {!picking &&
        sessions.map((s) => (
          <Cups
            key={s.product.id}
            open={open}
            session={s}
            now={now}
            onCoats={(n) => setCoats({ ...coats, [s.product.id]: n })}
          />
        ))}
      {!picking && <EveningOrder open={open} tasks={tasks} now={now} tempC={tempC} />}
      {!picking && <Laminates tempC={tempC} />}
    </Page>
  );
}

function Cups({
  open,
  session: { product, tasks, need, cups },
  now,
  onCoats,
}: {
  open: OpenJob;
  session: ProductSession;
  now: number;
  onCoats(n: number): void;
}) {
  const { units } = useAppTheme();
  const ml = (x: number) => formatQuantity('volume', x, units, units === 'metric' ? 0 : 1);
  const first = cups.ok ? (cups.value.cups[0]?.mixMin ?? 0) : 0;
  const clock = (min: number) => clockTime(now + (min - first) * MINUTE_MS);
  const name = (id: string) => zoneLabel(open.job, id);
  return (
    <Section title={product.name} aside={`${ml(need.lowMl)} to ${ml(need.highMl)}`}>
      <Stack top={2}>
        <Text kind="small">{tasks.map((t) => name(t.id)).join('; ')}</Text>
        <Text kind="tag" tone="muted">
          {`${APPLICATIONS[tasks[0]?.application ?? 'brush'].name}; ${ml(need.ml)} are laid, two times in three between the figures above.`}
        </Text>
      </Stack>
      <ChoiceGroup
        label={`Coats of ${product.name.toLowerCase()}`}
        options={['1', '2', '3', '4', '6'].map((v) => ({ value: v, label: v }))}
        value={String(tasks[0]?.coats ?? 1)}
        onChange={(v) => onCoats(Number(v))}
      />
      {!cups.ok ? (
        <Notice tone="stop">{cups.error}</Notice>
      ) : (
        <View>
          {cups.value.cups.map((c, i) => (
            <ListRow key={i} testID="session-cup">
              <Grow>
                <Text kind="strong">{`${cups.value.cups.length > 1 ? `Cup ${i + 1}: ` : ''}${ml(c.mixMl)}`}</Text>
                <Text kind="tag" tone="muted">
                  {`mix ${clock(c.mixMin)}, laid by ${clock(c.doneMin)}${c.endsMin === undefined ? '' : `, good till ${clock(c.endsMin)}`}`}
                </Text>
                <Text kind="tag" tone="muted">
                  {piecesText(c.pieces, tasks.length, name)}
                </Text>
              </Grow>
              <LinkArea
                href={pageHref('/mix', {
                  job: open.job.id,
                  zones: [...new Set(c.pieces.map((p) => p.taskId))].join(','),
                  product: product.id,
                  coats: String(new Set(c.pieces.map((p) => p.coat)).size),
                  ml: String(Math.round(c.mixMl)),
                })}
                label={`Pour cup ${i + 1} of ${product.name.toLowerCase()}`}
                style={{ minHeight: 48, minWidth: 64, justifyContent: 'center', alignItems: 'flex-end' }}
              >
                <Text kind="button" tone="do">
                  Pour
                </Text>
              </LinkArea>
            </ListRow>
          ))}
          {cups.value.cut.map((c) => (
            <Text key={`${c.taskId}${c.coat}`} kind="small" tone="window">
              {`Coat ${c.coat} on ${name(c.taskId)} takes ${c.cups} cups: the cup is changed on the panel. Mix them alike, and keep a wet edge.`}
            </Text>
          ))}
          <Text kind="tag" tone="muted">{`${ml(cups.value.wasteMl)} of it stay in cups and gun, or in hand.`}</Text>
        </View>
      )}
    </Section>
  );
}

/** 'coat 1 on all 3 zones; coat 2 on Left door' in few words. */
function piecesText(pieces: readonly CoatPiece[], all: number, name: (id: string) => string): string {
  const coats = new Map<number, string[]>();
  for (const p of pieces) coats.set(p.coat, [...(coats.get(p.coat) ?? []), p.taskId]);
  return [...coats]
    .map(([coat, ids]) => {
      const zones = [...new Set(ids)];
      return `coat ${coat} on ${zones.length > 1 && zones.length === all ? `all ${all} zones` : zones.length > 3 ? `${zones.length} zones` : zones.map(name).join(', ')}`;
    })
    .join('; ');
}
