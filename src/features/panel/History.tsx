import { useRouter } from 'expo-router';
import { lazy, memo, Suspense, useCallback, useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  KINDS,
  LOGGABLE,
  formatQuantity,
  type PlainEvent,
  type ProductLookup,
  type Zone,
  type Message,
  errorText,
} from '@/core';
import { cupFacts, eventUse } from '@/core/stock/use';
import { useLogCommand, useLibrary, type OpenJob } from '@/data';
import { fullWhen, money, percent, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Disclosure } from '@/ui/Disclosure';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { useNotify } from '@/ui/notifications';
import { eventLine, eventWords, unfitWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
import { historyOf, type HistoryEntry } from './lastEntry';

/** So many entries at first: what a person looks for is nearly always the newest. */
const PAGE = 12;
/** Of an entry on a phone, px. */
const USUAL_HEIGHT = 64;
/** Comes when somebody asks for all of a long history. */
const VirtualList = lazy(() => import('@/ui/VirtualList'));

/** What was done, newest first. An entry opens to its details, and can be struck out there. */
export const History = memo(function History({
  open,
  zones,
  zone,
  now,
}: {
  open: OpenJob;
  zones: Zone[];
  zone: Zone;
  now: number;
}) {
  const [which, setWhich] = useState<'zone' | 'panel'>('zone');
  const [all, setAll] = useState(false);
  const [expanded, setExpanded] = useState<string | null>(null);
  const toggle = useCallback((id: string) => setExpanded((was) => (was === id ? null : id)), []);
  const entries = useMemo(
    () => historyOf(open.state, which === 'zone' ? [zone.id] : zones.map((z) => z.id)),
    [open.state, which, zone.id, zones],
  );
  const entryAt = (line: HistoryEntry | undefined) =>
    line && (
      <Entry
        key={line.event.id}
        event={line.event}
        struckBy={line.struckBy}
        products={open.products}
        when={shortWhen(line.event.atMs, now)}
        {...(expanded === line.event.id && { open })}
        onToggle={toggle}
      />
    );
  return (
    <Section
      deferRender={!all}
      title="What was done"
      aside={
        <Text kind="small" tone="muted" testID="entry-count">
          {String(entries.length)}
        </Text>
      }
    >
      {zones.length > 1 && (
        <Stack top={2}>
          <ChoiceGroup
            label="Entries of"
            hideLabel
            options={
              [
                { value: 'zone', label: `${zone.name} only` },
                { value: 'panel', label: 'Whole panel' },
              ] as const
            }
            value={which}
            onChange={(v) => setWhich(v)}
          />
        </Stack>
      )}
      {all && entries.length > PAGE ? (
        <Suspense fallback={null}>
          <VirtualList
            count={entries.length}
            lineKey={(i) => entries[i]?.event.id ?? String(i)}
            usualHeight={USUAL_HEIGHT}
          >
            {(i) => entryAt(entries[i])}
          </VirtualList>
        </Suspense>
      ) : (
        entries.slice(0, PAGE).map(entryAt)
      )}
      {!all && entries.length > PAGE && (
        <TextButton label={`Show all ${entries.length}`} onPress={() => setAll(true)} />
      )}
    </Section>
  );
});

interface EntryProps {
  event: PlainEvent;
  /** What struck it out; absent for one that counts. */
  struckBy: string | undefined;
  products: ProductLookup;
  when: string;
  /** The job, for an entry that stands open; the closed ones then need not be drawn again when it grows. */
  open?: OpenJob;
  onToggle(id: string): void;
}

const Entry = memo(function Entry({ event: e, struckBy, products, when, open, onToggle }: EntryProps) {
  const { units } = useAppTheme();
  return (
    <Disclosure
      open={open !== undefined}
      onToggle={() => onToggle(e.id)}
      head={
        <>
          <View style={styles.line}>
            <Text kind="strong" {...(struckBy !== undefined && { tone: 'muted' as const })}>
              {struckBy === undefined ? KINDS[e.kind].name : `Struck out: ${KINDS[e.kind].name.toLowerCase()}`}
            </Text>
            <Text kind="small" tone="muted">
              {e.who === undefined ? when : `${e.who}, ${when}`}
            </Text>
          </View>
          <Text kind="small" {...(struckBy !== undefined && { tone: 'muted' as const })}>
            {eventWords(e, products, units)}
          </Text>
          {e.note !== undefined && (
            <Text kind="small" tone="muted">
              {e.note}
            </Text>
          )}
        </>
      }
    >
      {open &&
        (struckBy === undefined ? (
          <EntryMore event={e} open={open} />
        ) : (
          <StruckMore event={e} struckBy={struckBy} open={open} />
        ))}
    </Disclosure>
  );
});

const styles = StyleSheet.create({
  line: { flexDirection: 'row', justifyContent: 'space-between', gap: gap(2), flexWrap: 'wrap' },
});

function EntryMore({ event: e, open }: { event: PlainEvent; open: OpenJob }) {
  const { units, currency } = useAppTheme();
  const { lookup } = useLibrary();
  const command = useLogCommand(open.job.id);
  const router = useRouter();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const use = eventUse(e, open.job, lookup, cupFacts(open.job.id, open.state));
  return (
    <Stack bottom={2} between={1}>
      <Text kind="small">{`On ${e.zoneIds.map((id) => open.job.zones.find((z) => z.id === id)?.name ?? id).join(', ')}. ${fullWhen(e.atMs)}`}</Text>
      {e.air && (
        <Text kind="small">{`Air ${formatQuantity('temp', e.air.tempC, units, 1)}, ${percent(e.air.rh)}`}</Text>
      )}
      {use.map((u) => (
        <Text key={u.zoneId} kind="small">
          {`${open.job.zones.find((z) => z.id === u.zoneId)?.name}: ${formatQuantity('volume', u.volumeMl, units)}, ${money(u.cost, currency)}, ${u.basis === 'poured' ? 'from the cup' : 'estimated'}`}
        </Text>
      ))}
      {e.against !== undefined && <Text kind="small" tone="window">{`Went on against advice: ${e.against}`}</Text>}
      {problem !== undefined && (
        <Text kind="small" tone="stop">
          {problem}
        </Text>
      )}
      {LOGGABLE.some((k) => k === e.kind) &&
        !(e.kind === 'measured' && (e.measure === 'heights' || e.measure === 'gap' || e.measure === 'colour')) && (
          <TextButton
            label="Correct this"
            onPress={() => router.navigate(pageHref('/log', { job: open.job.id, replaces: e.id }))}
          />
        )}
      <TextButton
        label="Strike this out"
        tone="stop"
        icon="undo"
        onPress={() =>
          command.mutate(
            { strike: e.id },
            {
              onSuccess: ({ undo, unfit }) =>
                notify({
                  text: `Struck out. ${eventLine(e, open.products, units)}${unfitWords(unfit, open.products, units)}`,
                  undo,
                }),
              onError: (x) => setProblem(errorText(x)),
            },
          )
        }
      />
    </Stack>
  );
}

/** What was struck out does not count, and can always come back. */
function StruckMore({ event: e, struckBy, open }: { event: PlainEvent; struckBy: string; open: OpenJob }) {
  const { units } = useAppTheme();
  const command = useLogCommand(open.job.id);
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  return (
    <Stack bottom={2} between={1}>
      <Text kind="small" tone="muted">{`It does not count. It was logged for ${fullWhen(e.atMs)}`}</Text>
      {problem !== undefined && (
        <Text kind="small" tone="stop">
          {problem}
        </Text>
      )}
      <TextButton
        label="Bring it back"
        icon="undo"
        onPress={() =>
          command.mutate(
            { strike: struckBy },
            {
              onSuccess: ({ undo }) => notify({ text: `It counts again. ${eventLine(e, open.products, units)}`, undo }),
              onError: (x) => setProblem(errorText(x)),
            },
          )
        }
      />
    </Stack>
  );
}
