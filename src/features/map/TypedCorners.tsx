import { useState } from 'react';
import { unitOf } from '@/core';
import { parseCorners } from '@/core/outline';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Field } from '@/ui/Field';
import { Stack } from '@/ui/layout';
import type { Sketch } from '@/ui/map/sketch';
import { TextButton } from '@/ui/TextButton';

/** An outline by the distances of its corners: for who does not draw, and for who measured. */
export function TypedCorners({ sketch, onChange }: { sketch: Sketch; onChange(): void }) {
  const { units } = useAppTheme();
  const [asked, setAsked] = useState(false);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  if (!asked) return <TextButton label="Type its corners instead" onPress={() => setAsked(true)} />;
  return (
    <Stack top={2} between={2}>
      <Field
        label={`Corners, ${unitOf('thickness', units)} from left and top`}
        value={text}
        onChange={(t) => {
          setText(t);
          setProblem(undefined);
        }}
        hint="Such as 0 0; 400 0; 400 300"
        problem={problem}
      />
      <ActionButton
        label="Draw them"
        onPress={() => {
          const r = parseCorners(text, units);
          if (!r.ok) return setProblem(r.error);
          onChange();
          sketch.replace(r.value);
        }}
      />
    </Stack>
  );
}
