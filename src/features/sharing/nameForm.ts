import { object } from 'yup';
import { NAME_SIGNS } from '@/core/share/phones';
import { typedText } from '@/ui/form/schema';
import type { AppForm } from '@/ui/form/useAppForm';

/** What this phone is called: asked once, whether it asks another one in or comes in itself. */
export const nameSchema = () => object({ name: typedText(NAME_SIGNS, 'Give this phone a name') });
export type NameForm = AppForm<{ name: string }, { name: string }>;
