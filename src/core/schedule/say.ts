import type { Job } from '../log/job';
import { lowerFirst } from '../units/phrase';
import type { DaysNetwork, PlannedWork } from './planned';
import type { Schedule } from './network';
import { personOf } from './people';
import type { Cause } from './reasons';

/** A beginning up to this is now, min. */
const SOON_MIN = 20;
/** Of many steps that are named in a line, so many. */
const MOST_NAMED = 3;

/** What a piece of work is, in a line: its steps without those that go with another, such as wiping before a coat, and the same coat again. */
export function workName(w: PlannedWork): string {
  if (w.evening) return 'The evening of spraying';
  if (w.visit) return w.visit.text ?? `Somebody comes: ${w.visit.act ?? 'work'}`;
  if (w.toDo) return w.toDo.text;
  if (w.other) return w.other.text ?? 'Other work';
  const steps = w.block?.steps ?? [];
  // The same product once more is the same work.
  const fresh = steps.filter((x, i) => x.product === undefined || x.product !== steps[i - 1]?.product);
  const main = fresh.filter((x) => x.kind !== 'clean');
  const named = (main.length > 0 ? main : fresh).map((x, i) => (i === 0 ? x.label : lowerFirst(x.label)));
  const more = named.length - MOST_NAMED;
  return more > 0 ? `${named.slice(0, MOST_NAMED).join(', ')} and ${more} more` : named.join(', ');
}

/** Which panels, in a line. */
export function workPlace(job: Job | undefined, w: PlannedWork, most = 2): string {
  const names = w.panelIds.flatMap((id) => job?.panels.find((p) => p.id === id)?.name ?? []);
  const zones = w.zoneIds.flatMap((id) => job?.zones.find((z) => z.id === id) ?? []);
  if (names.length === 0 && zones.length > 0) return `${zones.length} parts`;
  if (names.length === 0) return job?.name ?? '';
  // Of one panel it says which zone, where it is not all of it.
  const [only] = zones;
  if (names.length === 1 && zones.length === 1 && only) {
    const all = job?.zones.filter((z) => z.panelId === only.panelId).length ?? 1;
    return all > 1 ? `${names[0]}, ${String(lowerFirst(only.name))}` : (names[0] ?? '');
  }
  const more = names.length - most;
  return more > 0 ? `${names.slice(0, most).join(', ')} and ${more} more` : names.join(' and ');
}

const TAKEN_WORDS: Readonly<Record<string, string>> = {
  place: 'The place to spray is taken',
  stands: 'The stands are taken',
  lamp: 'The lamp is taken',
  compressor: 'The compressor is taken',
};

export interface SayHow {
  jobOf(id: string): Job | undefined;
  personName(id: string): string;
  productName(id: string): string | undefined;
  /** A moment of the plan, min, as a person says it. */
  when(min: number): string;
}

/** Why a piece of work begins no sooner, in words. */
export function causeWords(c: Cause, id: string, d: DaysNetwork, s: Schedule, how: SayHow): string {
  const nameOf = (other: string): string => {
    const w = d.works.get(other);
    return w ? `${String(lowerFirst(workName(w)))} on ${workPlace(how.jobOf(w.jobId), w)}` : 'what is before it';
  };
  switch (c.kind) {
    case 'free':
      return (s.starts.get(id) ?? 0) > SOON_MIN
        ? 'Sooner it would be in the way of something else.'
        : 'Nothing waits before it.';
    case 'fixed':
      return 'It is agreed for then.';
    case 'from': {
      const why = d.from.get(id);
      return why === 'back'
        ? 'The part is not here before.'
        : why === 'order'
          ? 'What is on order comes then.'
          : why === 'on'
            ? 'You put it on that day.'
            : 'What is on it rests until then.';
    }
    case 'window':
      return `Sooner, and its window would close before ${nameOf(c.then)}.`;
    case 'opens': {
      const person = personOf(c.resource);
      return person === undefined
        ? 'The air does not let it before.'
        : `${how.personName(person)} is not there before.`;
    }
    case 'busy': {
      const person = personOf(c.resource);
      const who =
        person === undefined ? (TAKEN_WORDS[c.resource] ?? 'That is taken') : `${how.personName(person)} is busy`;
      return `${who} until then: ${nameOf(c.first)}.`;
    }
    case 'lag': {
      const product = d.network.lags[c.lag]?.waitsFor;
      const name = product === undefined ? undefined : how.productName(product);
      const ended = s.ends.get(c.first) ?? 0;
      return c.waitMin > 0
        ? `${name ?? 'What is before it'} rests until ${how.when(ended + c.waitMin)}.`
        : `After ${nameOf(c.first)}.`;
    }
  }
}
