import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { countText, FAMILIES, isFiller, type ProductLookup } from '@/core';
import { containerState, type Container, type ContainerState } from '@/core/stock';
import { useLibrary, useNow } from '@/data';
import { useShelf, type OpenShelf } from '@/data/shelf';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { pageHref } from '@/ui/pages';
import { useRouter } from 'expo-router';
import { gap } from '@/ui/theme';
import { ContainerLine } from './ContainerLine';
import { ContainerMore } from './ContainerMore';
import { nameOf } from './names';
import { ReceiveForm } from './ReceiveForm';
import { ToBuy } from './ToBuy';

/** Parts of the shelf, in the order of the work. */
const GROUPS = ['left', 'filler', 'primer', 'colour', 'hardener', 'aid', 'sealant', 'article'] as const;
type Group = (typeof GROUPS)[number];
const GROUP_NAMES: Record<Group, string> = {
  left: 'Left in pots',
  filler: 'Fillers',
  primer: 'Primers',
  colour: 'Colour and clear',
  hardener: 'Hardeners and thinners',
  aid: 'Cleaners and guide coat',
  sealant: 'Sealers and underseal',
  article: 'Paper, masking, clips',
};

function groupOf({ holds }: Container, products: ProductLookup): Group {
  if (holds.what === 'mix') return 'left';
  if (holds.what === 'article') return 'article';
  const p = products(holds.productId);
  if (!p) return 'aid';
  if (holds.part > 0 || p.family === 'hardener' || p.family === 'thinner') return 'hardener';
  if (isFiller(p.family)) return 'filler';
  const { role } = FAMILIES[p.family];
  if (role === 'base' || role === 'topcoat') return 'colour';
  if (role === 'sealant') return 'sealant';
  return role === 'aid' ? 'aid' : 'primer';
}

/** What has to be looked at, the worst first. */
const LOOK_AT: readonly ContainerState[] = ['short', 'past', 'soon', 'low'];

function answerOf(states: readonly ContainerState[]): string {
  const of = (s: ContainerState) => states.filter((x) => x === s).length;
  const said = [
    ...(of('short') > 0 ? [`${countText(of('short'), 'does not add up', 'do not add up')}`] : []),
    ...(of('past') > 0 ? [`${of('past')} past ${of('past') === 1 ? 'its' : 'their'} date`] : []),
    ...(of('soon') > 0 ? [`${of('soon')} soon past`] : []),
    ...(of('low') > 0 ? [`${of('low')} low`] : []),
  ];
  const full = states.filter((s) => s !== 'empty').length;
  if (said.length === 0)
    return full === 0
      ? 'Nothing is on the shelf'
      : `${countText(full, 'container', 'containers')}, all as they should be`;
  if (of('short') + of('past') + of('soon') === 0)
    return `${countText(of('low'), 'container is', 'containers are')} low`;
  const [first = '', ...rest] = said;
  return [first.replace(/^./, (c) => c.toUpperCase()), ...rest].join(', ');
}

/** What is on the shelf: what is open, how old, how much; and what to buy. */
export function ShelfScreen() {
  const open = useShelf();
  if (!open) return <Page>{null}</Page>;
  return <OnShelf open={open} />;
}

function OnShelf({ open }: { open: OpenShelf }) {
  const { shelf, unreadable } = open;
  const { lookup } = useLibrary();
  const now = useNow(60_000);
  const router = useRouter();
  const [picked, setPicked] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const [counting, setCounting] = useState(false);
  const [empties, setEmpties] = useState(false);
  const all = useMemo(() => [...shelf.containers.values()], [shelf]);
  const stateOf = (c: Container) => containerState(c, now);
  const states = all.map(stateOf);
  const toLookAt = LOOK_AT.flatMap((s) => all.filter((c) => stateOf(c) === s));
  const groups = useMemo(() => {
    const of = new Map<Group, Container[]>();
    for (const c of all) {
      // A state changes by the minute; being empty does not.
      if (!empties && c.amount === 0) continue;
      const g = groupOf(c, lookup);
      of.set(g, [...(of.get(g) ?? []), c]);
    }
    for (const list of of.values())
      list.sort((a, b) => nameOf(a, shelf, lookup).localeCompare(nameOf(b, shelf, lookup)));
    return of;
  }, [all, empties, lookup, shelf]);
  const lines = (list: readonly Container[], of: string) =>
    list.map((c) => (
      <ContainerLine
        key={`${of}${c.id}`}
        container={c}
        shelf={shelf}
        state={stateOf(c)}
        now={now}
        open={picked === `${of}${c.id}`}
        onToggle={() => setPicked(picked === `${of}${c.id}` ? null : `${of}${c.id}`)}
      >
        <ContainerMore open={open} container={c} now={now} counting={counting} />
      </ContainerLine>
    ));
  const list = (
    <>
      {toLookAt.length > 0 && !counting && (
        <Section title="Look at these" aside={String(toLookAt.length)}>
          {lines(toLookAt, '!')}
        </Section>
      )}
      {GROUPS.map((g) => {
        const of = groups.get(g);
        return (
          of && (
            <Section key={g} title={GROUP_NAMES[g]} aside={String(of.length)} deferRender>
              {lines(of, '')}
            </Section>
          )
        );
      })}
      {states.includes('empty') && (
        <TextButton label={empties ? 'Hide empty ones' : 'Show empty ones too'} onPress={() => setEmpties(!empties)} />
      )}
    </>
  );
  return (
    <Page
      testID="shelf"
      wide
      foot={
        !adding && (
          <>
            <ActionButton label="Something came" strong grow onPress={() => setAdding(true)} testID="receive" />
            <ActionButton
              label={counting ? 'Done counting' : 'Stock-take'}
              onPress={() => setCounting(!counting)}
              testID="stock-take"
            />
          </>
        )
      }
    >
      <PageHead
        eyebrow="The shelf"
        title={answerOf(states)}
        subtitle={
          counting
            ? 'Weigh or count each one and type it: what differs from the books is written down as found or missing.'
            : `${countText(all.filter((c) => c.openedMs !== undefined && stateOf(c) !== 'empty').length, 'is open', 'are open')}. What a cup takes comes off by itself.`
        }
      />
      {unreadable.length > 0 && (
        <Notice tone="stop">{`${countText(unreadable.length, 'record', 'records')} of the shelf cannot be read. They are left as they are; what they took or brought is not counted.`}</Notice>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(5) }}>
        <TextButton label="Batches" onPress={() => router.navigate(pageHref('/batches'))} />
      </View>
      {adding && <ReceiveForm shelf={shelf} onDone={() => setAdding(false)} />}
      {all.length === 0 && !adding ? (
        <EmptyState
          title="Put down what is there"
          text="Say once what stands on the shelf, and what came with a date. From then on every cup takes its grams off, and the list says what is low, open too long, or to be bought for a job."
        />
      ) : (
        <TwoColumns left={list} right={<ToBuy shelf={shelf} now={now} />} />
      )}
      <Text kind="tag" tone="muted">
        Amounts are by the books until somebody weighs or counts them.
      </Text>
    </Page>
  );
}
