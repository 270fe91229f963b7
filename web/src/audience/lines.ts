import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { answered, client, type Schemas } from '../api/client';
import { hear, live } from '../live/live';
import { nothingYet, withFetched, withNews, type Lines, type List } from './messageLists';

/** Of those that were not there at the last asking, at the most. */
const atOnce = 1000;

/** Pages are told of messages several times a second; they are fetched no oftener than this, in ms. */
const pause = 150;

const lines = createStore<Lines>(() => nothingYet);

/** The messages that came in last, and what became of those before, as they are now. */
export function useLines(): Lines {
  return useStore(lines);
}

let looking = 0;
let asking = false;
let stop: (() => void) | null = null;

/** Follows what comes in for as long as somebody looks. Returns what stops it. */
export function followLines(): () => void {
  looking++;
  stop ??= hear(() => void fetchNew());
  void fetchNew();
  return () => {
    looking--;
    if (looking > 0) return;
    stop?.();
    stop = null;
  };
}

async function fetchNew(): Promise<void> {
  const wanted = live.getState().chatIn?.rev ?? 0;
  if (asking || wanted === lines.getState().rev) return;
  asking = true;
  try {
    const since = lines.getState().rev;
    const {
      rev,
      isAnew,
      lines: news,
    } = await answered(client.GET('/api/chat/lines', { params: { query: { since, most: atOnce } } }));
    lines.setState((was) => withNews(was, rev, isAnew, news));
  } catch {
    // The server is away, which the frame says; it is asked again with the next news.
  }
  await new Promise((done) => setTimeout(done, pause));
  asking = false;
  if (looking > 0 && (live.getState().chatIn?.rev ?? 0) !== lines.getState().rev) void fetchNew();
}

/** What is fetched from now on is of this list. */
export function lookAt(list: List): void {
  lines.setState({ list, fetched: [] });
}

/** Drops what was fetched. */
export function forgetFetched(): void {
  lines.setState({ fetched: [] });
}

/** Fetches those before a number, of the list that is looked at. Returns how many there are: of none, that was all. */
export async function fetchBefore(no: number): Promise<number> {
  const { list } = lines.getState();
  for (;;) {
    const found = await linesBefore(no, list);
    const { rev, list: now } = lines.getState();
    if (now !== list) return found.lines.length;
    // What has become of one meanwhile was not told of this page's: it asks once more.
    if (rev > found.rev) continue;
    lines.setState((was) => withFetched(was, found.lines));
    return found.lines.length;
  }
}

function linesBefore(no: number, { which, find }: List): Promise<Schemas['ChatLines']> {
  return answered(
    client.GET('/api/chat/lines/before/{no}', {
      params: { path: { no }, query: { most: 100, which, find: find || undefined } },
    }),
  );
}
