import { FAMILIES, MINUTE_MS, waitText, zoneLabel, type Message } from '@/core';
import type { SprayEvening, StopWhy } from '@/core/log/evening';
import type { EveningStep } from '@/core/session';
import { coatsTonight } from '@/core/session/assemble';
import { coatWords } from '@/core/session/coatWords';
import type { CoatName } from '@/core/session/fromTasks';
import { maskedFor } from '@/core/systems/maskEdges';
import type { OpenJob } from '@/data';
import type { EveningNow } from '@/data/evening';
import { clockTime } from '@/ui/format';
import { timeAt } from './EveningOrder';

/** A step is due from so long before its time: hands are there a little early, ms. */
export const DUE_MS = MINUTE_MS;

const STOPPED: Readonly<Record<StopWhy, string>> = {
  outOfPaint: 'the paint ran out',
  air: 'the air turned',
  someone: 'someone came in',
  tired: 'it was stopped',
  broken: 'the gun would not',
};

/** Where the evening is, in a line: what now, or what next and when. */
export function titleOf(
  open: OpenJob,
  record: SprayEvening,
  evening: EveningNow | undefined,
  step: EveningStep | undefined,
  over: boolean,
  dueMs: number | undefined,
  now: number,
): Message {
  if (over) return record.stopped ? `Ended early: ${STOPPED[record.stopped]}` : 'This evening is over';
  if (!evening?.found) return 'Putting it in order';
  if (step && dueMs !== undefined) {
    const part = zoneLabel(open.job, step.partId);
    if (dueMs - now <= DUE_MS) return `Now: ${part}`;
    return now < record.fromMs && record.begunMs === undefined
      ? `Begins in ${waitText(record.fromMs - now)}`
      : `${part} at ${clockTime(dueMs)}, in ${waitText(dueMs - now)}`;
  }
  const { plan } = evening.found;
  if (plan.left.length > 0) return 'The rest does not fit tonight';
  return evening.evening.parts.length === 0
    ? 'Nothing of it wants a coat'
    : `All of it is on; out of the dust at ${timeAt(evening.zeroMs, plan.doneMin)}`;
}

/** What, which coat, on which stand; and whether the evening lasts. */
export function subtitleOf(evening: EveningNow | undefined, step: EveningStep, name: CoatName): Message {
  const plan = evening?.found?.plan;
  const ends = evening && plan ? ` The last is out of the dust at ${timeAt(evening.zeroMs, plan.doneMin)}.` : '';
  const role = maskedFor(FAMILIES[name.product.family].role);
  const how = role ? ` ${coatWords(role, name.coat, name.of).how}` : '';
  return `${name.product.name}, coat ${name.coat} of ${name.of}${step.standId === undefined ? '' : `, on ${step.standId.toLowerCase()}`}.${how}${ends}`;
}

/** What is on so far, or went on. */
export function summaryOf(
  open: OpenJob,
  record: SprayEvening,
  evening: EveningNow | undefined,
  over: boolean,
): Message {
  const coats = record.zoneIds.reduce(
    (n, id) => n + coatsTonight(open.state, id, record).reduce((s, e) => s + e.coats, 0),
    0,
  );
  const on = record.zoneIds.filter((id) => coatsTonight(open.state, id, record).length > 0).length;
  if (!over) return evening?.found ? `${coats} coats are on.` : '';
  return `${coats} ${coats === 1 ? 'coat' : 'coats'} went on ${on} of ${record.zoneIds.length} parts.`;
}
