import { BLOCK } from '../logStore';
import { jobLog, logKeys, SHOP_LOG } from '../records';
import { yieldToPage } from '../slices';
import type { Reading } from './reading';
import type { Base } from './transact';

/** What is asked of a log here, whatever stands in it. */
type Log = Pick<Reading['shelfLog'], 'head' | 'block' | 'isLoose'>;

/** Old entries of logs as blocks: a record of each by itself costs several times what it says. */
export function packIn({ now, transact }: Base) {
  /** One block of a log: entries from one number to another, which have a record each, in one. @returns how many records there are fewer */
  const packBlock = (log: string, of: (r: Reading) => Log, from: number) =>
    transact(async (r) => {
      const keys = logKeys(log);
      const to = from + BLOCK - 1;
      const head = await of(r).head();
      const block = head && head.seq >= to ? await of(r).block(from, to) : undefined;
      if (!block) return { result: 0 };
      const { text, names } = block;
      const remove = names.filter((k) => k !== keys.event(to));
      return { result: remove.length, set: { [keys.event(to)]: text }, remove, counts: 0, moves: true };
    });

  return {
    /**
     * Packs entries of all logs, but for the newest of each. A record that cannot be read, and what stands beside it, stays as it is.
     * @returns how many records there are fewer
     */
    packLogs: async (): Promise<number> => {
      let fewer = 0;
      const { jobIds } = await now.shop();
      const logs: [string, (r: Reading) => Log][] = [
        ...jobIds.map((id): (typeof logs)[number] => [jobLog(id), (r) => r.logOf(id)]),
        [SHOP_LOG, (r) => r.shelfLog],
      ];
      for (const [log, of] of logs) {
        const seq =
          (
            await of(now)
              .head()
              .catch(() => null)
          )?.seq ?? 0;
        for (let from = 1; from + BLOCK <= seq; from += BLOCK) {
          if (!(await of(now).isLoose(from, from + BLOCK - 1))) continue;
          fewer += await packBlock(log, of, from);
          await yieldToPage();
        }
      }
      return fewer;
    },
  };
}
