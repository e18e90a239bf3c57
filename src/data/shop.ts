import { useQuery } from '@tanstack/react-query';
import { useData } from './DataProvider';
import type { Settings } from './records';

export const SHOP = ['shop'] as const;

/** The shop's own record: which jobs there are, settings, own products. */
export function useShop() {
  const { repo } = useData();
  return useQuery({ queryKey: SHOP, queryFn: () => repo.shop() });
}

export function useSettings(): Settings | undefined {
  return useShop().data?.settings;
}
