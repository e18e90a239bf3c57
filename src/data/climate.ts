import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { addReadings, type ClimateReading } from '@/core';
import { useData } from './DataProvider';
import type { Climate, Forecast, HeatPlan } from './records';
import { StorageProblem } from './storage';

export const CLIMATE_KEY = ['climate'] as const;

/** What is known of the shop's room; undefined until it is read. */
export function useClimate(): Climate | undefined {
  const { repo } = useData();
  return useQuery({ queryKey: CLIMATE_KEY, queryFn: () => repo.climate() }).data;
}

/** Changes of the room's log. Each shows once it is kept: what is seen here is there after a reload too. */
export function useClimateActions() {
  const { repo, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMemo(() => {
    const change = async (show: (c: Climate) => Climate, write: () => Promise<void>): Promise<void> => {
      try {
        await write();
      } catch (e) {
        if (e instanceof StorageProblem) setTrouble(e.kind);
        throw e;
      }
      client.setQueryData<Climate>(CLIMATE_KEY, (c) => c && show(c));
      tellOthers('climate');
    };
    return {
      addReadings: (more: readonly ClimateReading[]) =>
        change(
          (c) => ({ ...c, readings: addReadings(c.readings, more).log }),
          () => repo.addReadings(more),
        ),
      saveForecast: (forecast: Forecast) =>
        change(
          (c) => ({ ...c, forecast }),
          () => repo.saveForecast(forecast),
        ),
      changeHeats: (f: (heats: readonly HeatPlan[]) => readonly HeatPlan[]) =>
        change(
          (c) => ({ ...c, heats: f(c.heats) }),
          () => repo.changeHeats(f),
        ),
    };
  }, [client, repo, setTrouble, tellOthers]);
}
