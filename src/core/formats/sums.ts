import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { strToU8 } from 'fflate';

/** SHA-256 (FIPS 180-4) of a text as UTF-8, in hexadecimal digits. */
export const sumOf = (text: string): string => bytesToHex(sha256(strToU8(text)));

/** A JSON record as text, with the sum of all that stands before it as its last field. */
export const withSum = (record: object): string =>
  JSON.stringify({ ...record, sha256: sumOf(JSON.stringify(record)) }, null, 1);

/**
 * A record without its sum, and whether that is right. Blanks and line ends do not count.
 * @returns checked: false where it has none, as files of before version 13; undefined where it is another one: something was changed on the way
 */
export function withoutSum(raw: unknown): { record: unknown; checked: boolean } | undefined {
  if (typeof raw !== 'object' || raw === null || !Object.hasOwn(raw, 'sha256')) return { record: raw, checked: false };
  const { sha256: sum, ...record } = raw as Record<string, unknown>;
  return sumOf(JSON.stringify(record)) === sum ? { record, checked: true } : undefined;
}

/** Whether a text ends with a sum. */
export const isSummed = (text: string): boolean => /"sha256":\s*"[0-9a-f]{64}"\s*\}\s*$/.test(text.slice(-200));
