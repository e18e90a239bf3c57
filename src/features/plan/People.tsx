import { format } from 'date-fns/format';
import { useState } from 'react';
import { View } from 'react-native';
import type { HoursOn, Person, WeekHours } from '@/core/log/days';
import { newId, nowMs, useShopActions, type Settings } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { momentOf, showDay } from '@/ui/days';
import { Disclosure } from '@/ui/Disclosure';
import { Field } from '@/ui/Field';
import { clockTime, dayOnly } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { Problem } from '@/ui/Notice';
import { DayField, TimeField } from '@/ui/PickedField';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

const WEEK = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const;
/** Monday first, as a week of work goes. */
const DAYS = [1, 2, 3, 4, 5, 6, 0] as const;

/** What is often so: one tap. */
const USUAL = {
  work: { label: 'Weekdays 8 to 17', days: [1, 2, 3, 4, 5], from: '08:00', to: '17:00' },
  evenings: { label: 'Weekday evenings 18 to 21', days: [1, 2, 3, 4, 5], from: '18:00', to: '21:00' },
  saturday: { label: 'Saturdays 9 to 15', days: [6], from: '09:00', to: '15:00' },
} as const;
type Usual = keyof typeof USUAL;

/** Minutes after midnight of a time as typed; undefined where it is none. */
function minuteOf(text: string): number | undefined {
  const m = /^(\d{1,2})(?::?(\d{2}))?$/.exec(text.trim());
  const min = m ? Number(m[1]) * 60 + Number(m[2] ?? 0) : NaN;
  return min >= 0 && min <= 1440 ? min : undefined;
}
const timeOf = (min: number): string =>
  `${String(Math.floor(min / 60)).padStart(2, '0')}:${String(min % 60).padStart(2, '0')}`;

/** Somebody's hours in a line: 'Mon to Fri 08:00 to 17:00, Sat 09:00 to 15:00'. */
export function hoursLine(week: readonly WeekHours[]): string {
  const by = new Map<string, number[]>();
  for (const h of week) {
    const key = `${timeOf(h.fromMin)} to ${timeOf(h.toMin)}`;
    by.set(key, [...(by.get(key) ?? []), h.day]);
  }
  return [...by]
    .map(([hours, days]) => {
      const at = DAYS.flatMap((d, i) => (days.includes(d) ? [i] : []));
      const [first, last] = [at[0] ?? 0, at[at.length - 1] ?? 0];
      const isRun = at.length > 2 && last - first === at.length - 1;
      const names = at.map((i) => WEEK[DAYS[i] ?? 0]);
      return `${isRun ? `${names[0]} to ${names[names.length - 1]}` : names.join(', ')} ${hours}`;
    })
    .join('; ');
}

/** Hours of certain days put on a list, once what is wrong with them is said. */
function DayHours({ title, onAdd }: { title: string; onAdd(h: HoursOn): void }) {
  const [day, setDay] = useState(() => showDay(nowMs()));
  const [from, setFrom] = useState('09:00');
  const [until, setUntil] = useState('15:00');
  const [problem, setProblem] = useState<string>();
  const add = () => {
    const [fromMs, untilMs] = [momentOf(day, from), momentOf(day, until)];
    if (fromMs === undefined || untilMs === undefined) setProblem('There is no such day or time.');
    else if (untilMs <= fromMs) setProblem('It ends before it begins.');
    else {
      setProblem(undefined);
      onAdd({ fromMs, untilMs });
    }
  };
  return (
    <Stack top={2} between={1}>
      <Text kind="strong">{title}</Text>
      <Row>
        <DayField label="Day" value={day} onChange={setDay} />
        <TimeField label="From" value={from} onChange={setFrom} />
        <TimeField label="Until" value={until} onChange={setUntil} />
      </Row>
      <Problem says={problem} />
      <Row>
        <ActionButton label="Put it down" onPress={add} />
      </Row>
    </Stack>
  );
}

/** Who works here, and when: what a plan of days needs to know first. */
export function People({ settings }: { settings: Settings }) {
  const { saveSettings } = useShopActions();
  const people = settings.people ?? [];
  const [open, setOpen] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const save = (list: Person[]) =>
    void saveSettings({ people: list }).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(e.message),
    );
  const change = (id: string, patch: Partial<Person>) =>
    save(people.map((p) => (p.id === id ? { ...p, ...patch } : p)));
  const add = () => {
    const id = newId(nowMs());
    save([
      ...people,
      {
        id,
        name: people.length === 0 ? (settings.who ?? 'You') : `Person ${people.length + 1}`,
        week: [],
        extra: [],
        off: [],
      },
    ]);
    setOpen(id);
  };
  return (
    <View testID="people">
      {people.map((p) => (
        <Disclosure
          key={p.id}
          open={open === p.id}
          onToggle={() => setOpen(open === p.id ? undefined : p.id)}
          testID={`person-${p.name}`}
          head={
            <Grow>
              <Text kind="strong">{p.helper ? `${p.name}, lends a hand` : p.name}</Text>
              <Text kind="small" tone={p.week.length + p.extra.length === 0 ? 'window' : 'muted'}>
                {p.week.length + p.extra.length === 0
                  ? 'No hours yet: nothing is planned for this person.'
                  : [hoursLine(p.week), ...p.extra.filter((x) => x.untilMs > nowMs()).map(onDayLine)]
                      .filter(Boolean)
                      .join('; ')}
              </Text>
              {p.off.filter((x) => x.untilMs > nowMs()).length > 0 && (
                <Text kind="small" tone="muted">
                  {`Away: ${p.off
                    .filter((x) => x.untilMs > nowMs())
                    .map(onDayLine)
                    .join('; ')}`}
                </Text>
              )}
            </Grow>
          }
        >
          <PersonForm
            key={p.id}
            person={p}
            onChange={(patch) => change(p.id, patch)}
            onRemove={() => save(people.filter((x) => x.id !== p.id))}
          />
        </Disclosure>
      ))}
      <Problem says={problem} />
      <Row top={2}>
        <ActionButton
          label={people.length === 0 ? 'Say when you are at it' : 'Somebody else'}
          strong={people.length === 0}
          onPress={add}
          testID="add-person"
        />
      </Row>
    </View>
  );
}

const onDayLine = (h: HoursOn): string =>
  `${dayOnly(h.fromMs)} ${clockTime(h.fromMs)} to ${format(h.untilMs, 'HH:mm')}`;

function PersonForm({
  person,
  onChange,
  onRemove,
}: {
  person: Person;
  onChange(p: Partial<Person>): void;
  onRemove(): void;
}) {
  const [name, setName] = useState(person.name);
  const [days, setDays] = useState<string[]>([]);
  const [from, setFrom] = useState('08:00');
  const [to, setTo] = useState('17:00');
  const [problem, setProblem] = useState<string>();
  const put = (on: readonly number[], a: string, b: string) => {
    const [fromMin, toMin] = [minuteOf(a), minuteOf(b)];
    if (fromMin === undefined || toMin === undefined) return setProblem('A time is wanted, such as 18:00.');
    if (toMin <= fromMin) return setProblem('It ends before it begins.');
    if (on.length === 0) return setProblem('On which days?');
    setProblem(undefined);
    // Hours of a day that run into others take their place.
    const others = person.week.filter((h) => !on.includes(h.day) || h.toMin <= fromMin || h.fromMin >= toMin);
    onChange({
      week: [...others, ...on.map((day) => ({ day, fromMin, toMin }))].sort(
        (x, y) => x.day - y.day || x.fromMin - y.fromMin,
      ),
    });
  };
  return (
    <Stack bottom={3} between={1}>
      <Field
        label="Name"
        value={name}
        onChange={setName}
        short
        onLeave={() => {
          const said = name.trim().slice(0, 40);
          if (said !== '' && said !== person.name) onChange({ name: said });
        }}
      />
      <ChoiceGroup
        label="Does what"
        value={person.helper ? 'helper' : 'all'}
        onChange={(v) => onChange({ helper: v === 'helper' })}
        options={[
          { value: 'all', label: 'Everything' },
          { value: 'helper', label: 'Lends a hand: no spraying, filling, welding or polishing' },
        ]}
      />
      <ChoiceGroup<Usual>
        label="Often so: one tap"
        value={undefined}
        onChange={(u) => put(USUAL[u].days, USUAL[u].from, USUAL[u].to)}
        options={(Object.keys(USUAL) as Usual[]).map((u) => ({ value: u, label: USUAL[u].label }))}
      />
      <ChoiceGroup
        many
        label="Or on these days"
        value={days}
        onChange={(d) => setDays(days.includes(d) ? days.filter((x) => x !== d) : [...days, d])}
        options={DAYS.map((d) => ({ value: String(d), label: WEEK[d] }))}
      />
      <Row>
        <TimeField label="From" value={from} onChange={setFrom} />
        <TimeField label="Until" value={to} onChange={setTo} />
      </Row>
      <Problem says={problem} />
      <Row>
        <ActionButton label="Put these hours down" onPress={() => put(days.map(Number), from, to)} />
        {person.week.length > 0 && <TextButton label="No hours of the week" onPress={() => onChange({ week: [] })} />}
      </Row>
      <DayHours title="Besides, on a certain day" onAdd={(h) => onChange({ extra: [...person.extra, h] })} />
      <DayHours title="Away" onAdd={(h) => onChange({ off: [...person.off, h] })} />
      {[...person.extra, ...person.off].some((x) => x.untilMs > nowMs()) && (
        <Row>
          <TextButton label="Forget the certain days" onPress={() => onChange({ extra: [], off: [] })} />
        </Row>
      )}
      <Row>
        <TextButton label={`Take ${person.name} out of the plan`} tone="stop" onPress={onRemove} />
      </Row>
    </Stack>
  );
}
