import { View } from 'react-native';
import { useController, type FieldValues, type Path } from 'react-hook-form';
import { unitOf, type Message, type Quantity } from '@/core';
import { useAppTheme } from '../appTheme';
import { ChoiceGroup, type Choice } from '../ChoiceGroup';
import { Field } from '../Field';
import type { AnyControl } from './control';
import { Text } from '../Text';

interface Common<In extends FieldValues> {
  control: AnyControl<In>;
  name: Path<In>;
  label: Message;
}

/** A field of a form: its text, its unit and its complaint. */
export function FormField<In extends FieldValues>({
  control,
  name,
  quantity,
  problem,
  ...field
}: Common<In> & {
  quantity?: Quantity;
  /** What is wrong with it, where something else than the form's own schema knows. */
  problem?: Message | undefined;
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
      problem={c.fieldState.error?.message ?? problem}
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
  const { field, fieldState } = useController({ control, name });
  return (
    <View>
      <ChoiceGroup
        label={label}
        options={options}
        value={field.value as V}
        onChange={field.onChange}
        {...(hideLabel && { hideLabel })}
      />
      {fieldState.error && (
        <Text kind="small" tone="stop">
          {fieldState.error.message ?? ''}
        </Text>
      )}
    </View>
  );
}
