import { SCHOOLS, upperFirst, type School } from '@/core';
import { entriesOf } from '@/core/keysOf';
import { ChoiceGroup } from './ChoiceGroup';
import { Stack } from './layout';
import { Notice } from './Notice';
import { Text } from './Text';

/** A question on which practitioners disagree, asked where it first matters, with the reason of each side. */
export function SchoolQuestion({ school, onAnswer }: { school: School; onAnswer(value: string): void }) {
  const { label, options } = SCHOOLS[school];
  const sides = entriesOf<string, { name: string; why: string }>(options);
  return (
    <Notice tone="muted" testID="school-question">
      <Text kind="strong">{`Painters differ here. ${label}:`}</Text>
      {sides.map(([v, o]) => (
        <Text key={v} kind="small">{`${o.name[0]!.toUpperCase()}${o.name.slice(1)}: ${o.why}`}</Text>
      ))}
      <Stack top={1}>
        <ChoiceGroup
          label={label}
          hideLabel
          options={sides.map(([value, o]) => ({ value, label: upperFirst(o.name) }))}
          value={undefined}
          onChange={onAnswer}
        />
      </Stack>
      <Text kind="small" tone="muted">
        Asked once; it can be changed under Shop.
      </Text>
    </Notice>
  );
}
