import { useState } from 'react';
import { object } from 'yup';
import { phrase, figure, type UnitSystem } from '@/core';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ComparisonTable } from '@/ui/ComparisonTable';
import { useConfirm } from '@/ui/ConfirmDialog';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyState } from '@/ui/EmptyState';
import { Field, FieldGroup, Fields, Measure } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedQuantity, typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { HoldButton } from '@/ui/HoldButton';
import { MonthsChoice } from '@/ui/MonthsChoice';
import { Page } from '@/ui/Page';
import { PickFrom } from '@/ui/PickFrom';
import { SearchField } from '@/ui/SearchField';
import { SortableRows } from '@/ui/SortableRows';
import { TickLine } from '@/ui/TickLine';
import WordsHere from '@/ui/WordsHere';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { DayField, TimeField } from '@/ui/PickedField';

const nothing = () => undefined;
const COLOURS = ['ink', 'muted', 'do', 'window', 'stop', 'good'] as const;
const KINDS = ['answer', 'figure', 'section', 'button', 'strong', 'body', 'small', 'tag'] as const;
const MANY = Array.from({ length: 30 }, (_, i) => ({ value: String(i), label: `Figure ${i}` }));
const SHOWN_MS = Date.UTC(2030, 4, 6);
const OPTIONS = [
  { value: 'one', label: 'One' },
  { value: 'two', label: 'Another one' },
  { value: 'three', label: 'One whose words are long enough to need a line of their own on a phone' },
] as const;

/** Every part in every state, for whoever builds with them. In development only. */
export function PartsScreen() {
  const [one, setOne] = useState<'one' | 'two' | 'three'>('one');
  const [many, setMany] = useState<('one' | 'two' | 'three')[]>(['two']);
  const [text, setText] = useState('');
  const [day, setDay] = useState('');
  const [time, setTime] = useState('14:05');
  const [open, setOpen] = useState(false);
  const [picked, setPicked] = useState<string>('7');
  const [order, setOrder] = useState(['a', 'b', 'c']);
  const [untilMs, setUntilMs] = useState<number>();
  const [ask, dialog] = useConfirm();
  const notify = useNotify();
  return (
    <Page
      foot={
        <>
          <ActionButton label="The main act" strong grow onPress={nothing} />
          <ActionButton label="Besides" onPress={nothing} />
        </>
      }
    >
      <PageHead eyebrow="Where one is" title="All parts" subtitle="Each in all of its states" />
      <Section title="Type">
        {KINDS.map((k) => (
          <Text key={k} kind={k}>
            {k}
          </Text>
        ))}
        {COLOURS.map((c) => (
          <Text key={c} tone={c}>
            {c}
          </Text>
        ))}
        <Text>{phrase`A phrase with ${figure('film', 110)} in the user’s units`}</Text>
      </Section>
      <Section title="Buttons">
        <ActionButton label="Strong" strong onPress={nothing} />
        <ActionButton label="Plain" onPress={nothing} />
        <ActionButton label="What cannot be undone" tone="stop" onPress={nothing} />
        <ActionButton label="Off" strong disabled onPress={nothing} />
        <ActionButton label="Takes a while" strong busy onPress={nothing} />
        <ActionButton label="One whose words are so long that they break on the narrowest phone" onPress={nothing} />
        <TextButton label="Quiet" onPress={nothing} />
        <TextButton label="With a sign" icon="plus" onPress={nothing} />
        <TextButton label="Muted" tone="muted" onPress={nothing} />
        <TextButton label="Stops" tone="stop" icon="undo" onPress={nothing} />
      </Section>
      <Section title="Choices">
        <ChoiceGroup label="One of them" options={OPTIONS} value={one} onChange={(v) => setOne(v)} />
        <ChoiceGroup
          label="Several"
          many
          options={OPTIONS}
          value={many}
          onChange={(v) => setMany(many.includes(v) ? many.filter((m) => m !== v) : [...many, v])}
        />
      </Section>
      <Section title="One of many">
        <PickFrom label="A figure" options={MANY} value={picked} onChange={setPicked} />
        <SearchField
          value={text}
          onChange={setText}
          onEnter={nothing}
          label="Find"
          hint="Three letters"
          testID="find-part"
        />
        <MonthsChoice label="Until when" untilMs={untilMs} now={SHOWN_MS} onChange={setUntilMs} />
      </Section>
      <Section title="By hand">
        <TickLine label="Ticked" checked onPress={nothing} />
        <TickLine label="Not yet" checked={false} onPress={nothing} />
        <HoldButton label="Hold it" onHold={nothing} onLetGo={nothing} />
        <SortableRows
          items={order.map((id) => ({ id, label: `Row ${id}` }))}
          row={(id) => <Text>{`Row ${id}`}</Text>}
          onOrder={setOrder}
          places={[{ id: 'away', label: 'Another day', onDrop: nothing }]}
        />
        <WordsHere says={['A guide coat shows what is low before clear is laid.']} />
      </Section>
      <Section title="Rows" aside="3">
        <ListRow href={pageHref('/')}>
          <Text>A link</Text>
        </ListRow>
        <ListRow onPress={nothing} selected>
          <Text>A button, selected</Text>
        </ListRow>
        <ListRow>
          <Text>Only read</Text>
        </ListRow>
        <Disclosure head={<Text kind="strong">Opens and closes</Text>} open={open} onToggle={() => setOpen(!open)}>
          <Text kind="small">What belongs to it</Text>
        </Disclosure>
      </Section>
      <Section title="Fields">
        <Field label="Words" value={text} onChange={setText} hint="A hint" />
        <Field label="Wrong" value={text} onChange={setText} problem="What is wrong, and how it is put right" />
        <Field label="Several lines" value={text} onChange={setText} multiline />
        <Fields>
          <Measure label="Film" quantity="film" value={text} onChange={setText} />
          <DayField label="Day" value={day} onChange={setDay} />
          <TimeField label="Time" value={time} onChange={setTime} />
        </Fields>
        <FieldGroup label="Three figures" of="Parts">
          <Field label="At best" value={text} onChange={setText} numeric />
          <Field label="Likely" value={text} onChange={setText} numeric />
          <Field label="At worst" value={text} onChange={setText} problem="Too low" numeric />
        </FieldGroup>
        <ExampleForm />
      </Section>
      <Section title="Notices">
        <Notice tone="stop">Not now, and why.</Notice>
        <Notice tone="window">With care.</Notice>
        <Notice tone="muted">Worth knowing.</Notice>
        <SchoolQuestion school="filler" onAnswer={nothing} />
        <TextButton label="Say something" onPress={() => notify({ text: 'It is said.', undo: nothing })} />
        <TextButton
          label="Ask something"
          onPress={() => ask({ title: 'Sure?', text: 'It cannot be undone.', act: 'Do it', onConfirm: nothing })}
        />
        {dialog}
      </Section>
      <Section title="Tables">
        <ComparisonTable
          label="Two things"
          picked="b"
          columns={[
            { key: 'a', title: 'First' },
            { key: 'b', title: 'Second', more: 'the one' },
          ]}
          rows={[{ label: 'A figure', cells: ['12', '34'] }]}
        />
        <FigureTable
          label="Figures"
          columns={[
            { key: 'what', title: 'What', share: 1.6 },
            { key: 'much', title: 'Film', figure: true },
            { key: 'when', title: 'When', figure: true },
          ]}
          rows={[
            { key: 'a', cells: ['A line', phrase`${figure('film', 110)}`, '14:05'], under: 'Where it is from' },
            {
              key: 'b',
              cells: ['Another line', '\u2013', '14:20'],
              remark: { text: 'What is wrong with it, across the row.', tone: 'stop' },
            },
          ]}
        />
      </Section>
      <EmptyState
        title="Nothing yet"
        text="What to do about it."
        act={<ActionButton label="Do it" onPress={nothing} />}
      />
    </Page>
  );
}

const schema = (units: UnitSystem) =>
  object({
    name: typedText(20, 'Say what it is'),
    thick: typedQuantity('thickness', { min: 0.1, max: 50 }, units).required(),
    kind: typedText(10),
  });

function ExampleForm() {
  const form = useAppForm({ name: '', thick: '', kind: 'one' }, schema);
  return (
    <>
      <FormField control={form.control} name="name" label="Of a form" />
      <FormField control={form.control} name="thick" label="Thick" quantity="thickness" />
      <FormChoice control={form.control} name="kind" label="Kind" options={OPTIONS} />
      <ActionButton label="Check it" onPress={() => void form.handleSubmit(nothing)()} />
    </>
  );
}
