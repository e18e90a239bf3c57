import type { Control, FieldValues } from 'react-hook-form';

/** A form's control also knows what comes out of the form, which its fields do not ask. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type AnyControl<In extends FieldValues> = Control<In, unknown, any>;
