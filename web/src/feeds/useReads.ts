import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client } from '../api/client';

/** What a feed's source brought lately; asked for anew when it has been read. */
export function useReads(feed: string, readAt: number | null | undefined) {
  const { data } = useQuery({
    queryKey: ['reads', feed, readAt],
    queryFn: ({ signal }) => answered(client.GET('/api/feeds/{id}/reads', { params: { path: { id: feed } }, signal })),
    placeholderData: keepPreviousData,
    // What fails again in the same way is no news of the feed.
    refetchInterval: 2000,
    retry: false,
    gcTime: 10_000,
  });
  return data;
}
