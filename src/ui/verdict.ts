import { type Message, lowerFirst, phrase } from '@/core';
import type { Verdict } from '@/core/advice';
import { whenAndWait } from './format';
import type { Tone } from './Text';

export const VERDICT_TONE = { allowed: 'do', care: 'window', stop: 'stop' } as const satisfies Record<
  Verdict['level'],
  Tone
>;

/** A verdict in one line: what holds, the gravest reason, and what clears it. */
export function verdictLine(v: Verdict, now: number): Message {
  const first = v.findings[0];
  if (v.level === 'allowed' || !first) {
    const said = v.findings.find((f) => f.ruleId === 'over.windowClosing' || f.ruleId === 'over.rustComing');
    return said ? phrase`Allowed. ${said.says}` : 'Allowed now';
  }
  const clears: Message =
    v.clearsMs !== undefined
      ? ` Allowed from ${whenAndWait(v.clearsMs, now)}.`
      : first.clears
        ? phrase` ${first.clears}`
        : '';
  return phrase`${v.level === 'stop' ? 'Not yet' : 'With care'}: ${lowerFirst(first.says)}${clears}`;
}
