import { type Message, phrase } from '../units/phrase';
import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';
import Papa from 'papaparse';
import type { ClimateReading } from '../air/climate';
import { acceptReading } from '../devices/accept';
import { fail, ok, type Result } from '../result';
import { HOUR_MS } from '../units/time';

/** A row that was left out, with the line that it stands on (1-based). */
export interface LeftOut {
  line: number;
  message: Message;
}

export interface ClimateFile {
  readings: ClimateReading[];
  leftOut: LeftOut[];
  /** Rows of the hour that a clock went through twice in autumn, put an hour later. */
  secondHour: number;
  /** Said when day and month could be either way round. */
  note?: string;
}

/** Larger than this no logger's file is; characters. */
export const MAX_CSV_CHARS = 30_000_000;

const COLUMNS = {
  time: /time|date|zeit|datum|uhr|stamp/i,
  temp: /temp|°\s*[cf]|\bdeg/i,
  rh: /hum|\brh\b|r\.h|feuchte|%/i,
  surface: /surface|panel|oberfl/i,
} as const;

const FORMATS = [
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  "yyyy-MM-dd'T'HH:mm:ss",
  "yyyy-MM-dd'T'HH:mm",
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'dd/MM/yyyy HH:mm:ss',
  'dd/MM/yyyy HH:mm',
  'MM/dd/yyyy HH:mm:ss',
  'MM/dd/yyyy HH:mm',
  'yyyy/MM/dd HH:mm:ss',
  'yyyy/MM/dd HH:mm',
  'dd/MM/yyyy hh:mm:ss a',
  'dd/MM/yyyy hh:mm a',
  'MM/dd/yyyy hh:mm:ss a',
  'MM/dd/yyyy hh:mm a',
  'yyyy-MM-dd hh:mm:ss a',
  'yyyy-MM-dd hh:mm a',
] as const;

/** Half of a file's readings are never over this in a shop, °C. */
const HOTTEST_SHOP_C = 50;
/** 'Temp (°F)', 'temperature_f', 'TempF', 'deg F', 'Fahrenheit'. */
const namesFahrenheit = (head: string): boolean =>
  /fahrenheit|deg\s*f|(^|[^a-z])f([^a-z]|$)/i.test(head.replace(/temp(erature)?/i, ' '));

const ANCHOR = new Date(0);
const WITH_ZONE = /\d(z|[+-]\d{2}:?\d{2})$/i;
const local = (text: string, form: string): number => {
  const d = parse(text, form, ANCHOR);
  return isValid(d) ? d.getTime() : NaN;
};

/** '14,5', '14.5', '1 013' to a number; NaN where it is none. */
function decimal(text: string | undefined): number {
  const t = (text ?? '').trim().replace(/[\s\u00a0°%CF]/g, '');
  return /^[+-]?\d*[.,]?\d+$/.test(t) ? Number(t.replace(',', '.')) : NaN;
}

/** Whether local time shows this hour twice and this is the first of them. */
const shownTwice = (ms: number): boolean => new Date(ms).getHours() === new Date(ms + HOUR_MS).getHours();

/**
 * Reads a logger's table: comma, semicolon or tab; decimal points or commas; a head line that names time, temperature
 * and humidity; local or zoned times, or ms since 1970; °C or °F; per cent or fraction. A row that cannot be is left
 * out and named with its line; nothing is guessed for it.
 * @param nowMs this device's time, ms: later readings are left out
 * @returns the readings in the order of the file, or why the file cannot be read at all
 */
export function readClimateCsv(text: string, nowMs: number): Result<ClimateFile, Message> {
  if (text.length > MAX_CSV_CHARS) return fail('The file is larger than any logger writes');
  const clean = text.replace(/^\ufeff/, '');
  const table = Papa.parse<string[]>(clean, {
    delimitersToGuess: [';', '\t', ',', '|'],
    skipEmptyLines: false,
  });
  const rows = table.data;
  const headAt = rows.findIndex((r) => r.some((c) => COLUMNS.temp.test(c)) && r.some((c) => COLUMNS.rh.test(c)));
  if (headAt < 0) return fail('No line names columns for temperature and humidity');
  const head = rows[headAt]!;
  const at = (re: RegExp, not?: RegExp) => head.findIndex((c) => re.test(c) && !(not?.test(c) ?? false));
  const surfaceAt = at(COLUMNS.surface);
  const tempAt = head.findIndex((c, i) => COLUMNS.temp.test(c) && i !== surfaceAt);
  const rhAt = at(COLUMNS.rh, COLUMNS.temp);
  const timeAts = head.flatMap((c, i) => (COLUMNS.time.test(c) && i !== tempAt ? [i] : []));
  if (timeAts.length === 0) return fail('No column is named as a time or a date');
  if (tempAt < 0 || rhAt < 0) return fail('No line names columns for temperature and humidity');
  const fahrenheit = namesFahrenheit(head[tempAt]!);
  const body = rows
    .slice(headAt + 1)
    .map((cells, i) => ({ cells, line: headAt + 2 + i }))
    .filter((r) => r.cells.some((c) => c.trim() !== ''));
  if (body.length === 0) return fail('There is a head line, and no reading under it');
  const stamp = (cells: string[]) =>
    timeAts
      .map((i) => (cells[i] ?? '').trim())
      .join(' ')
      .trim();
  const { read, note } = timeReader(
    body.slice(0, 4000).map((r) => stamp(r.cells)),
    nowMs,
  );
  if (!read) return fail(`The times are written in a way that is not known: '${stamp(body[0]!.cells)}'`);
  const temps = body
    .slice(0, 200)
    .map((r) => decimal(r.cells[tempAt]))
    .filter((v) => Number.isFinite(v))
    .sort((a, b) => a - b);
  // A shop is never as hot as that for half of the file: the column is another one than its head says.
  if (!fahrenheit && (temps[temps.length >> 1] ?? 0) > HOTTEST_SHOP_C)
    return fail('These temperatures can hardly be °C: name the column °F if they are Fahrenheit, and read it again');
  const rhs = body
    .slice(0, 200)
    .map((r) => decimal(r.cells[rhAt]))
    .filter((v) => Number.isFinite(v))
    .sort((a, b) => a - b);
  const perCent = (rhs[rhs.length >> 1] ?? 50) > 1.5;

  const out: ClimateFile = { readings: [], leftOut: [], secondHour: 0, ...(note && { note }) };
  let last = -Infinity;
  for (const { cells, line } of body) {
    let atMs = read(stamp(cells));
    if (Number.isNaN(atMs)) {
      out.leftOut.push({ line, message: `its time '${stamp(cells)}' cannot be read` });
      continue;
    }
    // In autumn the clock shows an hour twice: the second time through it would seem to go back.
    if (atMs <= last && last - atMs <= HOUR_MS && shownTwice(atMs)) {
      atMs += HOUR_MS;
      out.secondHour++;
    }
    const t = decimal(cells[tempAt]);
    const h = decimal(cells[rhAt]);
    const s = surfaceAt >= 0 ? decimal(cells[surfaceAt]) : NaN;
    const toC = (v: number) => (fahrenheit ? Math.round(((v - 32) / 1.8) * 100) / 100 : v);
    const r = acceptReading(
      { atMs, tempC: toC(t), rh: perCent ? h / 100 : h, ...(Number.isFinite(s) && { surfaceC: toC(s) }) },
      'file',
      nowMs,
    );
    if (r.ok) {
      out.readings.push(r.value);
      last = Math.max(last, atMs);
    } else out.leftOut.push({ line, message: r.error });
  }
  return out.readings.length > 0
    ? ok(out)
    : fail(phrase`No row holds a reading. Line ${out.leftOut[0]?.line ?? 1}: ${out.leftOut[0]?.message ?? 'empty'}`);
}

/** Finds how the file writes its times: the form that reads most of them, and leaves least of them in the future. */
function timeReader(stamps: string[], nowMs: number): { read?: (text: string) => number; note?: string } {
  if (stamps.filter((s) => /^\d{9,13}$/.test(s)).length > stamps.length / 2)
    return { read: (s) => (/^\d{12,13}$/.test(s) ? Number(s) : /^\d{9,11}$/.test(s) ? Number(s) * 1000 : NaN) };
  if (stamps.filter((s) => WITH_ZONE.test(s) && !Number.isNaN(Date.parse(s))).length > stamps.length / 2)
    return { read: (s) => (WITH_ZONE.test(s) ? Date.parse(s) : NaN) };
  const score = (form: string) => {
    let n = 0;
    for (const s of stamps) {
      const t = local(s, form);
      if (t <= nowMs + HOUR_MS) n += 1;
      else if (!Number.isNaN(t)) n += 0.1;
    }
    return n;
  };
  const ranked = FORMATS.map((form) => ({ form, n: score(form) })).sort((a, b) => b.n - a.n);
  const best = ranked[0]!;
  if (best.n < stamps.length / 2) return {};
  const other = ranked.find((r) => r.form === best.form.replace('dd/MM', 'MM/dd') && r.form !== best.form);
  return {
    read: (s) => local(s, best.form),
    ...(other?.n === best.n && { note: 'Day and month could be either way round: they were read as day/month.' }),
  };
}

/** Readings as a table that a spreadsheet opens: local time with its zone, °C, per cent, source. */
export const writeClimateCsv = (readings: readonly ClimateReading[]): string =>
  Papa.unparse(
    {
      fields: ['Time', 'Temperature °C', 'Humidity %', 'Surface °C', 'Source'],
      data: readings.map((r) => [
        format(r.atMs, "yyyy-MM-dd'T'HH:mm:ssxxx"),
        r.tempC,
        Math.round(r.rh * 1000) / 10,
        r.surfaceC ?? '',
        r.source,
      ]),
    },
    { newline: '\n' },
  );
