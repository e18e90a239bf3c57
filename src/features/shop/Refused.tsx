import { phrase } from '@/core';
import type { FileProblem } from '@/core/formats/jobFile';
import { Notice } from '@/ui/Notice';
import { Text } from '@/ui/Text';

const MAX_PROBLEMS = 6;
const line = (p: FileProblem) => phrase`${p.line ? `Line ${p.line}: ` : ''}${p.message}${p.path ? ` (${p.path})` : ''}`;

/** Why a file was refused: the first of what is wrong with it, each with its line and field. */
export function Refused({ name, problems }: { name: string; problems: readonly FileProblem[] }) {
  return (
    <Notice tone="stop" testID="import-refused">
      <Text kind="strong">{`${name} was refused. Nothing was changed.`}</Text>
      {problems.slice(0, MAX_PROBLEMS).map((p) => (
        <Text key={String(line(p))} kind="small">
          {line(p)}
        </Text>
      ))}
      {problems.length > MAX_PROBLEMS && <Text kind="small">{`and ${problems.length - MAX_PROBLEMS} more`}</Text>}
    </Notice>
  );
}
