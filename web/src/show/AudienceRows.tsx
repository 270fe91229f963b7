import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { answered, client, type Schemas } from '../api/client';
import { useLive } from '../live/live';
import { Button } from '../ui/Button';
import { Tick } from '../ui/Tick';
import { press } from './air';

/** How many are seen at once: the newest of them. */
const most = 200;

/** What the audience wrote to a feed: each row waits for a tick, and goes at once when the tick is taken back. */
export function AudienceRows({ feed }: { feed: Schemas['Feed'] }) {
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  const count = state?.tables[0]?.all ?? 0;
  const from = Math.max(0, count - most);
  const { data } = useQuery({
    queryKey: ['audience', feed.id, state?.changedAt, state?.waiting, state?.tables[0]?.rows],
    queryFn: () =>
      answered(
        client.GET('/api/feeds/{id}/rows', {
          params: { path: { id: feed.id }, query: { table: 0, from, count: most } },
        }),
      ),
    placeholderData: keepPreviousData,
    enabled: count > 0,
    retry: false,
  });
  const ticked = new Set(data?.ticked);
  return (
    <div className="grid min-h-0 gap-1.5">
      <p className="flex items-center justify-between gap-2 text-quiet">
        {state?.waiting ? `${state.waiting} of ${count} wait for your tick.` : 'Nothing waits.'}
        <Button
          kind="bare"
          disabled={ticked.size === 0}
          onClick={() => void press('tick', { feed: feed.id, on: false })}
        >
          Take all back
        </Button>
      </p>
      <ul aria-label={`Rows of ${feed.name}`} className="grid content-start gap-1 overflow-y-auto">
        {data?.rows.map((cells, at) => (
          <li key={data.keys[at]} className="rounded-lg bg-ground px-2 py-1.5">
            <Tick
              checked={ticked.has(data.keys[at]!)}
              onChange={(on) => void press('tick', { feed: feed.id, row: data.keys[at], on })}
            >
              <span className="line-clamp-3 wrap-anywhere">
                {cells.filter((cell, column) => cell && data.shape.columns[column]?.kind !== 'instant').join(' · ')}
              </span>
            </Tick>
          </li>
        ))}
      </ul>
    </div>
  );
}
