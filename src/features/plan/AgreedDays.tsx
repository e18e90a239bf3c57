import { useState } from 'react';
import { View } from 'react-native';
import type { Job } from '@/core';
import { AGREED_NAMES, VISIT_ACTS, type Agreed, type AgreedKind, type VisitAct } from '@/core/log/days';
import { newId, nowMs, useHeadList, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { momentOf, showDay } from '@/ui/days';
import { Field } from '@/ui/Field';
import { clockTime, dayOnly } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { PickFrom } from '@/ui/PickFrom';
import { DayField, TimeField } from '@/ui/PickedField';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** What comes and does something, as a person says it. */
const VISIT_NAMES: { readonly [A in VisitAct]: string } = {
  strip: 'strips',
  blast: 'blasts',
  repair: 'welds or repairs',
  coat: 'sprays',
  polish: 'polishes',
  fit: 'fits',
};
const SAID: readonly AgreedKind[] = ['due', 'back', 'visit', 'other'];
const ALL = 'all';

const lineOf = (a: Agreed, job: Job): string => {
  const parts = a.panelIds.flatMap((id) => job.panels.find((p) => p.id === id)?.name ?? []);
  const about = parts.length === 0 ? 'all of it' : parts.join(', ');
  const until = a.untilMs === undefined ? '' : ` to ${clockTime(a.untilMs)}`;
  switch (a.kind) {
    case 'due':
      return `${about}: done by ${dayOnly(a.atMs)} ${clockTime(a.atMs)}`;
    case 'back':
      return `${about}: not before ${dayOnly(a.atMs)} ${clockTime(a.atMs)}`;
    case 'visit':
      return `${dayOnly(a.atMs)} ${clockTime(a.atMs)}${until}: somebody ${VISIT_NAMES[a.act ?? 'repair']} ${about}`;
    case 'on':
      return `${about}: put on ${dayOnly(a.atMs)}`;
    case 'other':
      return `${a.text ?? 'Other work'}, ${a.minutes ?? 60} min, from ${dayOnly(a.atMs)} on`;
  }
};

/** What is agreed on days ahead: dates, parts that come back, crews that come, and work that is no paint. */
export function AgreedDays({ open }: { open: OpenJob }) {
  const { job } = open;
  const list = useHeadList(open, 'agreed');
  const now = nowMs();
  const ahead = (job.agreed ?? []).filter((a) => a.kind === 'other' || (a.untilMs ?? a.atMs) > now);
  const [adding, setAdding] = useState(false);
  return (
    <View>
      {ahead.map((a) => (
        <ListRow key={a.id}>
          <Grow>
            <Text kind="small">{lineOf(a, job)}</Text>
          </Grow>
          <TextButton
            label={a.kind === 'other' ? 'Done or dropped' : 'Drop'}
            of={lineOf(a, job)}
            onPress={() => void list.drop((all) => all.filter((x) => x.id !== a.id))}
          />
        </ListRow>
      ))}
      <Problem says={list.problem} />
      <Row top={2}>
        {list.takeBack && <TextButton label="Take it back" onPress={list.takeBack} />}
        <ActionButton
          label={adding ? 'Close' : 'Something is agreed'}
          onPress={() => setAdding(!adding)}
          testID="add-agreed"
        />
      </Row>
      {adding && (
        <AgreedForm
          job={job}
          onSave={async (a) => {
            if (await list.change((all) => [...all, a])) setAdding(false);
          }}
        />
      )}
    </View>
  );
}

function AgreedForm({ job, onSave }: { job: Job; onSave(a: Agreed): Promise<void> }) {
  const [kind, setKind] = useState<AgreedKind>('due');
  const [panel, setPanel] = useState(ALL);
  const [day, setDay] = useState(() => showDay(nowMs()));
  const [from, setFrom] = useState('09:00');
  const [until, setUntil] = useState('15:00');
  const [act, setAct] = useState<VisitAct>('blast');
  const [text, setText] = useState('');
  const [minutes, setMinutes] = useState('');
  const [problem, setProblem] = useState<string>();
  const save = () => {
    const atMs = momentOf(day, from);
    const untilMs = kind === 'visit' ? momentOf(day, until) : undefined;
    if (atMs === undefined || (kind === 'visit' && untilMs === undefined))
      return setProblem('There is no such day or time.');
    if (untilMs !== undefined && untilMs <= atMs) return setProblem('It ends before it begins.');
    if ((kind === 'due' || kind === 'visit') && (untilMs ?? atMs) <= nowMs())
      return setProblem('That is over already.');
    const min = Number(minutes.replace(',', '.'));
    if (kind === 'other' && text.trim() === '') return setProblem('What is to be done?');
    if (kind === 'other' && !(min >= 1 && min <= 100_000)) return setProblem('How many minutes? A number from 1 on.');
    setProblem(undefined);
    return void onSave({
      id: newId(nowMs()),
      kind,
      panelIds: panel === ALL ? [] : [panel],
      atMs,
      ...(untilMs !== undefined && { untilMs }),
      ...(kind === 'visit' && { act }),
      ...(kind === 'other' && { text: text.trim().slice(0, 120), minutes: Math.round(min) }),
    });
  };
  return (
    <Stack bottom={2} between={1}>
      <ChoiceGroup<AgreedKind>
        label="What is agreed"
        value={kind}
        onChange={setKind}
        options={SAID.map((k) => ({ value: k, label: AGREED_NAMES[k] }))}
      />
      <PickFrom
        label="About"
        value={panel}
        onChange={setPanel}
        options={[
          { value: ALL, label: 'All of the job' },
          ...job.panels.filter((p) => !p.card).map((p) => ({ value: p.id, label: p.name })),
        ]}
      />
      {kind === 'visit' && (
        <ChoiceGroup<VisitAct>
          label="Somebody"
          value={act}
          onChange={setAct}
          options={VISIT_ACTS.map((a) => ({ value: a, label: VISIT_NAMES[a] }))}
        />
      )}
      {kind === 'other' && (
        <Row>
          <Field label="What" value={text} onChange={setText} short />
          <Field label="How long" value={minutes} onChange={setMinutes} numeric unit="min" />
        </Row>
      )}
      <Row>
        <DayField label={kind === 'other' ? 'From' : 'Day'} value={day} onChange={setDay} />
        <TimeField label={kind === 'visit' ? 'Comes at' : 'Time'} value={from} onChange={setFrom} />
        {kind === 'visit' && <TimeField label="Leaves at" value={until} onChange={setUntil} />}
      </Row>
      <Problem says={problem} />
      <Row>
        <ActionButton label="Put it down" onPress={save} testID="save-agreed" />
      </Row>
    </Stack>
  );
}
