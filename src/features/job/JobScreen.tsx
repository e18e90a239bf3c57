import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import {
  BOUNDS,
  showText,
  SUBSTRATES,
  SUBSTRATE_NAMES,
  unitOf,
  zonesOf,
  type Job,
  type LogEvent,
  type Panel,
  type SubstrateKind,
} from '@/core';
import { boundary, newId, nowMs, useJob, useShopActions, type OpenJob } from '@/data';
import { useLook } from '@/ui/look';
import { readNumber, typed } from '@/ui/numbers';
import { Field, Fields } from '@/ui/Field';
import { Act, Blank, Choices, Head, Notice, Page, Quiet, Row, Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

/** A new job, or the head of one that is there: its name, colour, panels and zones. */
export function JobScreen({ jobId }: { jobId: string }) {
  const { data: open, isLoading } = useJob(jobId === 'new' ? undefined : jobId);
  if (jobId === 'new') return <NewJob />;
  if (isLoading) return <Page>{null}</Page>;
  if (!open)
    return (
      <Page>
        <Blank
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
  const [problem, setProblem] = useState<Record<string, string>>({});
  const save = async () => {
    const now = nowMs();
    const job: Job = { id: newId(now), name: name.trim(), about: about.trim(), createdMs: now, panels: [], zones: [] };
    const { parseJob } = await boundary();
    const checked = parseJob(job);
    if (!checked.ok) return setProblem(Object.fromEntries(checked.error.map((p) => [p.path, p.message])));
    putJob({ job, events: [], products: [] }).then(
      () => router.replace(`/job/${job.id}` as never),
      (e: Error) => setProblem({ '': e.message }),
    );
  };
  return (
    <Page foot={<Act label="Start the job" strong grow onPress={() => void save()} testID="save" />}>
      <Head answer="A new job" under="The vehicle or thing, then its panels." />
      <Field label="Name" value={name} onChange={setName} problem={problem.name} />
      <Field label="About" value={about} onChange={setAbout} problem={problem.about} multiline />
      {problem[''] !== undefined && <Notice tone="stop">{problem['']}</Notice>}
    </Page>
  );
}

function Change({ open }: { open: OpenJob }) {
  const { units } = useLook();
  const { changeJob } = useShopActions();
  const router = useRouter();
  const [name, setName] = useState(open.job.name);
  const [about, setAbout] = useState(open.job.about);
  const [colour, setColour] = useState({ name: open.job.colour?.name ?? '', hex: open.job.colour?.hex ?? '' });
  const [adding, setAdding] = useState<'panel' | { zoneOf: Panel } | null>(null);
  const [problem, setProblem] = useState<string>();
  const hexOk = colour.hex === '' || HEX.test(colour.hex);
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
      (e: Error) => setProblem(e.message),
    );
  const bad = !name.trim() ? 'Give the job a name' : undefined;
  return (
    <Page
      testID="job"
      foot={
        dirty ? (
          <Act
            label="Save changes"
            strong
            grow
            disabled={bad !== undefined || !hexOk}
            onPress={() => void save()}
            testID="save"
          />
        ) : (
          <Act label="To its panels" grow onPress={() => router.navigate('/panels' as never)} />
        )
      }
    >
      <Head over={`${open.state.events.length} entries in its log`} answer={open.job.name} />
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      <Field label="Name" value={name} onChange={setName} problem={bad} />
      <Field label="About" value={about} onChange={setAbout} multiline />
      <Fields>
        <Field label="Colour name" value={colour.name} onChange={(v) => setColour({ ...colour, name: v })} numeric />
        <Field
          label="Colour on screen"
          value={colour.hex}
          onChange={(v) => setColour({ ...colour, hex: v })}
          hint="Such as #4f6374"
          problem={hexOk ? undefined : 'Six digits after #, such as #4f6374'}
          numeric
        />
      </Fields>
      <Section title="Panels" aside={<Quiet label="Add a panel" icon="plus" onPress={() => setAdding('panel')} />}>
        {adding === 'panel' && <AddPanel open={open} close={() => setAdding(null)} />}
        {open.job.panels.map((p) => (
          <View key={p.id}>
            <Row>
              <View style={{ flex: 1, minWidth: 0 }}>
                <T kind="strong">{p.name}</T>
                <T kind="small" tone="muted">
                  {`${SUBSTRATE_NAMES[p.substrate]}. ${zonesOf(open.job, p.id)
                    .map((z) => `${z.name} ${showText('area', z.areaCm2, units)}`)
                    .join(', ')}`}
                </T>
                <Quiet label="Add a zone" onPress={() => setAdding({ zoneOf: p })} />
              </View>
            </Row>
            {typeof adding === 'object' && adding?.zoneOf.id === p.id && (
              <AddZone open={open} panel={p} close={() => setAdding(null)} />
            )}
          </View>
        ))}
      </Section>
    </Page>
  );
}

type Begin = 'bare' | 'old' | 'later';

/** What stands on a zone when it comes into the log. */
function beginning(begin: Begin, zoneId: string, substrate: SubstrateKind, thicknessUm: number): LogEvent[] {
  if (begin === 'later') return [];
  const now = nowMs();
  const layers = begin === 'old' ? [{ label: 'Old paint', family: 'oldCoating' as const, filmUm: 120 }] : [];
  return [
    { id: newId(now), kind: 'found', atMs: now, writtenMs: now, zoneIds: [zoneId], substrate, thicknessUm, layers },
  ];
}

const BEGINS: { value: Begin; label: string }[] = [
  { value: 'old', label: 'Old paint on it' },
  { value: 'bare', label: 'Bare' },
  { value: 'later', label: 'Look later' },
];

/** An area as typed, in the user's units of area; its problem in words. */
function readArea(text: string, units: Parameters<typeof readNumber>[2]): { cm2: number } | { problem: string } {
  const r = readNumber(text, { quantity: 'area' }, units);
  if (!r.ok) return { problem: r.error };
  const { min, max } = BOUNDS.areaCm2;
  return r.value! >= min && r.value! <= max
    ? { cm2: r.value! }
    : { problem: `Between ${showText('area', min, units, 4)} and ${showText('area', max, units)}` };
}

function AddPanel({ open, close }: { open: OpenJob; close(): void }) {
  const { units } = useLook();
  const { changeJob } = useShopActions();
  const [name, setName] = useState('');
  const [substrate, setSubstrate] = useState<SubstrateKind>('steel');
  const [thick, setThick] = useState(() => typed(0.8, { quantity: 'thickness' }, units));
  const [area, setArea] = useState('');
  const [begin, setBegin] = useState<Begin>('old');
  const [problems, setProblems] = useState<Record<string, string>>({});
  const save = () => {
    const a = readArea(area, units);
    const t = readNumber(thick, { quantity: 'thickness' }, units);
    const bad: Record<string, string> = {};
    if (!name.trim()) bad.name = 'Give the panel a name';
    if ('problem' in a) bad.area = a.problem;
    if (!t.ok) bad.thick = t.error;
    else if (t.value! < 0.1 || t.value! > 50)
      bad.thick = `Between ${showText('thickness', 0.1, units)} and ${showText('thickness', 50, units)}`;
    if (Object.keys(bad).length > 0 || 'problem' in a || !t.ok) return setProblems(bad);
    const id = newId(nowMs());
    const um = Math.round(t.value! * 1000);
    changeJob(
      open.job.id,
      (j) => ({
        ...j,
        panels: [...j.panels, { id, name: name.trim(), substrate, thicknessUm: um }],
        zones: [...j.zones, { id: `${id}-z`, panelId: id, name: 'Whole', areaCm2: a.cm2 }],
      }),
      beginning(begin, `${id}-z`, substrate, um),
    ).then(close, (e: Error) => setProblems({ '': e.message }));
  };
  return (
    <View style={{ paddingBottom: gap(4) }}>
      <Field label="Panel" value={name} onChange={setName} problem={problems.name} />
      <Choices
        label="Made of"
        options={SUBSTRATES.map((s) => ({ value: s, label: SUBSTRATE_NAMES[s] }))}
        value={substrate}
        onChange={(v) => setSubstrate(v)}
      />
      <Fields>
        <Field
          label="Thick"
          unit={unitOf('thickness', units)}
          value={thick}
          onChange={setThick}
          problem={problems.thick}
          numeric
        />
        <Field
          label="Area"
          unit={unitOf('area', units)}
          value={area}
          onChange={setArea}
          problem={problems.area}
          hint={`A car door is about ${showText('area', 8000, units)}`}
          numeric
        />
      </Fields>
      <Choices label="What is on it" options={BEGINS} value={begin} onChange={(v) => setBegin(v)} />
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <Act label="Add the panel" strong onPress={save} testID="add-panel" />
        <Act label="Leave" onPress={close} />
      </View>
    </View>
  );
}

function AddZone({ open, panel, close }: { open: OpenJob; panel: Panel; close(): void }) {
  const { units } = useLook();
  const { changeJob } = useShopActions();
  const [name, setName] = useState('');
  const [area, setArea] = useState('');
  const [begin, setBegin] = useState<Begin>('old');
  const [problems, setProblems] = useState<Record<string, string>>({});
  const save = () => {
    const a = readArea(area, units);
    const bad: Record<string, string> = {};
    if (!name.trim()) bad.name = 'Give the zone a name';
    else if (zonesOf(open.job, panel.id).some((z) => z.name.toLowerCase() === name.trim().toLowerCase()))
      bad.name = 'The panel has a zone of that name';
    if ('problem' in a) bad.area = a.problem;
    if (Object.keys(bad).length > 0 || 'problem' in a) return setProblems(bad);
    const id = newId(nowMs());
    changeJob(
      open.job.id,
      (j) => ({ ...j, zones: [...j.zones, { id, panelId: panel.id, name: name.trim(), areaCm2: a.cm2 }] }),
      beginning(begin, id, panel.substrate, panel.thicknessUm),
    ).then(close, (e: Error) => setProblems({ '': e.message }));
  };
  return (
    <View style={{ paddingBottom: gap(4) }}>
      <Fields>
        <Field label="Zone" value={name} onChange={setName} problem={problems.name} numeric />
        <Field
          label="Area"
          unit={unitOf('area', units)}
          value={area}
          onChange={setArea}
          problem={problems.area}
          numeric
        />
      </Fields>
      <Choices label="What is on it" options={BEGINS} value={begin} onChange={(v) => setBegin(v)} />
      {problems[''] !== undefined && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), marginTop: gap(3) }}>
        <Act label="Add the zone" strong onPress={save} />
        <Act label="Leave" onPress={close} />
      </View>
    </View>
  );
}
