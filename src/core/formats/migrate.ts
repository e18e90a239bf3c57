import { fail, ok, type FieldProblem, type Result } from '../result';
import { FORMAT_VERSION, NewerFormat, type FormatVersion, type OlderVersion } from './version';

type Raw = Record<string, unknown>;
const isRaw = (x: unknown): x is Raw => typeof x === 'object' && x !== null && !Array.isArray(x);

/**
 * Version 1 of an event wrote a coat's film as the total of all its coats (`totalUm`), and humidity in per cent.
 * Version 2 has the film of one coat, and humidity as a fraction.
 */
function eventFrom1(raw: unknown): unknown {
  if (!isRaw(raw)) return raw;
  const e: Raw = { ...raw };
  if (
    (e.kind === 'coated' || e.kind === 'treated') &&
    typeof e.totalUm === 'number' &&
    typeof e.coats === 'number' &&
    e.coats > 0
  ) {
    e.filmUm = e.totalUm / e.coats;
    delete e.totalUm;
  }
  if (isRaw(e.air) && typeof e.air.rhPct === 'number') {
    const { rhPct, ...rest } = e.air;
    e.air = { ...rest, rh: (rhPct as number) / 100 };
  }
  if (e.kind === 'replaced') e.by = eventFrom1(e.by);
  return e;
}

/** Up to version 4 a blasting rig named its media by a short word, now by the name that the log has. */
const MEDIA_OF_4: Record<string, string> = {
  glass: 'Crushed glass',
  slag: 'Slag',
  garnet: 'Garnet',
  'fine-glass': 'Fine crushed glass',
  beads: 'Glass beads',
  plastic: 'Plastic',
  soda: 'Soda',
};
function shopFrom4(shop: Raw): Raw {
  const settings = isRaw(shop.settings) ? shop.settings : {};
  const rig = isRaw(settings.rig) ? settings.rig : undefined;
  if (!rig) return shop;
  return { ...shop, settings: { ...settings, rig: { ...rig, media: MEDIA_OF_4[String(rig.media)] ?? rig.media } } };
}

/** When fields of a shop's own products began to have moments, ms: what stood there before counts as changed then, so that no older file overrules it. */
const PRODUCTS_STAMPED_MS = Date.UTC(2026, 10, 30);
function shopFrom13(shop: Raw): Raw {
  if (!Array.isArray(shop.products)) return shop;
  const stamped = (p: unknown): unknown =>
    isRaw(p) && p.changed === undefined
      ? {
          ...p,
          changed: Object.fromEntries(Object.keys(p).flatMap((k) => (k === 'id' ? [] : [[k, PRODUCTS_STAMPED_MS]]))),
        }
      : p;
  return { ...shop, products: shop.products.map(stamped) };
}

/** A cup that was half poured in version 10 named its grams otherwise. */
function draftFrom10({ draft, ...rest }: Raw): Raw {
  if (!isRaw(draft)) return { ...rest, draft };
  const { inG, inCup, ...kept } = draft;
  return {
    ...rest,
    draft: {
      ...kept,
      ...(inG !== undefined && { pouredG: inG }),
      ...(inCup !== undefined && { overpouredG: inCup }),
    },
  };
}

/** From one version to the next. Each takes a record of its version. */
type Steps = { [V in OlderVersion]: (raw: Raw) => Raw };
const same = (raw: Raw): Raw => raw;
/** Versions that changed nothing for a kind of record. */
const UNCHANGED: Steps = {
  1: same,
  2: same,
  3: same,
  4: same,
  5: same,
  6: same,
  7: same,
  8: same,
  9: same,
  10: same,
  11: same,
  12: same,
  13: same,
  14: same,
  15: same,
  16: same,
};

/** What is stored and what is sent, each with the way from every old version. Records of versions 3 and 4 only added fields. */
const STEPS = {
  event: { ...UNCHANGED, 1: (r) => ({ ...r, event: eventFrom1(r.event) }) },
  /** Up to version 4 the whole job stood in its head. */
  head: { ...UNCHANGED, 4: ({ job, seq }) => ({ seq, no: 0, job }) },
  body: UNCHANGED,
  drawing: UNCHANGED,
  climate: UNCHANGED,
  shop: { ...UNCHANGED, 4: shopFrom4, 13: shopFrom13 },
  /** These four had no version of their own up to 4: they stand in a field now. */
  forecast: { ...UNCHANGED, 4: ({ value }) => ({ forecast: value }) },
  heats: { ...UNCHANGED, 4: ({ value }) => ({ heats: value }) },
  alarms: { ...UNCHANGED, 4: ({ value }) => ({ done: value }) },
  draft: { ...UNCHANGED, 4: ({ value }) => ({ draft: value }), 10: draftFrom10 },
  workClocks: UNCHANGED,
  backup: UNCHANGED,
  shelf: UNCHANGED,
  sharing: UNCHANGED,
  jobFile: {
    ...UNCHANGED,
    1: (f) => ({ ...f, events: Array.isArray(f.events) ? f.events.map(eventFrom1) : f.events }),
    // Version 3 added drawings, marks, level, decisions, bags, links, staging; version 4 outlines of marks and repairs that end a
    // temporary one; version 6 rows of the floor, work time, parts that are away, and what is to be done;
    // version 7 what a guide coat showed, and gaps; version 8 the air of the job's time, and when its parts were changed; version 9
    // cups of fillers and of what is brushed on, and doses of products; version 10 test cards, readings of colour, and how a coat was
    // sprayed; version 11 ids of colours, treatments and parts: entries of before are read as they were written, see `treatmentOf`,
    // `colourId` and `partOf`; version 12 spots: what shows where it was sanded through, and what was done there alone; version 13
    // finishes that are touched in, spotted in or for now, the sheen of products, and layers that came to light below others; version 14 when each field of a product was
    // changed; version 15 pieces that are counted as one, weight and place of a part, what a decision rested on, and what a forecast was typed from; version 16
    // evenings of spraying, edges of masking, the place and the gun of a shop, defects of paint, who did it, and what is checked before it leaves; version 17 what a
    // year is like in a shop, and where its parts lie.
  },
} as const satisfies Record<string, Steps>;
export type RecordKind = Exclude<keyof typeof STEPS, 'jobFile'>;

const NAMES: Record<RecordKind, string> = {
  event: 'An entry',
  head: 'A job',
  body: 'A job',
  drawing: 'A drawing',
  climate: 'A day of readings',
  shop: 'The shop',
  forecast: 'The forecast',
  heats: 'The heat plan',
  alarms: 'The alarms',
  draft: 'A draft',
  workClocks: 'The work clocks',
  backup: 'What was last saved as a file',
  shelf: 'A record of the shelf',
  sharing: 'What is shared',
};

function bring(kind: keyof typeof STEPS, raw: Raw, from: FormatVersion): Raw {
  let record = raw;
  const steps: Steps = STEPS[kind];
  for (let v = from; v < FORMAT_VERSION; v++) record = steps[v as OlderVersion](record);
  return record;
}

/**
 * A stored record of any version, as it is written today but for its version.
 * @typeParam T what a record of that kind holds: the app wrote it itself, so it is not judged again
 * @param text JSON, as it stands in the store; one without a version is of version 4 or older
 * @throws NewerFormat where a newer app wrote it; a SyntaxError or TypeError where it is no record at all
 */
export function readRecord<T = Raw>(kind: RecordKind, text: string): T {
  const raw: unknown = JSON.parse(text);
  if (!isRaw(raw)) return bring(kind, { value: raw }, 4) as T;
  const { v, ...rest } = raw;
  if (typeof v !== 'number') return bring(kind, { value: raw }, 4) as T;
  if (!Number.isInteger(v) || v < 1) throw new TypeError('The record has no version');
  if (v > FORMAT_VERSION) throw new NewerFormat(NAMES[kind], v);
  return bring(kind, rest, v as FormatVersion) as T;
}

/** A record as it is stored. */
export const writeRecord = (fields: Raw): string => JSON.stringify({ v: FORMAT_VERSION, ...fields });

/** Brings a job file of any known version to the current one, without judging its contents. */
export function migrateJobFile(raw: unknown): Result<Raw, FieldProblem[]> {
  if (!isRaw(raw) || raw.format !== 'stratocoat-job')
    return fail([{ path: 'format', message: 'This is not a Stratocoat job file' }]);
  const v = raw.version;
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1)
    return fail([{ path: 'version', message: 'The version of the file is missing' }]);
  if (v > FORMAT_VERSION)
    return fail([
      {
        path: 'version',
        message: `This file is of version ${v}; this app reads up to ${FORMAT_VERSION}. Update the app, then import again.`,
      },
    ]);
  return ok({ ...bring('jobFile', raw, v as FormatVersion), version: FORMAT_VERSION });
}
