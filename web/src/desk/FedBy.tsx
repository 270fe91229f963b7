import { TriangleAlert } from 'lucide-react';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { takesFrom } from '../show/feedWords';
import { ageText } from '../show/format';
import { useShow } from '../show/show';

/** Under words that a feed fills: what they say now, and since when. */
export function FedBy({ words }: { words: string }) {
  const show = useShow();
  const now = useNow();
  const feed = show.feeds.find((one) => takesFrom(one.id, words));
  const state = useLive(({ feeds }) => feeds.get(feed?.id ?? ''));
  if (!feed || !state) return null;
  const since = state.changedAt == null ? 'nothing yet' : ageText(now - state.changedAt);
  const trouble = state.health === 'stale' || state.health === 'failing';
  return (
    <p
      title={`From the feed ${feed.name}`}
      className="-mt-1 flex min-w-0 items-center justify-between gap-3 text-small text-quiet"
    >
      <span className="truncate">{state.text}</span>
      <span className="flex shrink-0 items-center gap-1 text-cool">
        {trouble && <TriangleAlert aria-label="its feed is in trouble" size={12} className="text-orchid" />}
        {since}
      </span>
    </p>
  );
}
