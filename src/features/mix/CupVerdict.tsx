import { zoneLabel } from '@/core';
import { useJudge, type OpenJob } from '@/data';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { entryOfCup, type CupWork } from '@/data/cupEntry';

/** What the rules say of a cup before it is poured: hardener cannot be taken out again. */
export function CupVerdict({
  open,
  work,
  now,
  onZones,
}: {
  open: OpenJob;
  work: CupWork;
  now: number;
  onZones(ids: string[]): void;
}) {
  const judge = useJudge(open);
  const { kind, zoneIds, ...payload } = entryOfCup(open.job, work);
  const judged = judge?.({ kind, atMs: now, zoneIds, payload });
  if (!judged?.worst) return null;
  const stopped = judged.zones.filter((z) => z.verdict.level === 'stop').map((z) => z.zoneId);
  const { verdict, zoneId } = judged.worst;
  return (
    <VerdictNotice
      judged={{ verdict, ...(zoneIds.length > 1 && { zone: zoneLabel(open.job, zoneId) }) }}
      now={now}
      leaveOut={
        stopped.length > 0 && stopped.length < zoneIds.length
          ? {
              label: `Leave out ${stopped.map((z) => zoneLabel(open.job, z)).join('; ')}`,
              onPress: () => onZones(zoneIds.filter((z) => !stopped.includes(z))),
            }
          : undefined
      }
    />
  );
}
