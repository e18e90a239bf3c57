import { BAND_FROM_NM, BAND_NM, BAND_STEP_NM, BANDS } from '../colour/spectrum';
import type { AbsoluteValues } from '../colour/readings';
import { fail, ok, type Result } from '../result';
import { parseDecimal } from '../units/decimal';

/**
 * Readings of colour as CGATS.17 text: a row a reading at an angle. Columns are said in `docs/formats.md`: SAMPLE_NAME (which place), READING
 * (which of its readings), ANGLE (from the gloss; without the column, 45), and either SPECTRAL_NM400 … SPECTRAL_NM700 as fractions or LAB_L, LAB_A, LAB_B.
 */

/** One place, or one card, of a file. */
export interface CgatsSample {
  name: string;
  values: AbsoluteValues;
}
export interface CgatsFile {
  samples: CgatsSample[];
  /** What was taken differently from how it stood, to be said. */
  notes: string[];
}
export interface CgatsProblem {
  line?: number;
  message: string;
}

/** More than this no file of readings has; characters. */
const MOST_CHARS = 5_000_000;
/** Over this a reflectance is per cent, as a share of all; and over that it is none. */
const FRACTION_MOST = 4;
const PER_CENT_MOST = 400;
/** Angle of a file that says none: what has one angle reads across the surface. */
const USUAL_ANGLE = 45;

const BAND = /^(?:SPECTRAL_?|SPEC_?|R_?|REFLECTANCE_?)?(?:NM_?)?(\d{3})(?:_?NM)?$/i;

interface Row {
  line: number;
  cells: string[];
}

/** Words of a line; what stands in quotes is one. */
const wordsOf = (line: string): string[] => [...line.matchAll(/"([^"]*)"|(\S+)/g)].map((m) => m[1] ?? m[2] ?? '');

const numberOf = (cell: string): number | undefined => {
  const exponent = /^(.+)[eE]([-+]?\d{1,2})$/.exec(cell);
  const read = parseDecimal(exponent?.[1] ?? cell);
  return read.ok ? read.value * 10 ** Number(exponent?.[2] ?? 0) : undefined;
};

/** Reads a file of readings. Nothing is taken in part: the first line that is wrong is named. */
export function readCgats(text: string): Result<CgatsFile, CgatsProblem> {
  if (text.length > MOST_CHARS) return fail({ message: 'The file is too large for readings of colour' });
  // Ends of lines of every system, and the mark that some editors begin with.
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  const find = (word: string) => lines.findIndex((l) => l.trim().toUpperCase() === word);
  const [formatFrom, formatTo, from, to] = ['BEGIN_DATA_FORMAT', 'END_DATA_FORMAT', 'BEGIN_DATA', 'END_DATA'].map(
    find,
  ) as [number, number, number, number];
  if (formatFrom < 0 || formatTo < formatFrom || from < 0)
    return fail({ message: 'This is no CGATS text: it has no BEGIN_DATA_FORMAT and BEGIN_DATA' });
  if (to < from) return fail({ line: lines.length, message: 'The file is cut short: it has no END_DATA' });
  const columns = lines
    .slice(formatFrom + 1, formatTo)
    .flatMap(wordsOf)
    .map((c) => c.toUpperCase());
  if (columns.length === 0) return fail({ line: formatFrom + 1, message: 'It names no columns' });
  const rows: Row[] = [];
  for (let i = from + 1; i < to; i++) {
    const cells = wordsOf(lines[i]!);
    if (cells.length === 0 || cells[0]!.startsWith('#')) continue;
    if (cells.length !== columns.length)
      return fail({ line: i + 1, message: `There are ${cells.length} values for ${columns.length} columns` });
    rows.push({ line: i + 1, cells });
  }
  if (rows.length === 0) return fail({ line: from + 1, message: 'There are no readings in it' });
  return samplesOf(columns, rows);
}

function samplesOf(columns: readonly string[], rows: readonly Row[]): Result<CgatsFile, CgatsProblem> {
  const bands = columns.flatMap((c, i) => {
    const nm = BAND.exec(c)?.[1];
    return nm === undefined ? [] : [{ nm: Number(nm), i }];
  });
  const lab = ['LAB_L', 'LAB_A', 'LAB_B'].map((c) => columns.indexOf(c));
  const spectral = bands.length > 0;
  if (!spectral && lab.some((i) => i < 0))
    return fail({ message: 'It has neither reflectances (SPECTRAL_NM400 …) nor LAB_L, LAB_A and LAB_B' });
  const missing = BAND_NM.find((nm) => !bands.some((b) => b.nm === nm));
  if (spectral && missing !== undefined)
    return fail({
      message: `It has no band at ${missing}\u00a0nm: ${BAND_FROM_NM} to 700\u00a0nm by ${BAND_STEP_NM} are needed`,
    });
  const at = {
    name: columns.findIndex((c) => c === 'SAMPLE_NAME' || c === 'SAMPLE_ID2'),
    id: columns.indexOf('SAMPLE_ID'),
    reading: columns.indexOf('READING'),
    angle: columns.findIndex((c) => /^(ANGLE|GEOMETRY|MEASUREMENT_ANGLE)$/.test(c)),
  };
  const wanted = spectral ? BAND_NM.flatMap((nm) => bands.find((b) => b.nm === nm)?.i ?? []) : lab;
  const samples = new Map<string, { readings: Map<string, Map<number, number[]>>; angles: Set<number> }>();
  let largest = 0;
  for (const { line, cells } of rows) {
    const name = cells[at.name] ?? cells[at.id] ?? 'Reading';
    const angle = at.angle < 0 ? USUAL_ANGLE : numberOf((cells[at.angle] ?? '').replace(/[^\d.,-]/g, ''));
    if (angle === undefined || angle < 0 || angle > 180)
      return fail({ line, message: `'${cells[at.angle]}' is no angle from the gloss` });
    const values: number[] = [];
    for (const i of wanted) {
      const v = numberOf(cells[i]!);
      if (v === undefined) return fail({ line, message: `'${cells[i]}' under ${columns[i]} is no number` });
      if (spectral && (v < -0.02 || v > PER_CENT_MOST))
        return fail({ line, message: `${v} under ${columns[i]} is no reflectance` });
      if (!spectral && Math.abs(v) > 200)
        return fail({ line, message: `${v} under ${columns[i]} is no CIELAB figure` });
      values.push(spectral ? Math.max(0, v) : v);
    }
    if (spectral) largest = Math.max(largest, ...values);
    const { readings, angles } = samples.get(name) ?? {
      readings: new Map<string, Map<number, number[]>>(),
      angles: new Set<number>(),
    };
    samples.set(name, { readings, angles });
    angles.add(angle);
    // Without a number of its own, a reading begins where an angle comes again.
    const no = at.reading >= 0 ? cells[at.reading]! : String([...readings.values()].filter((r) => r.has(angle)).length);
    const reading = readings.get(no) ?? new Map<number, number[]>();
    if (reading.has(angle)) return fail({ line, message: `Reading ${no} of ${name} has the angle ${angle} twice` });
    readings.set(no, reading.set(angle, values));
  }
  const percent = spectral && largest > FRACTION_MOST;
  const notes = [
    ...(percent ? ['Its reflectances are per cent: divided by 100.'] : []),
    ...(spectral && bands.length > BANDS
      ? [`Of its ${bands.length} bands those from 400 to 700\u00a0nm by 10 are taken.`]
      : []),
    ...(at.angle < 0 ? [`It says no angle: taken as ${USUAL_ANGLE}° from the gloss.`] : []),
  ];
  const out: CgatsSample[] = [];
  for (const [name, { readings, angles }] of samples) {
    const anglesDeg = [...angles].sort((a, b) => a - b);
    const list = [...readings.values()];
    if (list.some((r) => r.size !== anglesDeg.length))
      return fail({ message: `A reading of ${name} lacks an angle: all need ${anglesDeg.join(', ')}°` });
    const at = (r: ReadonlyMap<number, number[]>) =>
      anglesDeg.map((a) => (r.get(a) ?? []).map((v) => (percent ? v / 100 : v)));
    out.push({
      name,
      values: spectral
        ? { form: 'spectra', anglesDeg, readings: list.map(at) }
        : { form: 'lab', anglesDeg, readings: list.map((r) => at(r) as [number, number, number][]) },
    });
  }
  return ok({ samples: out, notes });
}

/** Readings as CGATS text; what {@link readCgats} reads back. */
export function writeCgats(samples: readonly CgatsSample[], createdMs: number): string {
  const form = samples[0]?.values.form ?? 'spectra';
  const columns = form === 'spectra' ? BAND_NM.map((nm) => `SPECTRAL_NM${nm}`) : ['LAB_L', 'LAB_A', 'LAB_B'];
  const fields = ['SAMPLE_NAME', 'READING', 'ANGLE', ...columns];
  const rows = samples
    .filter((s) => s.values.form === form)
    .flatMap((s) =>
      s.values.readings.flatMap((reading, n) =>
        reading.map((values, i) =>
          [
            `"${s.name.replace(/["\r\n\t]/g, ' ').trim() || 'Reading'}"`,
            n + 1,
            s.values.anglesDeg[i]!,
            ...values.map((v) => v.toFixed(form === 'spectra' ? 5 : 3)),
          ].join('\t'),
        ),
      ),
    );
  return [
    'CGATS.17',
    'ORIGINATOR "Stratocoat"',
    `CREATED "${new Date(createdMs).toISOString()}"`,
    'KEYWORD "READING"',
    'KEYWORD "ANGLE"',
    `NUMBER_OF_FIELDS ${fields.length}`,
    'BEGIN_DATA_FORMAT',
    fields.join('\t'),
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS ${rows.length}`,
    'BEGIN_DATA',
    ...rows,
    'END_DATA',
    '',
  ].join('\n');
}
