import { useMemo } from 'react';
import { useLive } from '../live/live';
import { useShow } from './show';
import { wordFor } from './words';

/** More of them nobody chooses from a list. */
const most = 200;

/** The columns of all feeds that may name a picture, with the words for each: those that look like it first. */
export function usePictureColumns(): readonly { name: string; words: string }[] {
  const feeds = useShow((show) => show.feeds);
  const shapes = useLive((live) => live.shapes);
  return useMemo(
    () =>
      feeds
        .flatMap((feed) =>
          (shapes.get(feed.id)?.tables ?? []).flatMap(({ columns }) =>
            columns
              .filter(({ kind }) => kind === 'picture' || kind === 'text')
              .map((column) => ({ name: `${feed.name}: ${column.name}`, words: wordFor(column), kind: column.kind })),
          ),
        )
        .sort((one, other) => Number(other.kind === 'picture') - Number(one.kind === 'picture'))
        .slice(0, most),
    [feeds, shapes],
  );
}
