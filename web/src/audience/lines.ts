import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { answered, client, type Schemas } from '../api/client';
import { hear, live } from '../live/live';

export type Line = Schemas['ChatLineView'];
export type Which = Schemas['ChatList'];

/** A page holds so many messages at the most; older ones are asked for again. */
const most = 2000;

/** Of those that were not there at the last asking, at the most. */
const atOnce = 500;

/** Pages are told of messages several times a second; they are fetched no oftener than this, in ms. */
const pause = 150;

interface Lines {
  /** How far this page has come. */
  rev: number;
  /** In the order of their numbers. One that did not change is the very same object as before. */
  all: readonly Line[];
}

const lines = createStore<Lines>(() => ({ rev: 0, all: [] }));

/** The messages that came in last, as they are now. */
export function useLines(): readonly Line[] {
  return useStore(lines, ({ all }) => all);
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
    lines.setState(({ all }) => ({ rev, all: isAnew ? news : joined(all, news) }));
  } catch {
    // The server is away, which the frame says; it is asked again with the next news.
  }
  await new Promise((done) => setTimeout(done, pause));
  asking = false;
  if (looking > 0 && (live.getState().chatIn?.rev ?? 0) !== lines.getState().rev) void fetchNew();
}

/** Both, in the order of their numbers; of twins the newer. */
export function joined(known: readonly Line[], news: readonly Line[]): readonly Line[] {
  if (news.length === 0) return known;
  const all = new Map([...known, ...news].map((line) => [line.no, line]));
  const sorted = [...all.values()].sort((one, other) => one.no - other.no);
  return sorted.length > most ? sorted.slice(sorted.length - most) : sorted;
}

/** Those before a number, of a list; they are older than any that this page follows. */
export function linesBefore(no: number, which: Which, find: string): Promise<Line[]> {
  return answered(
    client.GET('/api/chat/lines/before/{no}', {
      params: { path: { no }, query: { most: 100, which, find: find || undefined } },
    }),
  ).then((found) => found.lines);
}

/** Whether a message is in a list. */
export function isIn(which: Which, line: Line): boolean {
  if (which === 'questions') return line.isQuestion && !line.isGone;
  if (which === 'held') return line.held !== 'no' && !line.isGone;
  if (which === 'shown') return line.isShown;
  return true;
}
