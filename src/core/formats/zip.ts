import CRC32 from 'crc-32';
import { Inflate, strFromU8, strToU8, zipSync } from 'fflate';
import { fail, ok, type Result } from '../result';

/** More than this no shop holds: a zip that says so is a bomb, or something else. */
const MAX_UNPACKED = 200_000_000;
const MAX_FILES = 2000;
/** Text does not shrink to less than that share of itself by deflate; what says so is a bomb. */
const MOST_PACKED = 100;

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

/** The texts of a zip by name; refused before it is unpacked where it says that it is larger than any shop, and while it is where that was a lie. */
export function unpackFiles(bytes: Uint8Array): Result<Unpacked, string> {
  try {
    const members = directoryOf(bytes);
    const [packed, unpacked] = [members.reduce((n, m) => n + m.packed, 0), members.reduce((n, m) => n + m.size, 0)];
    if (members.length > MAX_FILES || unpacked > MAX_UNPACKED || unpacked > MOST_PACKED * (packed + 1000))
      throw new RangeError('too large');
    const files = new Map<string, string>();
    const damaged: string[] = [];
    for (const m of members) {
      if (!m.name.endsWith('.json')) continue;
      const data = unpackMember(bytes, m);
      if (data && m.crc === CRC32.buf(data) >>> 0) files.set(m.name, strFromU8(data));
      else damaged.push(m.name);
    }
    return ok({ files, damaged });
  } catch (e) {
    return fail(
      e instanceof RangeError && e.message === 'too large'
        ? 'The zip holds more than any shop has'
        : 'This is no whole zip file: it may have been cut short or damaged on its way',
    );
  }
}

/** Marks of a zip's parts (APPNOTE 4.3.7, 4.3.12 and 4.3.16), and where in them things stand. */
const LOCAL = { mark: 0x04034b50, name: 26, extra: 28, bytes: 30 };
const ENTRY = { mark: 0x02014b50, method: 10, crc: 16, packed: 20, size: 24, name: 28, extra: 30, comment: 32, at: 42 };
const ENTRY_BYTES = 46;
const END = { mark: 0x06054b50, entries: 10, at: 16, bytes: 22, mostComment: 65_535 };
const STORED = 0;
const DEFLATED = 8;

/** What a zip's directory says of one member. */
interface Member {
  name: string;
  method: number;
  crc: number;
  /** Bytes in the zip, and unpacked. */
  packed: number;
  size: number;
  /** Where its own head begins. */
  at: number;
}

/** The members of a zip, out of its directory. @throws Error where it has none, or a name twice */
function directoryOf(zip: Uint8Array): Member[] {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  let end = zip.byteLength - END.bytes;
  const first = Math.max(0, end - END.mostComment);
  while (end >= first && view.getUint32(end, true) !== END.mark) end--;
  if (end < first) throw new Error('No directory');
  const members = new Map<string, Member>();
  let at = view.getUint32(end + END.at, true);
  for (let n = view.getUint16(end + END.entries, true); n > 0; n--) {
    if (view.getUint32(at, true) !== ENTRY.mark) throw new Error('Not an entry');
    const length = view.getUint16(at + ENTRY.name, true);
    const name = strFromU8(zip.subarray(at + ENTRY_BYTES, at + ENTRY_BYTES + length));
    if (members.has(name)) throw new Error('Twice');
    members.set(name, {
      name,
      method: view.getUint16(at + ENTRY.method, true),
      crc: view.getUint32(at + ENTRY.crc, true),
      packed: view.getUint32(at + ENTRY.packed, true),
      size: view.getUint32(at + ENTRY.size, true),
      at: view.getUint32(at + ENTRY.at, true),
    });
    at += ENTRY_BYTES + length + view.getUint16(at + ENTRY.extra, true) + view.getUint16(at + ENTRY.comment, true);
  }
  return [...members.values()];
}

/** So much is unpacked before it is looked whether it grows past what was said, bytes. */
const SLICE = 16_384;

/** A member's bytes; undefined where it cannot be unpacked, or is not as large as the directory says. */
function unpackMember(zip: Uint8Array, { method, packed, size, at }: Member): Uint8Array | undefined {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  try {
    if (view.getUint32(at, true) !== LOCAL.mark) return undefined;
    const from = at + LOCAL.bytes + view.getUint16(at + LOCAL.name, true) + view.getUint16(at + LOCAL.extra, true);
    const data = zip.subarray(from, from + packed);
    if (data.length !== packed) return undefined;
    if (method === STORED) return packed === size ? data : undefined;
    if (method !== DEFLATED) return undefined;
    const out = new Uint8Array(size);
    let filled = 0;
    const inflate = new Inflate((chunk) => {
      if (filled + chunk.length > size) throw new RangeError('grows');
      out.set(chunk, filled);
      filled += chunk.length;
    });
    for (let i = 0; i < data.length; i += SLICE) inflate.push(data.subarray(i, i + SLICE), i + SLICE >= data.length);
    return filled === size ? out : undefined;
  } catch {
    return undefined;
  }
}
