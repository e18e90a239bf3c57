import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { fail, ok, type Result } from '../result';

/** More than this no shop holds: a zip that says so is a bomb, or something else. */
const MAX_UNPACKED = 500_000_000;
const MAX_FILES = 2000;

/** Files as one zip. */
export const packFiles = (files: ReadonlyMap<string, string>): Uint8Array =>
  zipSync(Object.fromEntries([...files].map(([name, text]) => [name, strToU8(text)])), { level: 6 });

/** The texts of a zip by name; refused before it is unpacked where it says that it is larger than any shop. */
export function unpackFiles(bytes: Uint8Array): Result<Map<string, string>, string> {
  let [unpacked, count] = [0, 0];
  try {
    const files = unzipSync(bytes, {
      filter: (f) => {
        unpacked += f.originalSize;
        if (++count > MAX_FILES || unpacked > MAX_UNPACKED) throw new RangeError('too large');
        return f.name.endsWith('.json');
      },
    });
    return ok(new Map(Object.entries(files).map(([name, data]) => [name, strFromU8(data)])));
  } catch (e) {
    return fail(
      e instanceof RangeError
        ? 'The zip holds more than any shop has'
        : 'This is no whole zip file: it may have been cut short on its way',
    );
  }
}
