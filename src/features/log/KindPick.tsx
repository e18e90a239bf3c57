import { useState } from 'react';
import { KINDS, LOGGABLE, type LoggableKind } from '@/core';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { TextButton } from '@/ui/TextButton';

/** So many kinds show at once; they are most of what is ever logged. */
const COMMON = 4;

/** The picked kind among the common ones; all of them on asking. */
export function KindPick({ value, onChange }: { value: LoggableKind; onChange(k: LoggableKind): void }) {
  const [all, setAll] = useState(false);
  const common = LOGGABLE.slice(0, COMMON);
  const list = all ? LOGGABLE : common.some((k) => k === value) ? common : [value, ...common.slice(0, COMMON - 1)];
  return (
    <Stack top={3} between={1}>
      <ChoiceGroup
        label="What happened"
        hideLabel
        options={list.map((k) => ({ value: k, label: KINDS[k].name }))}
        value={value}
        onChange={onChange}
      />
      {!all && <TextButton label="Something else" onPress={() => setAll(true)} />}
    </Stack>
  );
}
