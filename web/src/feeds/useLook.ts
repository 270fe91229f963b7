import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client, Refusal, type Schemas } from '../api/client';

/** What a source, or a sample in its place, makes; null = nothing is asked. */
export function useLook(wish: Schemas['LookWish'] | null, changedAt?: number | null) {
  const { data, error, isPlaceholderData } = useQuery({
    queryKey: ['look', wish, changedAt],
    queryFn: ({ signal }) => answered(client.POST('/api/feeds/look', { body: wish!, signal })),
    enabled: wish !== null,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 0,
    gcTime: 10_000,
  });
  const refused = error && (error instanceof Refusal ? error.sentence : String(error));
  return {
    looked: refused ? undefined : data,
    /** Whether that was made of what was asked before. */
    isOld: isPlaceholderData,
    /** Why it cannot be had, in a sentence. */
    refused,
    /** Whether it is in the own network, and would be read with consent. */
    isPrivate: error instanceof Refusal && error.faults.some(({ path }) => path === '/private'),
  };
}
