import type { QueryClient } from '@tanstack/react-query';
import { shareLibrary } from './library';
import { ALARMS, FORECAST, HEATS, jobKey, ROOM_LOG, SHELF, SHOP, WORK_CLOCKS } from './queryKeys';
import { CLIMATE, jobLog, keys, SHOP_LOG, type RoomLog } from './records';
import type { Repository } from './repository';
import type { Writes } from './writes';

/**
 * Reads again what another tab changed, and nothing else.
 * @param changed records, as `Data.tellOthers` names them
 */
export async function refresh(
  client: QueryClient,
  data: { repo: Repository; writes: Writes },
  changed: readonly string[],
): Promise<void> {
  const { repo, writes } = data;
  if (changed.includes('all')) {
    writes.clear();
    await client.invalidateQueries();
    return;
  }
  if (changed.includes('shop')) {
    await client.invalidateQueries({ queryKey: SHOP });
    shareLibrary(client, writes);
  }
  const days = changed.filter((k) => k.startsWith(CLIMATE));
  if (days.length > 0) {
    const { days: read, unreadable } = await repo.roomLog(days);
    writes.update<RoomLog>(ROOM_LOG, (log) => {
      // A day whose readings were all taken out is not there to be read.
      const others = log.days.filter((d) => !days.some((k) => k.startsWith(keys.climate(d.readings[0]!.atMs))));
      return {
        days: [...others, ...read].sort((a, b) => a.day - b.day),
        unreadable: [...new Set([...log.unreadable, ...unreadable])],
      };
    });
  }
  if (changed.includes(SHOP_LOG)) await client.invalidateQueries({ queryKey: SHELF });
  const jobs = changed.filter((k) => k.startsWith(jobLog('')));
  await Promise.all([
    ...jobs.map((k) => client.invalidateQueries({ queryKey: jobKey(k.slice(jobLog('').length)) })),
    ...[FORECAST, HEATS, ALARMS, WORK_CLOCKS]
      .filter(([name]) => changed.includes(name))
      .map((queryKey) => client.invalidateQueries({ queryKey })),
  ]);
}
