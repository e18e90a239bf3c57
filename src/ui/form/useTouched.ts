import { useCallback, useMemo } from 'react';
import { useFormState, type FieldValues, type Path, type PathValue, type UseFormReturn } from 'react-hook-form';
import type { AnyControl } from './control';

/** What somebody typed into a form, apart from what was suggested there: that is what a draft keeps. */
export interface Touched<In> {
  /** Undefined while nobody typed. */
  touched: Partial<In> | undefined;
  /** Puts a draft back. */
  restore(kept: Partial<In>): void;
}

/** @param values what stands in the form */
export function useTouched<In extends FieldValues>(
  { control, setValue }: { control: AnyControl<In>; setValue: UseFormReturn<In>['setValue'] },
  values: NoInfer<In>,
): Touched<In> {
  const dirtyFields = useFormState({ control }).dirtyFields as Record<string, unknown>;
  const names = Object.keys(values)
    .filter((k) => dirtyFields[k])
    .join('\n');
  const touched = useMemo(
    () => (names ? (Object.fromEntries(names.split('\n').map((k) => [k, values[k]])) as Partial<In>) : undefined),
    [names, values],
  );
  const restore = useCallback(
    (kept: Partial<In>) => {
      for (const [k, v] of Object.entries(kept))
        setValue(k as Path<In>, v as PathValue<In, Path<In>>, { shouldDirty: true });
    },
    [setValue],
  );
  return { touched, restore };
}
