import type { Picture } from '../painter/wire';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client } from '../api/client';
import { useLive } from '../live/LiveContext';
import { useShow, type Placement } from '../show/ShowContext';

/** The laid-out picture of a graphic as it would be lit now, perhaps with words that are still being typed. */
export function usePicture(
  graphic: string | null | undefined,
  words?: Record<string, string>,
  card?: string,
  /** In place of the graphic's own, while it is being moved. */
  place?: Placement,
) {
  const { show } = useShow();
  const { news } = useLive();
  const feeds = news?.feeds.map((feed) => feed.changedAt).join();
  return useQuery({
    queryKey: ['picture', graphic, card, words, place, show.revision, feeds],
    queryFn: () => answered(client.POST('/api/preview', { body: { graphic: graphic!, card, words, place } })),
    enabled: !!graphic,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The picture as it is now, asked for anew: what is measured by it must not be a moment old. */
export function fetchPicture(graphic: string, place?: Placement): Promise<Picture> {
  return answered(client.POST('/api/preview', { body: { graphic, place } }));
}
