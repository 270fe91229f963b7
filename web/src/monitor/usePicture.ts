import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';

/** The laid-out picture of a graphic as it would be lit now, perhaps with words that are still being typed. */
export function usePicture(graphic: string | null | undefined, words?: Record<string, string>, card?: string) {
  const { show } = useShow();
  const { news } = useLive();
  const feeds = news?.feeds.map((feed) => feed.changedAt).join();
  return useQuery({
    queryKey: ['picture', graphic, card, words, show.revision, feeds],
    queryFn: () => answered(client.POST('/api/preview', { body: { graphic: graphic!, card, words } })),
    enabled: !!graphic,
    placeholderData: keepPreviousData,
    retry: false,
  });
}
