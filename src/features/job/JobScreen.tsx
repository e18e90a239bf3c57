import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, SUBSTRATES, zonesOf, type Job, type Message, errorText } from '@/core';
import { loadFormats, newId, nowMs, useJob, useShopActions, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Field, Fields } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { EmptyState } from '@/ui/EmptyState';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { AddPanel, AddZone } from './AddForms';
import { ChangePanel } from './ChangePanel';

/** A new job, or the head of one that is there: its name, colour, panels and zones. */
export function JobScreen({ jobId }: { jobId: string }) {
  const { data: open, isLoading } = useJob(jobId === 'new' ? undefined : jobId);
  if (jobId === 'new') return <NewJob />;
  if (isLoading) return <Page>{null}</Page>;
  if (!open)
    return (
      <Page>
        <EmptyState
          title="That job is not here"
          text="It may have been deleted, or it belongs to the other store (demo or own)."
        />
      </Page>
    );
  return <Change open={open} />;
}

const HEX = /^#[0-9a-f]{6}$/i;

function NewJob() {
  const { putJob } = useShopActions();
  const router = useRouter();
  const [name, setName] = useState('');
  const [about, setAbout] = useState('');
  const [problem, setProblem] = useState<Record<string, Message>>({});
  const save = async () => {
    const now = nowMs();
    const job: Job = { id: newId(now), name: name.trim(), about: about.trim(), createdMs: now, panels: [], zones: [] };
    const { parseJob } = await loadFormats();
    const checked = parseJob(job);
    if (!checked.ok) return setProblem(Object.fromEntries(checked.error.map((p) => [p.path, p.message])));
    putJob({ job, events: [], products: [] }).then(
      () => router.replace(pageHref('/job/[jobId]', { jobId: job.id })),
      (e: Error) => setProblem({ '': errorText(e) }),
    );
  };
  return (
    <Page foot={<ActionButton label="Start the job" strong grow onPress={() => void save()} testID="save" />}>
      <PageHead answer="A new job" under="The vehicle or thing, then its panels." />
      <Field label="Name" value={name} onChange={setName} problem={problem.name} />
      <Field label="About" value={about} onChange={setAbout} problem={problem.about} multiline />
      {problem[''] !== undefined && <Notice tone="stop">{problem['']}</Notice>}
    </Page>
  );
}

function Change({ open }: { open: OpenJob }) {
  const { units } = useAppTheme();
  const { changeJob } = useShopActions();
  const router = useRouter();
  const [name, setName] = useState(open.job.name);
  const [about, setAbout] = useState(open.job.about);
  const [colour, setColour] = useState({ name: open.job.colour?.name ?? '', hex: open.job.colour?.hex ?? '' });
  const [adding, setAdding] = useState<'panel' | { zoneOf: string } | { change: string } | null>(null);
  const [problem, setProblem] = useState<Message>();
  const hexProblem =
    colour.hex !== '' && !HEX.test(colour.hex)
      ? 'Six digits after #, such as #4f6374'
      : colour.name.trim() !== '' && colour.hex === ''
        ? 'How it looks, such as #4f6374: the stack is drawn with it'
        : undefined;
  const colourProblem = colour.hex !== '' && colour.name.trim() === '' ? 'Give the colour a name' : undefined;
  const dirty =
    name !== open.job.name ||
    about !== open.job.about ||
    colour.name !== (open.job.colour?.name ?? '') ||
    colour.hex !== (open.job.colour?.hex ?? '');
  const save = () =>
    changeJob(open.job.id, ({ colour: _, ...j }) => ({
      ...j,
      name: name.trim(),
      about: about.trim(),
      ...(colour.name.trim() && colour.hex && { colour: { name: colour.name.trim(), hex: colour.hex } }),
    })).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(errorText(e)),
    );
  const bad = !name.trim() ? 'Give the job a name' : undefined;
  return (
    <Page
      testID="job"
      foot={
        dirty ? (
          <ActionButton
            label="Save changes"
            strong
            grow
            disabled={(bad ?? hexProblem ?? colourProblem) !== undefined}
            onPress={() => void save()}
            testID="save"
          />
        ) : (
          <ActionButton label="To its panels" grow onPress={() => router.navigate(pageHref('/panels'))} />
        )
      }
    >
      <PageHead over={`${open.state.events.length} entries in its log`} answer={open.job.name} />
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      <Field label="Name" value={name} onChange={setName} problem={bad} />
      <Field label="About" value={about} onChange={setAbout} multiline />
      <Fields>
        <Field
          label="Colour name"
          value={colour.name}
          onChange={(v) => setColour({ ...colour, name: v })}
          problem={colourProblem}
          short
        />
        <Field
          label="Colour on screen"
          value={colour.hex}
          onChange={(v) => setColour({ ...colour, hex: v })}
          hint="Such as #4f6374"
          problem={hexProblem}
          short
        />
      </Fields>
      <Section title="Panels" aside={<TextButton label="Add a panel" icon="plus" onPress={() => setAdding('panel')} />}>
        {adding === 'panel' && <AddPanel open={open} close={() => setAdding(null)} />}
        {open.job.panels.map((p) =>
          typeof adding === 'object' && adding && 'change' in adding && adding.change === p.id ? (
            <ChangePanel key={p.id} open={open} panel={p} close={() => setAdding(null)} />
          ) : (
            <View key={p.id}>
              <ListRow>
                <View style={{ flex: 1, minWidth: 0 }}>
                  <T kind="strong">{p.name}</T>
                  <T kind="small" tone="muted">
                    {`${SUBSTRATES[p.substrate].name}. ${zonesOf(open.job, p.id)
                      .map((z) => `${z.name} ${formatQuantity('area', z.areaCm2, units)}`)
                      .join(', ')}`}
                  </T>
                  <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
                    <TextButton label="Add a zone" of={`to ${p.name}`} onPress={() => setAdding({ zoneOf: p.id })} />
                    <TextButton label="Change" of={p.name} tone="muted" onPress={() => setAdding({ change: p.id })} />
                  </View>
                </View>
              </ListRow>
              {typeof adding === 'object' && adding && 'zoneOf' in adding && adding.zoneOf === p.id && (
                <AddZone open={open} panel={p} close={() => setAdding(null)} />
              )}
            </View>
          ),
        )}
      </Section>
    </Page>
  );
}
