import { keepPreviousData, useQueries, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answered, client } from '../api/client';
import type { Schemas } from '../api/client';

/** Rows that are asked for at once. */
const page = 200;

/** The rows of a feed's table, fetched as they come in sight. */
export function useRows(
  { id: feed, view, cleaning }: Schemas['Feed'],
  table: number,
  changedAt: number | null | undefined,
  count: number,
) {
  const known = useQueryClient();
  const [seen, setSeen] = useState({ first: 0, last: 0 });
  const [from, to] = [Math.floor(seen.first / page), Math.floor(Math.min(seen.last, Math.max(0, count - 1)) / page)];
  const pages = useQueries({
    queries: Array.from({ length: Math.max(0, to - from + 1) }, (_, at) => from + at).map((at) => ({
      // Other rows of the same table are nothing new.
      queryKey: ['rows', feed, table, at, view, cleaning, changedAt],
      queryFn: () =>
        answered(
          client.GET('/api/feeds/{id}/rows', {
            params: { path: { id: feed }, query: { table, from: at * page, count: page } },
          }),
        ),
      placeholderData: keepPreviousData,
      enabled: changedAt != null && count > 0,
      retry: false,
      // As long as what is new is worth telling.
      gcTime: 60_000,
    })),
  });
  const before = pages.map((_, at) => wordsBefore(known, ['rows', feed, table, from + at, view, cleaning], changedAt));
  const row = (at: number): readonly string[] | null => {
    const rows = pages[Math.floor(at / page) - from]?.data;
    return rows?.rows[at - rows.from] ?? null;
  };
  return {
    row,
    /** Whether the row came, or was changed, with the last change. */
    isNew: (at: number): boolean => {
      const [words, now] = [before[Math.floor(at / page) - from], row(at)];
      return !!words && !!now && !words.has(now.join('\n'));
    },
    onSeen: (first: number, last: number) => {
      if (first !== seen.first || last !== seen.last) setSeen({ first, last });
    },
  };
}

/** What the rows of a page said before the last change; null where that is not known. */
function wordsBefore(known: QueryClient, key: unknown[], changedAt: number | null | undefined): Set<string> | null {
  const versions = known
    .getQueriesData<Schemas['RowsView']>({ queryKey: key })
    .map(([whole, rows]) => ({ at: Number(whole.at(-1)), rows }))
    .filter(({ at, rows }) => rows && at < (changedAt ?? 0));
  const latest = versions.sort((one, other) => other.at - one.at)[0];
  return latest?.rows ? new Set(latest.rows.rows.map((cells) => cells.join('\n'))) : null;
}
