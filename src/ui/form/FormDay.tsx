import { useController, type Control, type FieldValues, type Path } from 'react-hook-form';
import { DayField } from '../DayField';

/** A day as a field of a form, held as 'yyyy-MM-dd'. */
export function FormDay<In extends FieldValues>({
  control,
  name,
  label,
}: {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  control: Control<In, unknown, any>;
  name: Path<In>;
  label: string;
}) {
  const c = useController({ control, name });
  return (
    <DayField
      label={label}
      value={String(c.field.value ?? '')}
      onChange={c.field.onChange}
      inputRef={c.field.ref}
      problem={c.fieldState.error?.message}
    />
  );
}
