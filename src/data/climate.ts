import { replaceEqualDeep, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { addReadings, withoutReadings, type AirDay, type ClimateReading, type Forecast, type HeatPlan } from '@/core';
import { useData } from './DataProvider';
import { reportStorageFailure } from './reportStorageFailure';
import { FORECAST, HEATS, ROOM_LOG } from './queryKeys';
import type { RoomLog } from './records';

/** Everything known of the shop's room: what was read, what is forecast, which heat is planned. */
export interface Climate {
  days: readonly AirDay<ClimateReading>[];
  forecast: Forecast | null;
  heats: readonly HeatPlan[];
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: readonly string[];
}

/** What was read in the room; undefined until it is there. */
export const useRoomLog = (): RoomLog | undefined => {
  const { repo, writes } = useData();
  return useQuery({ queryKey: ROOM_LOG, queryFn: async () => writes.fetched(ROOM_LOG, await repo.roomLog()) }).data;
};

/** What is known of the shop's room; undefined until it is read. */
export function useClimate(): Climate | undefined {
  const { repo, writes } = useData();
  const log = useRoomLog();
  const forecast = useQuery({
    queryKey: FORECAST,
    queryFn: async () =>
      writes.fetched(FORECAST, replaceEqualDeep(writes.stored<Forecast | null>(FORECAST), await repo.forecast())),
  }).data;
  const heats = useQuery({
    queryKey: HEATS,
    queryFn: async () => writes.fetched(HEATS, replaceEqualDeep(writes.stored<HeatPlan[]>(HEATS), await repo.heats())),
  }).data;
  return useMemo(
    () => (log && forecast !== undefined && heats ? { ...log, forecast, heats } : undefined),
    [log, forecast, heats],
  );
}

/** Changes of the room's log. Each shows once it is kept: what is seen here is there after a reload too. */
export function useClimateActions() {
  const { repo, writes, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMemo(() => {
    const reported = <R>(work: Promise<R>) => reportStorageFailure({ setTrouble }, work);
    return {
      addReadings: async (more: readonly ClimateReading[]): Promise<void> => {
        const changed = await reported(
          writes.commit<RoomLog, string[]>({
            key: ROOM_LOG,
            quiet: true,
            patch: (log) => ({ ...log, days: addReadings(log.days, more).days }),
            write: () => repo.addReadings(more),
          }),
        );
        tellOthers(...changed);
      },
      /** Takes readings out again. @param times of the readings, ms */
      removeReadings: async (times: readonly number[]): Promise<void> => {
        const changed = await reported(
          writes.commit<RoomLog, string[]>({
            key: ROOM_LOG,
            quiet: true,
            patch: (log) => ({ ...log, days: withoutReadings(log.days, new Set(times)) }),
            write: () => repo.removeReadings(times),
          }),
        );
        tellOthers(...changed);
      },
      saveForecast: async (forecast: Forecast | null): Promise<void> => {
        await reported(
          writes.commit<Forecast | null>({
            key: FORECAST,
            quiet: true,
            patch: () => forecast,
            write: () => repo.saveForecast(forecast),
          }),
        );
        tellOthers('forecast');
      },
      changeHeats: async (change: (heats: readonly HeatPlan[]) => readonly HeatPlan[]): Promise<void> => {
        await reported(
          writes.commit<readonly HeatPlan[]>({
            key: HEATS,
            quiet: true,
            patch: change,
            write: () => repo.changeHeats(change),
          }),
        );
        tellOthers('heats');
      },
      /** The room's log as it is stored: for someone who has to know where it ends. */
      storedLog: () =>
        client.fetchQuery({
          queryKey: ROOM_LOG,
          queryFn: async () => writes.fetched(ROOM_LOG, await repo.roomLog()),
          staleTime: Infinity,
        }),
    };
  }, [client, repo, writes, setTrouble, tellOthers]);
}
