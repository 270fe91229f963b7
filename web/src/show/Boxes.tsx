import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answered, client, type Schemas } from '../api/client';
import { useLive } from '../live/live';
import { Tick } from '../ui/Tick';
import { feedEdits } from './feedEdits';

/** A checklist's boxes, ticked in its file, where the streamer lets that be. */
export function Boxes({ feed }: { feed: Schemas['Feed'] }) {
  const state = useLive(({ feeds }) => feeds.get(feed.id));
  // What was ticked here, until the file has been read again.
  const [asked, setAsked] = useState<ReadonlyMap<string, boolean>>(new Map());
  const { data } = useQuery({
    queryKey: ['boxes', feed.id, state?.changedAt, feed.view],
    queryFn: async () => {
      const rows = await answered(
        client.GET('/api/feeds/{id}/rows', { params: { path: { id: feed.id }, query: { table: 0, from: 0 } } }),
      );
      setAsked(new Map());
      return rows;
    },
    placeholderData: keepPreviousData,
    enabled: state?.changedAt != null,
    retry: false,
  });
  const [words, done] = ['text', 'done'].map(
    (name) => data?.shape.columns.findIndex((column) => column.name === name) ?? -1,
  ) as [number, number];
  if (!data || words < 0 || done < 0) return null;
  const tick = async (row: string, ticked: boolean): Promise<void> => {
    setAsked((now) => new Map(now).set(row, ticked));
    if (await feedEdits.tickBox(feed.id, row, ticked)) return;
    setAsked((now) => new Map([...now].filter(([one]) => one !== row)));
  };
  return (
    <section aria-label={`Boxes of ${feed.name}`} className="grid grid-cols-[minmax(0,1fr)] gap-1">
      {data.rows.map((cells, at) => {
        const row = data.keys[at]!;
        return (
          <fieldset key={row} disabled={!feed.mayTick} className="grid grid-cols-[minmax(0,1fr)] disabled:opacity-60">
            <Tick checked={asked.get(row) ?? cells[done] === 'true'} onChange={(ticked) => void tick(row, ticked)}>
              <span className="truncate">{cells[words]}</span>
            </Tick>
          </fieldset>
        );
      })}
      <div className="border-t border-ridge pt-1.5 text-small text-quiet">
        <Tick checked={feed.mayTick} onChange={(mayTick) => void feedEdits.feed(feed.id, { mayTick })}>
          Side Lamp may tick them in the file
        </Tick>
      </div>
    </section>
  );
}
