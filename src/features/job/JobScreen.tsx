import { object } from 'yup';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  countText,
  effectiveEvents,
  errorText,
  formatQuantity,
  SUBSTRATES,
  totalMin,
  workTimeOf,
  zonesOf,
  type Job,
  type Message,
  type Colour,
  Refusal,
  newColour,
  renamed,
  withColour,
  without,
} from '@/core';
import { withoutCards } from '@/core/log/job';
import {
  loadFormats,
  newId,
  nowMs,
  useFormDraft,
  useJob,
  useJobs,
  useSheetDraft,
  useShopActions,
  type OpenJob,
} from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedText } from '@/ui/form/schema';
import { setProblems, useAppForm } from '@/ui/form/useAppForm';
import { Grow } from '@/ui/layout';
import { useNotify } from '@/ui/notifications';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyPage } from '@/ui/EmptyState';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { minutesText } from '@/ui/words';
import { AddPanel, AddZone } from './AddForms';
import { beginningOf } from './begin';
import { ChangePanel } from './ChangePanel';
import { LayOutParts } from './LayOutParts';
import { NO_PARTS, PartsPick, pickedParts } from './PartsPick';

/** A new job, or the head of one that is there: its name, colour, panels and zones. */
export function JobScreen({ jobId }: { jobId: string }) {
  const { data: open, isLoading } = useJob(jobId === 'new' ? undefined : jobId);
  if (jobId === 'new') return <NewJob />;
  if (isLoading) return <Page>{null}</Page>;
  if (!open)
    return (
      <EmptyPage
        title="That job is not here"
        text="It may have been deleted, or it belongs to the other store (demo or own)."
      />
    );
  return <Change open={open} />;
}

const HEX = /^#[0-9a-f]{6}$/i;

const newJobSchema = () => object({ name: typedText(120, 'Give the job a name'), about: typedText(2000) });

/** So many jobs are offered to begin like. */
const MOST_LIKE = 6;

const loadBodies = () => import('@/core/bodies');

function NewJob() {
  const { putJob } = useShopActions();
  const router = useRouter();
  const notify = useNotify();
  const form = useAppForm({ name: '', about: '' }, newJobSchema);
  const forget = useFormDraft('job/new', form);
  const [problem, setProblem] = useState<Message>();
  const [choice, setChoice] = useState(NO_PARTS);
  const [telling, setTelling] = useState(false);
  const dropParts = useSheetDraft('job/new/parts', choice === NO_PARTS ? undefined : choice, setChoice);
  const parts = pickedParts(choice);
  const { jobs } = useJobs();
  const [likeId, setLikeId] = useState<string>();
  const like = jobs.find((j) => j.job.id === likeId)?.job;
  const count = like ? withoutCards(like).panels.length : parts.length;
  const save = form.handleSubmit(async ({ name, about }) => {
    const now = nowMs();
    const bare: Job = { id: newId(now), name, about, createdMs: now, panels: [], zones: [] };
    const { layOut, layOutLike } = await loadBodies();
    const job: Job = like
      ? layOutLike(bare, like, () => newId(now))
      : layOut({ ...bare, ...(choice.body && { body: choice.body }) }, parts, choice.split, () => newId(now));
    const { parseJob } = await loadFormats();
    const checked = parseJob(job);
    if (!checked.ok) return setProblem(setProblems(form, checked.error)[0]?.message);
    await putJob({ job, events: beginningOf(job, job.panels, choice.begin), products: [] }).then(
      () => {
        forget();
        dropParts();
        notify({ text: `${name}: job started.` });
        router.replace(count > 0 ? pageHref('/panels') : pageHref('/job/[jobId]/change', { jobId: job.id }));
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Page
      foot={
        <ActionButton
          label={count === 0 ? 'Start the job' : `Start it with ${countText(count, 'panel')}`}
          strong
          grow
          onPress={() => void save()}
          testID="save"
        />
      }
    >
      <PageHead
        title="A new job"
        subtitle="Its name, and the parts that it is about. All of it can be changed later."
      />
      <FormField control={form.control} name="name" label="Name" />
      {!like && <PartsPick value={choice} onChange={setChoice} />}
      {jobs.length > 0 && parts.length === 0 && (
        <ChoiceGroup
          label="Or the same parts as a job that was here"
          options={jobs.slice(0, MOST_LIKE).map((j) => ({ value: j.job.id, label: j.job.name }))}
          value={likeId}
          onChange={(id) => setLikeId(id === likeId ? undefined : id)}
        />
      )}
      <Disclosure head={<Text>About it</Text>} open={telling} onToggle={() => setTelling(!telling)}>
        <FormField control={form.control} name="about" label="About" multiline />
      </Disclosure>
      <Problem says={problem} />
    </Page>
  );
}

const headSchema = () =>
  object({
    name: typedText(120, 'Give the job a name'),
    about: typedText(2000),
    colourName: typedText(120).when('colourHex', {
      is: (hex: string) => hex !== '',
      then: (s) => s.required('Give the colour a name'),
    }),
    colourHex: typedText(7).matches(HEX, { message: 'Six digits after #, such as #4f6374', excludeEmptyString: true }),
  });

function Change({ open }: { open: OpenJob }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const router = useRouter();
  const notify = useNotify();
  const { job } = open;
  const form = useAppForm(
    { name: job.name, about: job.about, colourName: job.colour?.name ?? '', colourHex: job.colour?.hex ?? '' },
    headSchema,
  );
  const forget = useFormDraft(`job/${job.id}`, form);
  const { isDirty } = form.formState;
  const workMin = useMemo(() => totalMin(workTimeOf(job, effectiveEvents(open.state)).job), [job, open.state]);
  const [adding, setAdding] = useState<'panel' | 'parts' | { zoneOf: string } | { change: string } | null>(null);
  // A form that is saved goes after it: by then the next one may be open, and that one stays.
  const closes = (form: typeof adding) => () => setAdding((now) => (now === form ? null : now));
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit((v) => {
    if (v.colourName && !v.colourHex)
      return form.setError(
        'colourHex',
        { message: 'How it looks, such as #4f6374: the stack is drawn with it' },
        { shouldFocus: true },
      );
    const { name, about, colour: before } = job;
    const colour =
      v.colourName && v.colourHex
        ? before
          ? renamed(before, v.colourName, v.colourHex)
          : newColour(job, v.colourName, v.colourHex, () => newId(nowMs()))
        : undefined;
    const taken = colour && !withColour(job, colour) && `Another colour of this job is called ${colour.name}`;
    if (taken) return form.setError('colourName', { message: taken }, { shouldFocus: true });
    const change = (j: Job, to: Colour | undefined): Job => {
      if (!to) return without(j, 'colour');
      const changed = withColour(j, to);
      if (!changed) throw new Refusal(`Another colour of this job is called ${to.name}`);
      return changed;
    };
    return changeJob(job.id, (j) => ({ ...change(j, colour), name: v.name, about: v.about })).then(
      () => {
        forget();
        form.reset(v);
        setProblem(undefined);
        notify({
          text: 'The job is changed.',
          undo: () =>
            changeJob(job.id, (j) => ({ ...change(j, before), name, about })).then(() =>
              form.reset({ name, about, colourName: before?.name ?? '', colourHex: before?.hex ?? '' }),
            ),
        });
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <Page
      testID="job"
      foot={
        isDirty ? (
          <ActionButton label="Save changes" strong grow onPress={() => void save()} testID="save" />
        ) : (
          <ActionButton
            label="Done"
            grow
            onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: job.id }))}
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.state.events.length} entries in its log`}
        title={open.job.name}
        {...(workMin > 0 && { subtitle: `${minutesText(workMin)} of work is logged` })}
      />
      <Problem says={problem} />
      <FormField control={form.control} name="name" label="Name" />
      <FormField control={form.control} name="about" label="About" multiline />
      <Fields>
        <FormField control={form.control} name="colourName" label="Colour name" short />
        <FormField control={form.control} name="colourHex" label="Colour on screen" hint="Such as #4f6374" short />
      </Fields>
      <Section title="Panels" aside={<TextButton label="Add a panel" icon="plus" onPress={() => setAdding('panel')} />}>
        <TextButton label="Lay out parts of a body" icon="plus" onPress={() => setAdding('parts')} />
        {adding === 'parts' && <LayOutParts open={open} close={closes(adding)} />}
        {adding === 'panel' && <AddPanel open={open} close={closes(adding)} />}
        {withoutCards(open.job).panels.map((p) =>
          typeof adding === 'object' && adding && 'change' in adding && adding.change === p.id ? (
            <ChangePanel key={p.id} open={open} panel={p} close={closes(adding)} />
          ) : (
            <View key={p.id}>
              <ListRow>
                <Grow>
                  <Text kind="strong">{p.name}</Text>
                  <Text kind="small" tone="muted">
                    {`${SUBSTRATES[p.substrate].name}. ${zonesOf(open.job, p.id)
                      .map((z) => `${z.name} ${formatQuantity('area', z.areaCm2, units)}`)
                      .join(', ')}`}
                  </Text>
                  <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
                    <TextButton label="Add a zone" of={`to ${p.name}`} onPress={() => setAdding({ zoneOf: p.id })} />
                    <TextButton label="Change" of={p.name} tone="muted" onPress={() => setAdding({ change: p.id })} />
                  </View>
                </Grow>
              </ListRow>
              {typeof adding === 'object' && adding && 'zoneOf' in adding && adding.zoneOf === p.id && (
                <AddZone open={open} panel={p} close={closes(adding)} />
              )}
            </View>
          ),
        )}
      </Section>
    </Page>
  );
}
