import { replaceEqualDeep, useQuery } from '@tanstack/react-query';
import type { HouseMethod, School } from '@/core';
import { useData, type Data } from './DataProvider';
import { SHOP } from './queryKeys';
import type { Settings, ShopRecord } from './records';

/** Reads the shop's record; what did not change in it stays the same object. */
export async function fetchShop({ repo, writes }: Pick<Data, 'repo' | 'writes'>): Promise<ShopRecord> {
  return writes.fetched(SHOP, replaceEqualDeep(writes.stored<ShopRecord>(SHOP), await repo.shop()));
}

/** The shop's own record: which jobs there are, settings, own products. */
export function useShop() {
  const data = useData();
  return useQuery({ queryKey: SHOP, queryFn: () => fetchShop(data) });
}

export function useSettings(): Settings | undefined {
  return useShop().data?.settings;
}

/** Settings once a question between the schools is answered. */
export const answerSchool = <K extends School>(s: Settings, key: K, value: HouseMethod[K]): Partial<Settings> => ({
  method: { ...s.method, [key]: value },
  schools: s.schools.includes(key) ? s.schools : [...s.schools, key],
});
