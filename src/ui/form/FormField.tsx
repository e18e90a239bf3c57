import { useController, type Control, type FieldValues, type Path } from 'react-hook-form';
import { unitOf, type Message, type Quantity } from '@/core';
import { useAppTheme } from '../appTheme';
import { ChoiceGroup, type Choice } from '../ChoiceGroup';
import { Field } from '../Field';

interface Common<In extends FieldValues> {
  // A form's control also knows what comes out of it, which a field does not ask.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  control: Control<In, unknown, any>;
  name: Path<In>;
  label: Message;
}

/** A field of a form: its text, its unit and its complaint. */
export function FormField<In extends FieldValues>({
  control,
  name,
  quantity,
  ...field
}: Common<In> & {
  quantity?: Quantity;
  unit?: string;
  hint?: Message;
  numeric?: boolean;
  short?: boolean;
  multiline?: boolean;
}) {
  const { units } = useAppTheme();
  const c = useController({ control, name });
  const measured = quantity && { unit: unitOf(quantity, units), numeric: true };
  return (
    <Field
      {...field}
      {...measured}
      value={String(c.field.value ?? '')}
      onChange={c.field.onChange}
      onLeave={c.field.onBlur}
      inputRef={c.field.ref}
      problem={c.fieldState.error?.message}
    />
  );
}

/** One of a few, as a field of a form. */
export function FormChoice<In extends FieldValues, V extends string>({
  control,
  name,
  label,
  options,
  hideLabel,
}: Common<In> & { label: string; options: readonly Choice<V>[]; hideLabel?: boolean }) {
  const c = useController({ control, name });
  return (
    <ChoiceGroup
      label={label}
      options={options}
      value={c.field.value as V}
      onChange={c.field.onChange}
      {...(hideLabel && { hideLabel })}
    />
  );
}
