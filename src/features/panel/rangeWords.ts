import { figure, FORECAST_SPREAD_K, phrase, type StageClock, type StageRange, type Message } from '@/core';
import { shortWhen } from '@/ui/format';

/** Likely time of a stage, and earliest to latest if the forecast is 3 K off. */
export function rangeWords(c: StageClock, r: StageRange | undefined, now: number): Message {
  const at = (ms: number | null) => (ms === null ? 'never' : shortWhen(ms, now));
  const likely = c.opensMs === null ? 'not in this forecast' : shortWhen(c.opensMs, now);
  if (!r || at(r.earliestMs) === at(r.latestMs)) return likely;
  return phrase`${likely}, from ${at(r.earliestMs)} to ${at(r.latestMs)} if the forecast is ${figure('tempDifference', FORECAST_SPREAD_K, 0)} off`;
}
