import { keysOf } from '../keysOf';
import { DAY_MS } from '../units/time';
import { KINDS, type EventKind, type PlainEvent } from '../log/event';
import type { Job } from '../log/job';
import { FAMILIES, isPrimer, type ProductLookup } from '../library/product';
import { effectiveEvents, type JobState } from '../strata/fold';

/** What is asked of the log; all of it has to hold. */
export interface Question {
  kinds?: readonly EventKind[];
  /** Air at the entry, °C: below and above. */
  belowC?: number;
  aboveC?: number;
  /** Humidity at the entry, fraction: above. */
  aboveRh?: number;
  grit?: number;
  /** That paper's scratch lies under primer now. */
  underPrimer?: boolean;
  /** Not longer ago, ms. */
  sinceMs?: number;
  /** Words that stand in the entry's product, panel, zone, note or name of who did it. */
  words: readonly string[];
}

/** An entry that answers, with where it is. */
export interface Answered {
  jobId: string;
  panelId: string;
  zoneId: string;
  event: PlainEvent;
}

/** What people call kinds of entries. */
const CALLED: Readonly<Record<string, readonly EventKind[]>> = {
  sprayed: ['coated'],
  coated: ['coated'],
  painted: ['coated'],
  primed: ['coated'],
  filled: ['filled'],
  skimmed: ['filled'],
  sanded: ['sanded'],
  blocked: ['sanded'],
  stripped: ['stripped'],
  blasted: ['blasted'],
  treated: ['treated'],
  converted: ['treated'],
  polished: ['polished'],
  cleaned: ['cleaned'],
  wiped: ['cleaned'],
  masked: ['masked'],
  repaired: ['repaired'],
  welded: ['repaired'],
  fitted: ['fitted'],
  refitted: ['fitted'],
  removed: ['removed'],
};
/** Words that carry nothing. */
const EMPTY = new Set([
  'the',
  'a',
  'an',
  'with',
  'on',
  'in',
  'of',
  'at',
  'which',
  'panels',
  'panel',
  'have',
  'has',
  'was',
  'were',
  'what',
  'and',
  'paper',
  'entries',
  'all',
  'than',
  'done',
  'is',
  '°c',
  'c',
  'degrees',
]);
const NUMBER = '(-?\\d+(?:[.,]\\d+)?)';
const toNumber = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));

/** A question as somebody types it: 'sprayed below 15 °C', 'P80 under primer', 'epoxy last month', 'above 70 %'. */
export function parseQuestion(text: string, nowMs: number): Question {
  let rest = ` ${text.toLowerCase()} `;
  const q: { -readonly [K in keyof Question]: Question[K] } & { words: string[] } = { words: [] };
  const take = (pattern: RegExp, f: (m: RegExpExecArray) => void): void => {
    const m = pattern.exec(rest);
    if (!m) return;
    f(m);
    rest = rest.replace(m[0], ' ');
  };
  take(new RegExp(`(?:above|over|damper than|more than) ${NUMBER}\\s*%`), (m) => (q.aboveRh = toNumber(m[1]) / 100));
  take(
    new RegExp(`(?:below|under|colder than) ${NUMBER}\\s*(°?\\s*f\\b)?`),
    (m) => (q.belowC = m[2] ? ((toNumber(m[1]) - 32) * 5) / 9 : toNumber(m[1])),
  );
  take(
    new RegExp(`(?:above|over|warmer than) ${NUMBER}\\s*(°?\\s*f\\b)?`),
    (m) => (q.aboveC = m[2] ? ((toNumber(m[1]) - 32) * 5) / 9 : toNumber(m[1])),
  );
  take(/\bp\s?(\d{2,4})\b/, (m) => (q.grit = Number(m[1])));
  take(/\bunder (?:the )?primer\b/, () => (q.underPrimer = true));
  take(/\b(?:last|past) (\d+ )?(day|week|month)s?\b/, (m) => {
    const days = m[2] === 'day' ? 1 : m[2] === 'week' ? 7 : 31;
    q.sinceMs = nowMs - days * Number(m[1] ?? 1) * DAY_MS;
  });
  take(/\btoday\b/, () => (q.sinceMs = new Date(nowMs).setHours(0, 0, 0, 0)));
  const kinds: EventKind[] = [];
  for (const word of rest.split(/[\s,;?.!]+/)) {
    const called = Object.hasOwn(CALLED, word) ? CALLED[word] : undefined;
    if (called) kinds.push(...called);
    else if (word !== '' && !EMPTY.has(word)) q.words.push(word);
  }
  if (kinds.length > 0) q.kinds = kinds;
  return q;
}

/** Whether a question asks for anything at all. */
export const asksNothing = (q: Question): boolean => q.words.length === 0 && keysOf(q).length === 1;

const textsOf = new WeakMap<PlainEvent, string>();
/** All words of an entry that somebody may look for, worked out once. */
function textOf(e: PlainEvent, products: ProductLookup): string {
  let text = textsOf.get(e);
  if (text === undefined) {
    const product = 'productId' in e && typeof e.productId === 'string' ? products(e.productId) : undefined;
    text = [KINDS[e.kind].name, product?.name, product && FAMILIES[product.family].name, e.note, e.who]
      .filter(Boolean)
      .join(' ')
      .toLowerCase();
    textsOf.set(e, text);
  }
  return text;
}

/** Entries that answer a question, the newest first. @param jobs of the whole shop */
export function askLog(
  q: Question,
  jobs: readonly { job: Job; state: JobState }[],
  products: ProductLookup,
): Answered[] {
  const out: Answered[] = [];
  if (asksNothing(q)) return out;
  for (const { job, state } of jobs) {
    const places = new Map(
      job.zones.map((z) => {
        const panel = job.panels.find((p) => p.id === z.panelId)?.name ?? '';
        return [z.id, { zone: z, text: `${panel} ${z.name} ${job.name}`.toLowerCase() }] as const;
      }),
    );
    const lies = (zoneId: string): boolean =>
      state.zones.get(zoneId)?.strata?.layers.some((l) => isPrimer(l.family) && l.overGrit === q.grit) ?? false;
    for (const e of effectiveEvents(state)) {
      if (q.sinceMs !== undefined && e.atMs < q.sinceMs) continue;
      if (q.kinds && !q.kinds.includes(e.kind)) continue;
      if (q.grit !== undefined && !('grit' in e && e.grit === q.grit)) continue;
      const air = e.air;
      if (q.belowC !== undefined && !(air && air.tempC < q.belowC)) continue;
      if (q.aboveC !== undefined && !(air && air.tempC > q.aboveC)) continue;
      if (q.aboveRh !== undefined && !(air && air.rh > q.aboveRh)) continue;
      for (const zoneId of e.zoneIds) {
        const place = places.get(zoneId);
        if (!place || (q.underPrimer && !lies(zoneId))) continue;
        const says = q.words.length === 0 ? '' : `${textOf(e, products)} ${place.text}`;
        if (!q.words.every((w) => says.includes(w))) continue;
        out.push({ jobId: job.id, panelId: place.zone.panelId, zoneId, event: e });
        // Once a panel is enough.
        break;
      }
    }
  }
  return out.sort((a, b) => b.event.atMs - a.event.atMs);
}
