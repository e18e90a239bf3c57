import CRC32 from 'crc-32';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { fail, ok, type Result } from '../result';

/** More than this no shop holds: a zip that says so is a bomb, or something else. */
const MAX_UNPACKED = 500_000_000;
const MAX_FILES = 2000;
/** Text does not shrink to less than that share of itself by deflate; what says so is a bomb. */
const MOST_PACKED = 200;

/** Files as one zip. */
export const packFiles = (files: ReadonlyMap<string, string>): Uint8Array =>
  zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)])), { level: 6 });

/** What was in a zip. */
export interface Unpacked {
  /** Texts by name. */
  files: Map<string, string>;
  /** Members whose own sum is another one: changed on the way. Their texts are not among the files. */
  damaged: string[];
}

/** The texts of a zip by name; refused before it is unpacked where it says that it is larger than any shop. */
export function unpackFiles(bytes: Uint8Array): Result<Unpacked, string> {
  let [unpacked, packed, count] = [0, 0, 0];
  try {
    const sums = directoryOf(bytes);
    const raw = unzipSync(bytes, {
      filter: (f) => {
        unpacked += f.originalSize;
        packed += f.size;
        if (++count > MAX_FILES || unpacked > MAX_UNPACKED || unpacked > MOST_PACKED * (packed + 1000))
          throw new RangeError('too large');
        return f.name.endsWith('.json');
      },
    });
    const files = new Map<string, string>();
    const damaged: string[] = [];
    for (const [name, data] of Object.entries(raw))
      if (sums.get(name) === CRC32.buf(data) >>> 0) files.set(name, strFromU8(data));
      else damaged.push(name);
    return ok({ files, damaged });
  } catch (e) {
    return fail(
      e instanceof RangeError && e.message === 'too large'
        ? 'The zip holds more than any shop has'
        : 'This is no whole zip file: it may have been cut short or damaged on its way',
    );
  }
}

/** Marks of a zip's parts (APPNOTE 4.3.12 and 4.3.16), and where in them things stand. */
const ENTRY = { mark: 0x02014b50, crc: 16, name: 28, extra: 30, comment: 32, bytes: 46 };
const END = { mark: 0x06054b50, entries: 10, at: 16, bytes: 22, mostComment: 65_535 };

/** The sums of a zip's members by their names, out of its directory. @throws Error where it has none, or a name twice */
function directoryOf(zip: Uint8Array): Map<string, number> {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  let end = zip.byteLength - END.bytes;
  const first = Math.max(0, end - END.mostComment);
  while (end >= first && view.getUint32(end, true) !== END.mark) end--;
  if (end < first) throw new Error('No directory');
  const sums = new Map<string, number>();
  let at = view.getUint32(end + END.at, true);
  for (let n = view.getUint16(end + END.entries, true); n > 0; n--) {
    if (view.getUint32(at, true) !== ENTRY.mark) throw new Error('Not an entry');
    const length = view.getUint16(at + ENTRY.name, true);
    const name = strFromU8(zip.subarray(at + ENTRY.bytes, at + ENTRY.bytes + length));
    if (sums.has(name)) throw new Error('Twice');
    sums.set(name, view.getUint32(at + ENTRY.crc, true));
    at += ENTRY.bytes + length + view.getUint16(at + ENTRY.extra, true) + view.getUint16(at + ENTRY.comment, true);
  }
  return sums;
}
