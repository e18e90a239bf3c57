import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo } from 'react';
import {
  useForm,
  type DefaultValues,
  type FieldValues,
  type Path,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import type { ObjectSchema } from 'yup';
import { useAppTheme } from '../appTheme';
import type { Message, UnitSystem } from '@/core';

/** A form: what stands in its fields, and what its schema makes of that. */
export type AppForm<In extends FieldValues, Out> = UseFormReturn<In, unknown, Out>;

/**
 * A form whose fields hold what was typed and whose schema reads it into the core's figures. Problems stand under their field, the first
 * of them has the focus, and each goes as soon as it is put right.
 * @param schemaIn the schema in the user's units
 */
export function useAppForm<In extends FieldValues, Out extends object>(
  defaults: DefaultValues<In>,
  schemaIn: (units: UnitSystem) => ObjectSchema<Out>,
): AppForm<In, Out> {
  const { units } = useAppTheme();
  const resolver = useMemo(() => yupResolver(schemaIn(units)), [schemaIn, units]);
  return useForm<In, unknown, Out>({
    defaultValues: defaults,
    // The schema's own types speak of what comes out; what goes in is text.
    resolver: resolver as unknown as Resolver<In, unknown, Out>,
    reValidateMode: 'onChange',
  });
}

/** Puts problems that only the core knows under their fields; what belongs to none is returned. */
export function setProblems<In extends FieldValues, Out>(
  form: AppForm<In, Out>,
  problems: readonly { path: string; message: Message }[],
): readonly { path: string; message: Message }[] {
  const stray: { path: string; message: Message }[] = [];
  problems.forEach((p, i) => {
    if (p.path in form.getValues())
      form.setError(p.path as Path<In>, { message: String(p.message) }, { shouldFocus: i === 0 });
    else stray.push(p);
  });
  return stray;
}
