import { headFromRecord, headRecord, logKeys } from './records';

/**
 * Logs whose last entries were lost say that there were some: these are named as missing, a file can give them back, and what is logged next does not take
 * their numbers.
 * @param lost keys that were lost @returns the heads that are otherwise then
 */
export function headsWithHoles(records: ReadonlyMap<string, string>, lost: readonly string[]): Map<string, string> {
  const heads = new Map<string, string>();
  for (const key of lost) {
    const log = /^(.+)\/event\/\d+$/.exec(key)?.[1];
    if (log === undefined) continue;
    const { head, numberOf } = logKeys(log);
    const text = heads.get(head) ?? records.get(head);
    if (text === undefined) continue;
    try {
      const had = headFromRecord(text);
      // One of an old app holds its whole job, and stays as it is too.
      if (!had.job && numberOf(key) > had.seq) heads.set(head, headRecord({ ...had, seq: numberOf(key) }));
    } catch {
      // A head of a newer app stays as it is.
    }
  }
  return heads;
}
