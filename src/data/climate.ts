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

/** Changes of the room's log. Each shows at once, and again as it was if it could not be kept. */
export function useClimateActions() {
  const { repo, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMemo(() => {
    const change = async (show: (c: Climate) => Climate, write: () => Promise<void>): Promise<void> => {
      const before = client.getQueryData<Climate>(CLIMATE_KEY);
      if (before) client.setQueryData<Climate>(CLIMATE_KEY, show(before));
      try {
        await write();
        tellOthers('climate');
      } catch (e) {
        client.setQueryData<Climate>(CLIMATE_KEY, before);
        if (e instanceof StorageProblem) setTrouble(e.kind);
        throw e;
      }
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
      saveHeats: (heats: readonly HeatPlan[]) =>
        change(
          (c) => ({ ...c, heats }),
          () => repo.saveHeats(heats),
        ),
    };
  }, [client, repo, setTrouble, tellOthers]);
}
