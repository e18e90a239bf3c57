import { useQuery } from '@tanstack/react-query';
import { errorText, type Message } from '@/core';
import type { ReadCard, TintAsk } from '@/core/colour';
import { cancelTint, planTintAway, type Tinted } from '@/workers/tint';

/** What is asked of a pot, see `planTintAway`. */
export interface TintQuestion {
  ask: TintAsk;
  cards: readonly ReadCard[];
}

/** The tint of a pot, worked out when somebody asks. An answer belongs to its question: where that changes there is none. */
export function useTint(key: readonly unknown[], question: () => TintQuestion | undefined) {
  const query = useQuery({
    queryKey: ['tint', ...key],
    queryFn: ({ signal }): Promise<Tinted> | null => {
      signal.addEventListener('abort', cancelTint);
      const asked = question();
      return asked ? planTintAway(asked.ask, asked.cards) : null;
    },
    enabled: false,
    retry: false,
    gcTime: 60_000,
  });
  const problem: Message | undefined = query.error && !query.isFetching ? errorText(query.error) : undefined;
  return {
    tinted: query.data ?? undefined,
    isBusy: query.isFetching,
    problem,
    begin: () => void query.refetch(),
    stop: cancelTint,
  };
}
