import { useState } from 'react';
import { View } from 'react-native';
import { errorText, formatQuantity, messageIn, zoneLabel, type Message } from '@/core';
import {
  balanceOf,
  batchMl,
  goesOffMs,
  KEPT_DAYS,
  keeps,
  type Batch,
  type BatchBalance,
  type CupUse,
  batchNumber,
} from '@/core/stock';
import { newId, nowMs, useColourName, useJobs, useLibrary, useNow, useRoom } from '@/data';
import { useCupUses, useShelf, useShelfCommand, type OpenShelf, type ShelfEntry } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyState } from '@/ui/EmptyState';
import { fullWhen, whenAndWait } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { pageHref } from '@/ui/pages';
import { gap } from '@/ui/theme';
import { PotPlanner } from './PotPlanner';

/** Less than this in a cup is what stays on its walls, g. */
const NOTHING_G = 2;
const FIRST = 8;

/** Every cup that was mixed: where it went, which zones carry it, and what is still in it. */
export function BatchesScreen({ batchId }: { batchId?: string | undefined }) {
  const open = useShelf();
  const uses = useCupUses();
  const { lookup } = useLibrary();
  const now = useNow();
  const usualC = useRoom(now)?.here.tempC ?? 20;
  const [picked, setPicked] = useState<string | null>(batchId ?? null);
  const [shown, setShown] = useState(FIRST);
  if (!open) return <Page>{null}</Page>;
  const { shelf } = open;
  const batches = [...shelf.batches.values()].sort((a, b) => b.atMs - a.atMs || b.no - a.no);
  const usedOf = (b: Batch) => uses.reduce((s, u) => s + (u.batchId === b.id ? u.usedMl : 0), 0);
  const balance = (b: Batch) => balanceOf(b, shelf, lookup, usedOf(b));
  const offMs = (b: Batch) => goesOffMs(b.id, shelf, lookup, usualC);
  const inCups = batches.filter((b) => balance(b).leftG > NOTHING_G);
  const past = inCups.filter((b) => (offMs(b) ?? Infinity) <= now).length;
  // A batch that the address names is shown, however long ago it was.
  const list = batches.filter((b, i) => i < shown || b.id === picked);
  return (
    <Page testID="batches" wide>
      <PageHead
        eyebrow="Batches"
        title={
          batches.length === 0
            ? 'Nothing was mixed yet'
            : inCups.length === 0
              ? `${batches.length} ${batches.length === 1 ? 'batch' : 'batches'}, all cups empty`
              : `${inCups.length} ${inCups.length === 1 ? 'cup is' : 'cups are'} not empty`
        }
        {...(past > 0 && { tone: 'window' as const })}
        subtitle={past > 0 ? `${past} of them past pot life: what is in it goes into the waste.` : undefined}
      />
      {batches.length === 0 && (
        <EmptyState
          title="No batch yet"
          text="A cup that is poured to the end gets a number. It says which tins it came out of, what was truly poured, and which zones carry it."
        />
      )}
      {batches.length > 0 && (
        <Section title="Mixed" aside={String(batches.length)}>
          {list.map((b) => (
            <BatchLine
              key={b.id}
              batch={b}
              open={open}
              balance={balance(b)}
              offMs={offMs(b)}
              uses={uses}
              now={now}
              isOpen={picked === b.id}
              onToggle={() => setPicked(picked === b.id ? null : b.id)}
            />
          ))}
          {batches.length > shown && <TextButton label="Earlier ones" onPress={() => setShown(shown + 50)} />}
        </Section>
      )}
      {batches.length > 0 && <PotPlanner open={open} now={now} />}
    </Page>
  );
}

function BatchLine({
  batch: b,
  open,
  balance,
  offMs,
  uses,
  now,
  isOpen,
  onToggle,
}: {
  batch: Batch;
  open: OpenShelf;
  balance: BatchBalance;
  offMs: number | undefined;
  uses: readonly CupUse[];
  now: number;
  isOpen: boolean;
  onToggle(): void;
}) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const nameOf = useColourName();
  const name = lookup(b.productId)?.name ?? b.productId;
  const ml = batchMl(b, open.shelf, lookup);
  const g = (x: number) => formatQuantity('mass', x, units, 0);
  const isLeft = balance.leftG > NOTHING_G;
  return (
    <Disclosure
      testID="batch"
      open={isOpen}
      onToggle={onToggle}
      head={
        <View style={{ flexDirection: 'row', gap: gap(3), alignItems: 'center' }}>
          <Text kind="figure">{batchNumber(open.shelf, b.id)}</Text>
          <Grow>
            <Text kind="strong">{b.colour === undefined ? name : `${name}, ${nameOf(b.colour)}`}</Text>
            <Text kind="tag" tone="muted">{`${fullWhen(b.atMs)} \u00b7 ${formatQuantity('volume', ml, units)}`}</Text>
            {isLeft && (
              <Text kind="small" tone={offMs !== undefined && offMs <= now ? 'stop' : 'window'}>
                {offMs === undefined
                  ? `${g(balance.leftG)} still in the cup`
                  : offMs <= now
                    ? `${g(balance.leftG)} in the cup, past its pot life`
                    : `${g(balance.leftG)} in the cup, good till ${whenAndWait(offMs, now)}`}
              </Text>
            )}
            {balance.leftG < -NOTHING_G && (
              <Text kind="small" tone="stop">{`${g(-balance.leftG)} more was logged than was mixed`}</Text>
            )}
          </Grow>
        </View>
      }
    >
      <BatchMore batch={b} open={open} balance={balance} uses={uses} isPast={offMs !== undefined && offMs <= now} />
    </Disclosure>
  );
}

function BatchMore({
  batch: b,
  open,
  balance,
  uses,
  isPast,
}: {
  batch: Batch;
  open: OpenShelf;
  balance: BatchBalance;
  uses: readonly CupUse[];
  isPast: boolean;
}) {
  const { units } = useAppTheme();
  const nameOf = useColourName();
  const { lookup } = useLibrary();
  const { jobs } = useJobs();
  const command = useShelfCommand();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const g = (x: number) => formatQuantity('mass', x, units);
  // By its promise: a line that goes with what it did would hear nothing more.
  const log = (entry: ShelfEntry, said: string) =>
    void command.mutateAsync({ log: [entry] }).then(
      ({ remarks, undo }) => notify({ text: remarks[0] === undefined ? said : messageIn(remarks[0], units), undo }),
      (e: Error) => setProblem(errorText(e)),
    );
  const carried = uses.filter((u) => u.batchId === b.id);
  const mayKeep = keeps(b, open.shelf, lookup);
  return (
    <Stack between={2} bottom={3}>
      {b.pours.map((p, i) => {
        const tin = p.containerId === undefined ? undefined : open.shelf.containers.get(p.containerId);
        const name =
          p.holds.what === 'mix'
            ? `Left of batch ${batchNumber(open.shelf, p.holds.batchId)}`
            : (lookup(p.holds.productId)?.parts[p.holds.part]?.name ?? p.holds.productId);
        const off = p.plannedG !== undefined && p.plannedG > 0 ? p.massG / p.plannedG - 1 : 0;
        return (
          <View key={i} style={{ flexDirection: 'row', gap: gap(3), justifyContent: 'space-between' }}>
            <Grow>
              <Text kind="small">{name}</Text>
              <Text kind="tag" tone="muted">
                {[
                  tin ? (tin.lot === undefined ? tin.place : `lot ${tin.lot}`) : 'from a tin that is not on the list',
                  p.plannedG !== undefined &&
                    Math.abs(off) > 0.005 &&
                    `${Math.round(Math.abs(off) * 1000) / 10}\u00a0% ${off > 0 ? 'over' : 'under'} the ${g(p.plannedG)} that were meant`,
                ]
                  .filter(Boolean)
                  .join(' \u00b7 ')}
              </Text>
            </Grow>
            <Text kind="strong">{g(p.massG)}</Text>
          </View>
        );
      })}
      <Text kind="small" tone="muted">
        {`Of ${g(b.mixedG)}: ${g(balance.sprayedG)} put on, ${g(balance.keptG)} kept, ${g(balance.wastedG)} thrown away${balance.leftG > NOTHING_G ? `, ${g(balance.leftG)} in the cup` : ''}.${b.lab ? ` Read as L* ${b.lab[0].toFixed(1)}, a* ${b.lab[1].toFixed(1)}, b* ${b.lab[2].toFixed(1)}.` : ''}`}
      </Text>
      {carried.map((u) => {
        const job = jobs.find((j) => j.job.id === u.jobId)?.job;
        if (!job) return null;
        return u.zoneIds.map((z) => {
          const panelId = job.zones.find((x) => x.id === z)?.panelId;
          return (
            panelId !== undefined && (
              <LinkArea
                key={`${u.eventId}${z}`}
                href={pageHref('/panel/[jobId]/[panelId]', { jobId: job.id, panelId, zone: z })}
                style={{ minHeight: 48, justifyContent: 'center' }}
              >
                <Text kind="small" tone="do">{`On ${job.name}, ${zoneLabel(job, z)}, ${fullWhen(u.atMs)}`}</Text>
              </LinkArea>
            )
          );
        });
      })}
      <Problem says={problem} />
      {balance.leftG > NOTHING_G && (
        <Row>
          <ActionButton
            label="Throw the rest away"
            onPress={() =>
              log(
                { kind: 'wasted', batchId: b.id, amount: round(balance.leftG), why: isPast ? 'potLife' : 'leftOver' },
                `${g(balance.leftG)} thrown away.`,
              )
            }
          />
          {mayKeep && (
            <ActionButton
              label="Keep the rest"
              onPress={() =>
                log(
                  {
                    kind: 'kept',
                    batchId: b.id,
                    containerId: `left-${newId(nowMs())}`,
                    amount: round(balance.leftG),
                    label: `${b.colour === undefined ? (lookup(b.productId)?.name ?? 'Left') : nameOf(b.colour)}, batch ${batchNumber(open.shelf, b.id)}`,
                    openDays: KEPT_DAYS,
                  },
                  'It stands on the shelf with a label of its own.',
                )
              }
            />
          )}
        </Row>
      )}
    </Stack>
  );
}

const round = (x: number): number => Math.round(x * 10) / 10;
