import { useLive } from '../live/live';
import { countingOf, useShow } from '../show/show';
import { Rows } from './Rows';
import { Timers } from './Timers';

/** How many of both stand side by side under the cues, and how many of each at the most; all of them have their actions. */
const [most, mostTimers, mostFeeds] = [3, 2, 2];

/** What is stepped besides graphics: timers, and the rows of feeds that have their turn or are stepped by hand. */
export function TimersAndRows() {
  const timers = useShow((show) => countingOf(show).length);
  const all = useShow((show) => show.feeds);
  // Which they are, and no more: what they say changes often.
  const feeds = useLive(({ feeds: states }) =>
    all
      .filter((feed) => {
        const state = states.get(feed.id);
        const ruled = feed.row?.kind === 'turns' || feed.nextKey || feed.backKey || state?.stand?.isHeld;
        return feed.audience ? (state?.tables[0]?.all ?? 0) > 0 : ruled && (state?.tables[0]?.rows ?? 0) > 0;
      })
      .slice(0, mostFeeds),
  );
  if (timers === 0 && feeds.length === 0) return null;
  return (
    <div className="flex min-w-0 gap-1.5">
      <Timers most={Math.min(mostTimers, most - feeds.length)} />
      {feeds.length > 0 && <Rows feeds={feeds} />}
    </div>
  );
}
