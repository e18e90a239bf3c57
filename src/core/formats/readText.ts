import { findNodeAtLocation, parseTree, type ParseError, printParseErrorCode } from 'jsonc-parser';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { MAX_FILE_BYTES, readJobFile, type FileProblem, type JobFile } from './jobFile';

/** 'events[3].air.tempC' as the steps that a JSON tree is walked by. */
const steps = (path: string): (string | number)[] =>
  path === ''
    ? []
    : path
        .split(/[.[\]]+/)
        .filter(Boolean)
        .map((s) => (/^\d+$/.test(s) ? Number(s) : s));

function lineOf(text: string, offset: number): number {
  let line = 1;
  for (let i = text.indexOf('\n'); i >= 0 && i < offset; i = text.indexOf('\n', i + 1)) line++;
  return line;
}

/** The line of the field itself, or of the nearest thing around it that is in the text. */
function withLines(text: string, problems: readonly FieldProblem[]): FileProblem[] {
  const tree = parseTree(text);
  return problems.map((p) => {
    if (!tree) return p;
    for (let s = steps(p.path); ; s = s.slice(0, -1)) {
      const node = findNodeAtLocation(tree, s);
      if (node) return { ...p, line: lineOf(text, node.offset) };
      if (s.length === 0) return p;
    }
  });
}

/**
 * Reads a job file's text. Says which line and field is wrong, and refuses the whole if anything is.
 * @param text the file; @param bytes its size, so that a huge one is refused before it is read
 */
export function readJobText(text: string, bytes = text.length): Result<JobFile, FileProblem[]> {
  if (bytes > MAX_FILE_BYTES)
    return fail([
      {
        path: '',
        message: `The file is ${Math.round(bytes / 1e6)} MB; a job is never over ${MAX_FILE_BYTES / 1e6} MB`,
      },
    ]);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
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
  const read = readJobFile(raw);
  return read.ok ? ok(read.value) : fail(withLines(text, read.error));
}
