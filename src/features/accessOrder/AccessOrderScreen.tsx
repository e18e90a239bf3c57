import { useMemo, useState } from 'react';
import { useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { mixed, object } from 'yup';
import { TASK_WITH, taskWithName, upperFirst, without, zonesOf, type AccessLink, type Job, type TaskRef } from '@/core';
import { withoutCards } from '@/core/log/job';
import { newId, nowMs, useFormDraft, useJobAndAdvice, useHeadList, type OpenJob, type Advice } from '@/data';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** What has to come before what, and what must never follow: the log warns by these. */
export function AccessOrderScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const { open, advice } = here;
  if (!open || open.job.panels.length === 0)
    return (
      <EmptyPage title="No panels yet" text="The access order links acts on the panels of a job. Give it some first." />
    );
  return <Order open={open} advice={advice} />;
}

const say = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;

function Order({ open, advice }: { open: OpenJob; advice: Advice }) {
  const { isDone, taskWords } = advice;
  const { job, state } = open;
  const links = job.links ?? [];
  const [adding, setAdding] = useState(false);
  const list = useHeadList(open, 'links');
  const usual = useMemo(() => advice.proposeLinks(job, state), [advice, job, state]);
  const waits = links.filter((l) => l.kind === 'before' && !isDone(job, state, l.first));
  return (
    <Page
      testID="order"
      foot={
        !adding && <ActionButton label="A new link" strong grow onPress={() => setAdding(true)} testID="new-link" />
      }
    >
      <PageHead
        eyebrow={`${job.name}, access order`}
        title={
          links.length === 0
            ? 'No dependencies'
            : waits.length === 0
              ? 'Nothing is closed off'
              : `First ${taskWords(job, waits[0]!.first)}`
        }
        subtitle={
          waits[0]
            ? `Before you ${taskWords(job, waits[0].then)}.`
            : 'The log warns when a step would close off another one.'
        }
      />
      <Problem says={list.problem} />
      {list.takeBack && <TextButton label="Put it back" icon="undo" onPress={list.takeBack} />}
      {adding && (
        <NewLink
          open={open}
          advice={advice}
          onDone={(l) => {
            setAdding(false);
            if (l) void list.change((all) => [...all, l]);
          }}
        />
      )}
      {links.length > 0 && (
        <Section title="Links" aside={String(links.length)}>
          {links.map((l) => {
            const done = isDone(job, state, l.first);
            const words = linkWords(job, l, taskWords);
            return (
              <ListRow key={l.id}>
                <Grow>
                  <Text kind="strong">{words}</Text>
                  {l.why !== '' && (
                    <Text kind="small" tone="muted">
                      {say(l.why)}
                    </Text>
                  )}
                  {l.kind !== 'joins' && (
                    <Text kind="tag" tone={l.kind === 'before' ? (done ? 'do' : 'window') : done ? 'stop' : 'muted'}>
                      {l.kind === 'before'
                        ? done
                          ? 'The first is done'
                          : 'The first is not done'
                        : done
                          ? 'Holds from now on'
                          : 'Not yet'}
                    </Text>
                  )}
                </Grow>
                <TextButton
                  label="Drop"
                  tone="stop"
                  onPress={() => void list.drop((all) => all.filter((x) => x.id !== l.id))}
                />
              </ListRow>
            );
          })}
        </Section>
      )}
      {!adding && usual.length > 0 && (
        <Section title="Usual with these parts" aside={String(usual.length)}>
          {usual.map((l) => {
            const words = linkWords(job, l, taskWords);
            return (
              <ListRow key={words}>
                <Grow>
                  <Text kind="strong">{words}</Text>
                  <Text kind="small" tone="muted">
                    {say(l.why)}
                  </Text>
                </Grow>
                <TextButton
                  label="Add"
                  of={`: ${words}`}
                  onPress={() => void list.change((all) => [...all, { ...l, id: newId(nowMs()) }])}
                />
              </ListRow>
            );
          })}
        </Section>
      )}
    </Page>
  );
}

const panelName = (job: Job, { panelId }: TaskRef): string =>
  job.panels.find((p) => p.id === panelId)?.name ?? 'A panel that is gone';

/** A link as a sentence. */
function linkWords(
  job: Job,
  { kind, first, then }: Omit<AccessLink, 'id' | 'why'>,
  taskWords: Advice['taskWords'],
): string {
  switch (kind) {
    case 'before':
      return `${say(taskWords(job, first))}, then ${taskWords(job, then)}`;
    case 'never':
      return `Never ${taskWords(job, then)} once you ${taskWords(job, first)}`;
    case 'joins':
      return `${panelName(job, first)} and ${panelName(job, then).toLowerCase()} are joined: both faces ready before either is closed`;
  }
}

const linkSchema = () =>
  object({
    kind: mixed<AccessLink['kind']>().required(),
    first: mixed<TaskRef>().required(),
    then: mixed<TaskRef>().required(),
    why: typedText(500),
  });

/** What its two acts are called. */
const TITLES: { readonly [K in AccessLink['kind']]: readonly [string, string] } = {
  before: ['First', 'Then'],
  never: ['Once this is done', 'Never do this'],
  joins: ['This part', 'And this one'],
};

function NewLink({ open, advice, onDone }: { open: OpenJob; advice: Advice; onDone(l: AccessLink | undefined): void }) {
  const { findCycle, taskWords } = advice;
  const { job } = open;
  const first0 = job.panels[0]!.id;
  const form = useAppForm(
    {
      kind: 'before',
      first: { panelId: first0, kind: 'coated' },
      then: { panelId: job.panels[1]?.id ?? first0, kind: 'fitted' },
      why: '',
    },
    linkSchema,
  );
  const forget = useFormDraft(`link/${job.id}`, form);
  const { kind, first, then } = useWatch({ control: form.control }) as Omit<AccessLink, 'id'>;
  const [problem, setProblem] = useState<string>();
  const done = (l: AccessLink | undefined) => {
    forget();
    onDone(l);
  };
  const save = form.handleSubmit(({ why }) => {
    const link: AccessLink = { id: newId(nowMs()), kind, first, then, why };
    if (first.panelId === then.panelId && kind === 'joins')
      return setProblem('A joint is between two parts: pick another one');
    if (
      first.panelId === then.panelId &&
      first.kind === then.kind &&
      first.zoneId === then.zoneId &&
      first.with === then.with
    )
      return setProblem('Both ends are the same act: pick another one');
    if (findCycle([...(job.links ?? []), link]))
      return setProblem('That closes a ring: each would wait for the other. Drop or turn round one of them.');
    done(link);
  });
  return (
    <Section title="A new link">
      <FormChoice
        control={form.control}
        name="kind"
        label="Kind"
        hideLabel
        options={[
          { value: 'before', label: 'One before the other' },
          { value: 'never', label: 'Never after' },
          { value: 'joins', label: 'They are joined' },
        ]}
      />
      <Task
        open={open}
        advice={advice}
        title={TITLES[kind][0]}
        isPart={kind === 'joins'}
        value={first}
        onChange={(t) => form.setValue('first', t, { shouldDirty: true })}
      />
      <Task
        open={open}
        advice={advice}
        title={TITLES[kind][1]}
        isPart={kind === 'joins'}
        value={then}
        onChange={(t) => form.setValue('then', t, { shouldDirty: true })}
      />
      <FormField control={form.control} name="why" label="Because" />
      <Problem says={problem} />
      <Stack top={3}>
        <Text kind="strong">{`${linkWords(job, { kind, first, then }, taskWords)}.`}</Text>
      </Stack>
      <View style={{ flexDirection: 'row', gap: gap(2), marginTop: gap(3) }}>
        <ActionButton label="Keep the link" strong grow onPress={() => void save()} testID="keep-link" />
        <ActionButton label="Leave" onPress={() => done(undefined)} />
      </View>
    </Section>
  );
}

const ANY = 'any';

function Task({
  open,
  advice,
  title,
  isPart,
  value,
  onChange,
}: {
  open: OpenJob;
  advice: Advice;
  title: string;
  /** Only the part matters: a joint is closed by whatever closes it. */
  isPart: boolean;
  value: TaskRef;
  onChange(t: TaskRef): void;
}) {
  const zones = zonesOf(open.job, value.panelId);
  return (
    <Stack top={2}>
      {!isPart && (
        <ChoiceGroup
          label={`${title}: act`}
          options={advice.TASK_KINDS.map((t) => ({ value: t.kind, label: t.task }))}
          value={value.kind}
          onChange={(k) => onChange({ ...(k === 'coated' ? value : without(value, 'with')), kind: k })}
        />
      )}
      {!isPart && value.kind === 'coated' && (
        <ChoiceGroup
          label={`${title}: with`}
          options={[
            { value: ANY, label: 'Anything' },
            ...TASK_WITH.map((w) => ({ value: w, label: upperFirst(taskWithName(w)) })),
          ]}
          value={value.with ?? ANY}
          onChange={(w) => onChange({ ...without(value, 'with'), ...(w !== ANY && { with: w }) })}
        />
      )}
      <ChoiceGroup
        label={isPart ? title : `${title}: on`}
        options={withoutCards(open.job).panels.map((p) => ({ value: p.id, label: p.name }))}
        value={value.panelId}
        onChange={(panelId) => onChange({ ...without(value, 'zoneId'), panelId })}
      />
      {!isPart && zones.length > 1 && (
        <ChoiceGroup
          label={`${title}: where`}
          options={[{ value: ANY, label: 'Anywhere on it' }, ...zones.map((z) => ({ value: z.id, label: z.name }))]}
          value={value.zoneId ?? ANY}
          onChange={(z) => onChange({ ...without(value, 'zoneId'), ...(z !== ANY && { zoneId: z }) })}
        />
      )}
    </Stack>
  );
}
