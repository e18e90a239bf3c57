import { useState } from 'react';
import { View } from 'react-native';
import { object, string } from 'yup';
import type { Bag, BagItem } from '@/core';
import type { PartsSum } from '@/core/advice';
import { withoutCards } from '@/core/log/job';
import { newId, nowMs, useFormDraft, useJobAndAdvice, useNow, useHeadList, type OpenJob, type Advice } from '@/data';
import { Grow, Stack } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedText } from '@/ui/form/schema';
import { setProblems, useAppForm } from '@/ui/form/useAppForm';
import { dayOnly } from '@/ui/format';
import { useWide } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyPage } from '@/ui/EmptyState';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { ItemForm } from './ItemForm';

/** What came off, where it is, what has to be ordered and what must go back. */
export function BagsScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const { open, advice } = here;
  if (!open || open.job.panels.length === 0)
    return (
      <EmptyPage title="No parts yet" text="Bags hold what comes off the panels of a job. Give it a panel first." />
    );
  return <Bags open={open} advice={advice} />;
}

const plural = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

function answerOf(s: PartsSum): string {
  if (s.bags === 0) return 'Nothing is bagged yet';
  const late = s.onOrder.filter((o) => o.late).length;
  if (late > 0) return `${plural(late, 'order is', 'orders are')} late`;
  if (s.toOrder.length > 0) return `${plural(s.toOrder.length, 'sort of clip', 'sorts of clips')} to order`;
  if (s.back < s.pieces) return `${s.pieces - s.back} of ${s.pieces} pieces are off`;
  return 'Everything is back';
}

function Bags({ open, advice }: { open: OpenJob; advice: Advice }) {
  const now = useNow();
  const wide = useWide();
  const { job } = open;
  const [adding, setAdding] = useState(false);
  const sum = advice.partsSum(job, now);
  const list = useHeadList(open, 'bags');
  const { change, drop } = list;
  const changeItem = (bagId: string, item: BagItem) =>
    change((bags) =>
      bags.map((b) => (b.id === bagId ? { ...b, items: b.items.map((i) => (i.id === item.id ? item : i)) } : b)),
    );
  const bags = (job.bags ?? []).map((bag) => (
    <OneBag
      key={bag.id}
      open={open}
      advice={advice}
      bag={bag}
      part={job.panels.find((p) => p.id === bag.panelId)?.name ?? 'a part that is gone'}
      now={now}
      onAdd={(item) =>
        void change((bags) => bags.map((b) => (b.id === bag.id ? { ...b, items: [...b.items, item] } : b)))
      }
      onChange={(item) => void changeItem(bag.id, item)}
      onDrop={(item) =>
        void drop((bags) =>
          bags.map((b) => (b.id === bag.id ? { ...b, items: b.items.filter((i) => i.id !== item.id) } : b)),
        )
      }
      onBag={(next) => void change((bags) => bags.map((b) => (b.id === next.id ? { ...next, items: b.items } : b)))}
      onRemove={() => void drop((bags) => bags.filter((b) => b.id !== bag.id))}
    />
  ));
  return (
    <Page
      testID="bags"
      wide
      foot={!adding && <ActionButton label="A new bag" strong grow onPress={() => setAdding(true)} testID="new-bag" />}
    >
      <PageHead
        eyebrow={`${job.name}, bags and orders`}
        title={answerOf(sum)}
        subtitle={
          sum.heldUntilMs === undefined
            ? `${plural(sum.bags, 'bag', 'bags')}, ${plural(sum.pieces, 'piece', 'pieces')}.`
            : `The last order is due ${dayOnly(sum.heldUntilMs)}; until then the plan waits.`
        }
      />
      <Problem says={list.problem} />
      {list.takeBack && <TextButton label="Put it back" icon="undo" onPress={list.takeBack} />}
      {adding && (
        <BagForm
          open={open}
          advice={advice}
          onDone={(bag) => {
            setAdding(false);
            if (bag) void change((bags) => [bag, ...bags]);
          }}
        />
      )}
      {sum.mustReturn.length > 0 && (
        <Notice tone="window" testID="must-return">
          {`Must go back before the job is done: ${sum.mustReturn.map((m) => `${m.missing} × ${m.item.name.toLowerCase()}`).join(', ')}.`}
        </Notice>
      )}
      {wide ? (
        <TwoColumns left={bags.filter((_, i) => i % 2 === 0)} right={bags.filter((_, i) => i % 2 === 1)} />
      ) : (
        bags
      )}
      {sum.bags === 0 && !adding && (
        <Stack top={4} bottom={4}>
          <Text tone="muted">
            Count what comes off into a bag, and say where the bag is. Clips that break are ordered while there is time;
            plugs and drains are asked for at the end.
          </Text>
        </Stack>
      )}
    </Page>
  );
}

function OneBag({
  open,
  advice,
  bag,
  part,
  now,
  onAdd,
  onChange,
  onDrop,
  onBag,
  onRemove,
}: {
  open: OpenJob;
  advice: Advice;
  bag: Bag;
  part: string;
  now: number;
  onAdd(i: BagItem): void;
  onChange(i: BagItem): void;
  onDrop(i: BagItem): void;
  onBag(b: Bag): void;
  onRemove(): void;
}) {
  const [adding, setAdding] = useState(false);
  const [moving, setMoving] = useState(false);
  const [opened, setOpened] = useState<string>();
  const photos = (open.job.photos ?? []).filter((p) => p.bagId === bag.id).length;
  const pieces = bag.items.reduce((n, i) => n + i.count, 0);
  return (
    <Section title={bag.name} aside={`${part}, ${plural(pieces, 'piece', 'pieces')}`}>
      {bag.where !== '' && (
        <Stack top={2}>
          <Text kind="small" tone="muted">{`Where: ${bag.where}`}</Text>
        </Stack>
      )}
      <ListRow href={pageHref('/photos', { job: open.job.id, panel: bag.panelId, bag: bag.id })}>
        <Text kind="small">
          {photos === 0 ? 'Photo of where it sat' : `${plural(photos, 'photo', 'photos')} of where it sat`}
        </Text>
      </ListRow>
      {bag.items.map((i) => (
        <View key={i.id}>
          <ListRow
            label={`${i.count} ${i.name}, ${standing(i, now)}`}
            onPress={() => setOpened(opened === i.id ? undefined : i.id)}
            selected={opened === i.id}
          >
            <View style={{ width: 44 }}>
              <Text kind="figure">{String(i.count)}</Text>
            </View>
            <Grow>
              <Text kind="strong">{i.name}</Text>
              <Text kind="small" tone={toneOf(i, now)}>
                {standing(i, now)}
              </Text>
            </Grow>
          </ListRow>
          {opened === i.id && (
            <ItemForm
              draft={`item/${open.job.id}/${bag.id}`}
              item={i}
              onSave={(item) => {
                onChange(item);
                setOpened(undefined);
              }}
              onLeave={() => setOpened(undefined)}
              onDrop={() => {
                onDrop(i);
                setOpened(undefined);
              }}
            />
          )}
        </View>
      ))}
      {moving && (
        <BagForm
          open={open}
          advice={advice}
          bag={bag}
          onRemove={onRemove}
          onDone={(next) => {
            setMoving(false);
            if (next) onBag(next);
          }}
        />
      )}
      {adding ? (
        <ItemForm
          draft={`item/${open.job.id}/${bag.id}`}
          onSave={(item) => {
            onAdd(item);
            setAdding(false);
          }}
          onLeave={() => setAdding(false)}
        />
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
          <TextButton label={`Count something into ${bag.name}`} icon="plus" onPress={() => setAdding(true)} />
          {!moving && <TextButton label={`Move or rename ${bag.name}`} tone="muted" onPress={() => setMoving(true)} />}
        </View>
      )}
    </Section>
  );
}

function standing(i: BagItem, now: number): string {
  const bits: string[] = [];
  if (i.back >= i.count) return 'all back';
  if (i.back > 0) bits.push(`${i.back} back`);
  if (i.dueMs !== undefined)
    bits.push(i.dueMs < now ? `was due ${dayOnly(i.dueMs)}` : `on order, due ${dayOnly(i.dueMs)}`);
  else if (i.oneTime) bits.push('one-time: to order');
  if (i.mustReturn) bits.push('must go back');
  return bits.join(', ') || 'in the bag';
}

const toneOf = (i: BagItem, now: number) =>
  i.back >= i.count
    ? ('do' as const)
    : i.dueMs !== undefined && i.dueMs < now
      ? ('stop' as const)
      : i.oneTime && i.dueMs === undefined
        ? ('window' as const)
        : ('muted' as const);

/** What stands on a bag; the core knows what it may be. */
const bagSchema = () => object({ name: typedText(1000), panelId: string().defined(), where: typedText(1000) });

/** A new bag, or one that is moved, renamed or thrown away. */
function BagForm({
  open,
  advice,
  bag,
  onDone,
  onRemove,
}: {
  open: OpenJob;
  advice: Advice;
  bag?: Bag;
  onDone(bag: Bag | undefined): void;
  onRemove?(): void;
}) {
  const { job } = open;
  const form = useAppForm(
    {
      name: bag?.name ?? `Bag ${(job.bags?.length ?? 0) + 1}`,
      panelId: bag?.panelId ?? '',
      where: bag?.where ?? '',
    },
    bagSchema,
  );
  const forget = useFormDraft(`bag/${job.id}/${bag?.id ?? ''}`, form);
  const done = (b: Bag | undefined) => {
    forget();
    onDone(b);
  };
  const save = form.handleSubmit((typed) => {
    const r = advice.checkBag(job, { ...typed, id: bag?.id ?? newId(nowMs()), items: bag?.items ?? [] });
    if (r.ok) done(r.value);
    else setProblems(form, r.error);
  });
  const questions = (
    <>
      <FormField control={form.control} name="name" label="Name or number" />
      <FormChoice
        control={form.control}
        name="panelId"
        label="What it came off"
        options={withoutCards(job).panels.map((p) => ({ value: p.id, label: p.name }))}
      />
      <FormField control={form.control} name="where" label="Where it is" />
      <View style={{ flexDirection: 'row', gap: gap(2), marginTop: gap(3) }}>
        <ActionButton label="Keep the bag" strong grow onPress={() => void save()} testID="keep-bag" />
        <ActionButton label="Leave" onPress={() => done(undefined)} />
      </View>
      {onRemove && <TextButton label="Throw the bag away" tone="stop" onPress={onRemove} />}
    </>
  );
  return bag ? (
    <Stack top={2} bottom={2}>
      {questions}
    </Stack>
  ) : (
    <Section title="A new bag">{questions}</Section>
  );
}
