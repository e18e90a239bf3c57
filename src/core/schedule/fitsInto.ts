import type { DaysNetwork, PlannedWork } from './planned';
import type { Schedule } from './network';
import { isAir } from './people';

/** Less than this is not begun, min. */
const LEAST_MIN = 20;

/** What fits into so many minutes from now on, in the order of the plan: what may begin at once, or after what stands before it in the list. */
export function fitsInto(
  d: DaysNetwork,
  s: Schedule,
  minutes: number,
): { work: PlannedWork; minutes: number; whole: boolean }[] {
  const out: { work: PlannedWork; minutes: number; whole: boolean }[] = [];
  let left = minutes;
  const doneAt = new Map<string, number>();
  const order = [...s.starts].sort((a, b) => a[1] - b[1]).map(([id]) => id);
  for (const id of order) {
    const a = d.network.activities.find((x) => x.id === id);
    const work = d.works.get(id);
    if (!a || !work?.block || !a.oneOf || left <= 0) continue;
    const at = minutes - left;
    const before = d.network.lags.filter((l) => l.then === id);
    const isReady =
      (a.fromMin ?? 0) <= at && before.every((l) => (doneAt.get(l.first) ?? Infinity) + l.minMin <= at + 1e-6);
    const airs = d.network.resources.filter((r) => isAir(r.id) && (a.uses?.[r.id] ?? 0) > 0);
    const isGood = airs.every((r) => !r.open || r.open.some(([f, t]) => f <= at && t >= at + a.minutes));
    if (!isReady || !isGood) continue;
    if (a.minutes <= left) {
      out.push({ work, minutes: a.minutes, whole: true });
      left -= a.minutes;
      doneAt.set(id, minutes - left);
    } else if (a.pauses && left >= LEAST_MIN) {
      out.push({ work, minutes: left, whole: false });
      left = 0;
    }
  }
  return out;
}
