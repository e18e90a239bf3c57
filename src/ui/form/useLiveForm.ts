import { useMemo } from 'react';
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type UseFormReturn,
} from 'react-hook-form';
import { ValidationError, type ObjectSchema } from 'yup';
import type { UnitSystem } from '@/core';
import { useAppTheme } from '../appTheme';
import { useTouched, type Touched } from './useTouched';

/** A form that is never sent: what stands in it is worked out at every key. */
export interface LiveForm<In extends FieldValues, Out> extends Touched<In> {
  control: UseFormReturn<In>['control'];
  setValue: UseFormReturn<In>['setValue'];
  resetField: UseFormReturn<In>['resetField'];
  watch: UseFormReturn<In>['watch'];
  /** What stands in the fields. */
  texts: In;
  /** What it reads as; undefined while one field is not right. */
  figures: Out | undefined;
  /** What is wrong, by field. */
  problems: Partial<Record<Path<In>, string>>;
}

/** Reads texts by a schema: all figures, or all problems by field. */
export function readTexts<Out extends object>(
  schema: ObjectSchema<Out>,
  texts: object,
): { figures: Out | undefined; problems: Record<string, string> } {
  try {
    return { figures: schema.validateSync(texts, { abortEarly: false }) as Out, problems: {} };
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    const problems: Record<string, string> = {};
    for (const x of e.inner) problems[x.path ?? ''] ??= x.message;
    return { figures: undefined, problems };
  }
}

/**
 * A calculator's form: its fields hold what was typed, its schema reads it into the core's figures as it is typed. What nobody touched
 * follows the suggestion, also when that changes later.
 * @param suggested what stands there until it is touched
 * @param schemaIn the schema in the user's units; the same function as long as nothing changed
 */
export function useLiveForm<In extends FieldValues, Out extends object>(
  suggested: In,
  schemaIn: (units: UnitSystem) => ObjectSchema<Out>,
): LiveForm<In, Out> {
  const { units } = useAppTheme();
  const schema = useMemo(() => schemaIn(units), [schemaIn, units]);
  const form = useForm<In>({
    defaultValues: suggested as DefaultValues<In>,
    values: suggested,
    resetOptions: { keepDirtyValues: true },
  });
  const { control, setValue, resetField, watch } = form;
  const texts = useWatch({ control }) as In;
  const { figures, problems } = useMemo(() => readTexts(schema, texts), [schema, texts]);
  return {
    control,
    setValue,
    resetField,
    watch,
    texts,
    figures,
    problems: problems as LiveForm<In, Out>['problems'],
    ...useTouched(form, texts),
  };
}
