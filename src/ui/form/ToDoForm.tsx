import { useState } from 'react';
import { object } from 'yup';
import { BOUNDS, errorText, type Message, type ToDo, type UnitSystem } from '@/core';
import { ActionButton } from '../ActionButton';
import { ChoiceGroup, type Choice } from '../ChoiceGroup';
import { Row, Stack } from '../layout';
import { Problem } from '../Notice';
import { FormField } from './FormField';
import { typedNumber, typedText } from './schema';
import { useAppForm } from './useAppForm';

const schema = (units: UnitSystem) =>
  object({
    text: typedText(300, 'Say what is to be done'),
    minutes: typedNumber({ plain: true }, { ...BOUNDS.workMin, whole: true, optional: true }, units),
  });

/** Writes down what is to be done, and where it is. */
export default function ToDoForm<P extends string>({
  places = [],
  onPlace,
  onSave,
  onLeave,
}: {
  /** Where it may be, the likeliest first; with one, or none, there is nothing to choose. */
  places?: readonly Choice<P>[];
  onPlace?(place: P): void;
  onSave(said: Pick<ToDo, 'text' | 'minutes'>): Promise<unknown>;
  onLeave(): void;
}) {
  const form = useAppForm({ text: '', minutes: '' }, schema);
  const [place, setPlace] = useState<P | undefined>(places[0]?.value);
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit(({ text, minutes }) =>
    onSave({ text, ...(minutes !== undefined && { minutes }) }).catch((e: Error) => setProblem(errorText(e))),
  );
  return (
    <Stack bottom={3}>
      <FormField control={form.control} name="text" label="What is to be done" />
      <FormField control={form.control} name="minutes" label="Takes about, minutes: then it is planned" numeric short />
      {places.length > 1 && (
        <ChoiceGroup<P>
          label="Where"
          options={places}
          value={place}
          onChange={(p) => {
            setPlace(p);
            onPlace?.(p);
          }}
        />
      )}
      <Problem says={problem} />
      <Row top={3}>
        <ActionButton label="Write it down" strong grow onPress={() => void save()} testID="save-to-do" />
        <ActionButton label="Leave" onPress={onLeave} />
      </Row>
    </Stack>
  );
}
