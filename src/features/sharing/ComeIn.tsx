import { useState } from 'react';
import { object } from 'yup';
import { readCode, spokenCode } from '@/core/share/code';
import type { Joining } from '@/data/share/record';
import { useSharingActions } from '@/data/share/useSharing';
import { ActionButton } from '@/ui/ActionButton';
import { FormField } from '@/ui/form/FormField';
import { typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import type { NameForm } from './nameForm';
import { JOIN_PROBLEMS } from './words';

const schema = () =>
  object({
    code: typedText(40, 'Type the code that the other phone shows').test(
      'code',
      'That is no code: it has twelve letters and figures, and one of these is wrong',
      (v) => readCode(v ?? '') !== undefined,
    ),
  });

/** The code of a link that was scanned. */
function scannedCode(): string {
  const code = readCode(window.location.hash.slice(1));
  return code === undefined ? '' : spokenCode(code);
}

/** Comes in by the code of another phone. */
export function ComeIn({ joining, nameForm }: { joining: Joining | undefined; nameForm: NameForm }) {
  const { join, dropJoining } = useSharingActions();
  const [scanned] = useState(scannedCode);
  const form = useAppForm({ code: scanned }, schema);
  const [problem, setProblem] = useState<string>();
  const isAsking = joining !== undefined && joining.problem === undefined;
  const save = form.handleSubmit(({ code }) =>
    nameForm.handleSubmit(({ name }) =>
      join(readCode(code) ?? '', name).then(
        () => setProblem(undefined),
        (e: Error) => setProblem(e.message),
      ),
    )(),
  );
  return (
    <Section title="Come in to a job of another phone">
      {isAsking ? (
        <Notice tone="muted" testID="asking">
          <Stack between={1}>
            <Text kind="small">The other phone is asked. The job comes as soon as it answers.</Text>
            <TextButton label="Leave it" onPress={() => void dropJoining()} />
          </Stack>
        </Notice>
      ) : (
        <Stack top={2} between={2}>
          <FormField control={form.control} name="code" label="Code" hint="Twelve letters and figures" />
          <ActionButton label="Come in" strong={scanned !== ''} onPress={() => void save()} testID="come-in" />
          <Problem says={problem ?? (joining?.problem && JOIN_PROBLEMS[joining.problem])} />
        </Stack>
      )}
    </Section>
  );
}
