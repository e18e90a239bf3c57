import { parseTree, visit, type JSONPath, type ParseError, printParseErrorCode } from 'jsonc-parser';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { withoutSum } from './sums';
import { MAX_FILE_BYTES, readJobFile, type FileProblem, type JobFile } from './jobFile';

/** Problems past these are counted, and not looked up in the text: nobody reads on. */
export const SHOWN_PROBLEMS = 6;
/** Nothing that this app writes is nested deeper, or has a number of more digits. */
const DEEPEST = 40;
const MOST_DIGITS = 40;

/** 'events[3].air.tempC' as the steps that a JSON text is walked by. */
const steps = (path: string): string[] => (path === '' ? [] : path.split(/[.[\]]+/).filter(Boolean));
const keyOf = (path: JSONPath | readonly string[]): string => path.join('\u0000');

function lineOf(text: string, offset: number): number {
  let line = 1;
  for (let i = text.indexOf('\n'); i >= 0 && i < offset; i = text.indexOf('\n', i + 1)) line++;
  return line;
}

/** The first problems with the line of the field itself, or of the nearest thing around it that is in the text: one walk through it. */
function withLines(text: string, problems: readonly FieldProblem[]): FileProblem[] {
  const shown = problems.slice(0, SHOWN_PROBLEMS);
  const wanted = new Map<string, number | undefined>();
  const paths = shown.map((p) => steps(p.path));
  for (const path of paths) for (let n = 0; n <= path.length; n++) wanted.set(keyOf(path.slice(0, n)), undefined);
  const at = (_offset: number, _length: number, line: number, _column: number, pathOf: () => JSONPath) => {
    const key = keyOf(pathOf());
    if (wanted.has(key) && wanted.get(key) === undefined) wanted.set(key, line + 1);
  };
  visit(text, {
    onObjectBegin: at,
    onArrayBegin: at,
    onLiteralValue: (_value, ...rest) => at(...rest),
  });
  return problems.map((p, i) => {
    const path = paths[i];
    if (!path) return p;
    for (let n = path.length; n >= 0; n--) {
      const line = wanted.get(keyOf(path.slice(0, n)));
      if (line !== undefined) return { ...p, line };
    }
    return p;
  });
}

/** What no honest file has: nesting without end, numbers without end. Looked at before the text is made into anything. */
function shapeProblem(text: string): FileProblem | undefined {
  let [depth, digits] = [0, 0];
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i++;
      else if (c === 34) inString = false;
      continue;
    }
    if (c >= 48 && c <= 57) {
      if (++digits > MOST_DIGITS)
        return { path: '', message: `A number has more than ${MOST_DIGITS} digits`, line: lineOf(text, i) };
      continue;
    }
    digits = 0;
    if (c === 34) inString = true;
    else if (c === 91 || c === 123) {
      if (++depth > DEEPEST)
        return { path: '', message: 'It is nested deeper than anything that this app writes', line: lineOf(text, i) };
    } else if (c === 93 || c === 125) depth--;
  }
  return undefined;
}

/** A text as JSON; where it is none, what is wrong and on which line. @param bytes its size, so that a huge one is refused before it is read */
export function readJson(text: string, bytes = text.length): Result<unknown, FileProblem[]> {
  if (bytes > MAX_FILE_BYTES)
    return fail([
      {
        path: '',
        message: `The file is ${Math.round(bytes / 1e6)} MB; a job is never over ${MAX_FILE_BYTES / 1e6} MB`,
      },
    ]);
  const shape = shapeProblem(text);
  if (shape) return fail([shape]);
  try {
    return ok(JSON.parse(text));
  } catch {
    const errors: ParseError[] = [];
    parseTree(text.slice(0, 2_000_000), errors, { disallowComments: true });
    const first = errors[0];
    const what = first
      ? printParseErrorCode(first.error)
          .replace(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase()
      : 'cut short';
    return fail([
      { path: '', message: `The file is not whole JSON (${what})`, ...(first && { line: lineOf(text, first.offset) }) },
    ]);
  }
}

/**
 * Reads a job file's text. Says which line and field is wrong, and refuses the whole if anything is.
 * @param text the file; @param bytes its size @param onProgress told how much of it is checked, 0 to 1
 */
export function readJobText(
  text: string,
  bytes = text.length,
  onProgress?: (share: number) => void,
): Result<JobFile, FileProblem[]> {
  const raw = readJson(text, bytes);
  if (!raw.ok) return raw;
  const whole = withoutSum(raw.value);
  if (!whole)
    return fail([
      {
        path: '',
        message:
          'This file was damaged or changed on its way: its sum is another one. Nothing was taken in. Take another copy of it.',
      },
    ]);
  const read = readJobFile(whole.record, onProgress);
  return read.ok ? ok(read.value) : fail(withLines(text, read.error));
}
