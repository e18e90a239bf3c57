import { phrase, zoneLabel } from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import { useFileJudgement } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { dayOnly } from '@/ui/format';
import { T } from '@/ui/T';
import { eventLine } from '@/ui/words';

/** So many are told; the rest is a number. */
const SHOWN = 5;

/** What of a job file the house's rules would have stopped: told once, before it comes in. It was done, and stops nothing. */
export function AgainstRules({ file }: { file: JobFile }) {
  const { units } = useAppTheme();
  const judged = useFileJudgement(file);
  if (!judged)
    return (
      <T kind="small" tone="muted">
        Its entries are being judged.
      </T>
    );
  const { open, against } = judged;
  if (against.length === 0)
    return (
      <T kind="small" tone="do">
        Nothing in it was done against your rules.
      </T>
    );
  return (
    <>
      <T kind="small" tone="window">
        {against.length === 1
          ? 'One entry was done against your rules, and no reason stands with it:'
          : `${against.length} entries were done against your rules, and no reason stands with them:`}
      </T>
      {against.slice(0, SHOWN).map(({ event, zoneId, verdict }) => (
        <T key={event.id} kind="small">
          {phrase`${dayOnly(event.atMs)}, ${zoneLabel(open.job, zoneId)}. ${eventLine(event, open.products, units)}. ${verdict.findings[0]?.says ?? ''}`}
        </T>
      ))}
      {against.length > SHOWN && <T kind="small">{`and ${against.length - SHOWN} more`}</T>}
    </>
  );
}
