import { useController, type FieldValues, type Path } from 'react-hook-form';
import type { Message } from '@/core';
import type { AnyControl } from './control';
import { DayField, TimeField } from '../PickedField';

interface FormPickedProps<In extends FieldValues> {
  control: AnyControl<In>;
  name: Path<In>;
  label: string;
  /** What is wrong with it, where something else than the form's own schema knows. */
  problem?: Message | undefined;
}

function usePicked<In extends FieldValues>({ control, name, label, problem }: FormPickedProps<In>) {
  const { field, fieldState } = useController({ control, name });
  return {
    label,
    value: String(field.value ?? ''),
    onChange: field.onChange,
    inputRef: field.ref,
    problem: fieldState.error?.message ?? problem,
  };
}

/** A day as a field of a form, held as it was typed. */
export const FormDay = <In extends FieldValues>(props: FormPickedProps<In>) => <DayField {...usePicked(props)} />;

/** A time of day as a field of a form, held as it was typed. */
export const FormTime = <In extends FieldValues>(props: FormPickedProps<In>) => <TimeField {...usePicked(props)} />;
