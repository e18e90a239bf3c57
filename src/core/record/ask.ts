import { keysOf } from '../keysOf';
import { fromDisplay, type UnitSystem } from '../units/convert';
import { DAY_MS } from '../units/time';
import { KINDS, type EventKind, type PlainEvent } from '../log/event';
import type { Job } from '../log/job';
import { FAMILIES, isPrimer, type ProductLookup } from '../library/product';
import { effectiveEvents, type JobState } from '../strata/fold';
import type { BatchLookup } from './record';

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
  /** The number on a cup's label. */
  batchNo?: number;
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
  'lot',
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

/**
 * A question as somebody types it: 'sprayed below 15 °C', 'P80 under primer', 'epoxy last month', 'above 70 %'.
 * @param units the shop's: degrees without a letter are those that it shows
 */
export function parseQuestion(text: string, nowMs: number, units: UnitSystem = 'metric'): Question {
  let rest = ` ${text.toLowerCase()} `;
  const q: { -readonly [K in keyof Question]: Question[K] } & { words: string[] } = { words: [] };
  const take = (pattern: RegExp, f: (m: RegExpExecArray) => void): void => {
    const m = pattern.exec(rest);
    if (!m) return;
    f(m);
    rest = rest.replace(m[0], ' ');
  };
  take(new RegExp(`(?:above|over|damper than|more than) ${NUMBER}\\s*%`), (m) => (q.aboveRh = toNumber(m[1]) / 100));
  const toC = (m: RegExpExecArray): number =>
    fromDisplay('temp', toNumber(m[1]), m[2] === undefined ? units : m[2].startsWith('f') ? 'us' : 'metric');
  const temp = `${NUMBER}(?:\\s*(?:°|degrees?)?\\s*(c|f|celsius|fahrenheit)\\b)?`;
  take(new RegExp(`(?:below|under|colder than) ${temp}`), (m) => (q.belowC = toC(m)));
  take(new RegExp(`(?:above|over|warmer than) ${temp}`), (m) => (q.aboveC = toC(m)));
  take(/\b(?:batch|cup) (?:no\.? ?|number |#)?(\d{1,6})\b/, (m) => (q.batchNo = Number(m[1])));
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

/** An entry at one of its places, with all words of it that somebody may look for. */
interface Entry extends Answered {
  text: string;
  state: JobState;
  /** What is asked of most, of one shape for all kinds; NaN: it says nothing of it. */
  kind: EventKind;
  atMs: number;
  grit: number;
  tempC: number;
  rh: number;
  batchNo: number;
}
/** All entries of a shop as questions go over them, the newest first: made once, and asked often. */
export type AskableLog = readonly Entry[];

/** All words of an entry that somebody may look for. */
function textOf(e: PlainEvent, products: ProductLookup): string {
  const product = 'productId' in e && typeof e.productId === 'string' ? products(e.productId) : undefined;
  return [KINDS[e.kind].name, product?.name, product && FAMILIES[product.family].name, e.note, e.who]
    .filter(Boolean)
    .join(' ');
}

/** Makes the log of a shop ready for questions. @param jobs of the whole shop @param batchOf the number on a cup's label and the makers' lots in it, by the batch's id */
export function askableLog(
  jobs: readonly { job: Job; state: JobState }[],
  products: ProductLookup,
  batchOf: BatchLookup = () => undefined,
): AskableLog {
  const out: Entry[] = [];
  for (const { job, state } of jobs) {
    const places = new Map(
      job.zones.map((z) => {
        const panel = job.panels.find((p) => p.id === z.panelId)?.name ?? '';
        return [z.id, { zone: z, text: `${panel} ${z.name} ${job.name}` }] as const;
      }),
    );
    for (const event of effectiveEvents(state)) {
      const text = textOf(event, products);
      const cup = 'batch' in event && event.batch ? batchOf(event.batch.batchId) : undefined;
      const lots = cup ? ` ${cup.lots.join(' ')}` : '';
      for (const zoneId of event.zoneIds) {
        const place = places.get(zoneId);
        if (!place) continue;
        const all = `${text} ${place.text}${lots}`.toLowerCase();
        out.push({
          jobId: job.id,
          panelId: place.zone.panelId,
          zoneId,
          event,
          text: all,
          state,
          kind: event.kind,
          atMs: event.atMs,
          grit: 'grit' in event ? (event.grit ?? NaN) : NaN,
          tempC: event.air?.tempC ?? NaN,
          rh: event.air?.rh ?? NaN,
          batchNo: cup?.no ?? NaN,
        });
      }
    }
  }
  return out.sort((a, b) => b.atMs - a.atMs);
}

/** That paper's scratch lies under primer on a zone now. */
const liesUnderPrimer = ({ state, zoneId }: Entry, grit: number | undefined): boolean =>
  state.zones.get(zoneId)?.strata?.layers.some((l) => isPrimer(l.family) && l.overGrit === grit) ?? false;

/** Entries that answer a question, the newest first; of each the first place that does. */
export function askLog(q: Question, log: AskableLog): Answered[] {
  const out: Answered[] = [];
  if (asksNothing(q)) return out;
  let last: PlainEvent | undefined;
  for (const entry of log) {
    const e = entry.event;
    if (e === last) continue;
    if (q.sinceMs !== undefined && entry.atMs < q.sinceMs) break;
    if (q.kinds && !q.kinds.includes(entry.kind)) continue;
    // What says nothing of it compares as false.
    if (q.grit !== undefined && entry.grit !== q.grit) continue;
    if (q.batchNo !== undefined && entry.batchNo !== q.batchNo) continue;
    if (q.belowC !== undefined && !(entry.tempC < q.belowC)) continue;
    if (q.aboveC !== undefined && !(entry.tempC > q.aboveC)) continue;
    if (q.aboveRh !== undefined && !(entry.rh > q.aboveRh)) continue;
    if (!q.words.every((w) => entry.text.includes(w))) continue;
    if (q.underPrimer && !liesUnderPrimer(entry, q.grit)) continue;
    // Once an entry is enough.
    last = e;
    out.push(entry);
  }
  return out;
}
