import type { Schemas } from '../api/client';

export type Line = Schemas['ChatLineView'];
export type Which = 'everything' | 'questions' | 'held' | 'shown';

/** Which messages are looked at. */
export interface List {
  which: Which;
  /** Words or names that are looked for; empty = all. */
  find: string;
}

/** The newest that a page holds, at the most; older ones are asked for again. */
const most = 2000;

/** Of those that were asked for, at the most: the oldest go. */
const mostFetched = 20_000;

/** What a page knows of what came in. Each is in the order of their numbers; what did not change is the very same object. */
export interface Lines {
  /** How far it has come. */
  rev: number;
  /** How often it had to begin anew: what was known before that may be gone. */
  begun: number;
  list: List;
  /** The newest of all. */
  newest: readonly Line[];
  /** Of the list, what is before those or was once among them; kept up, too. */
  fetched: readonly Line[];
}

export const nothingYet: Lines = {
  rev: 0,
  begun: 0,
  list: { which: 'everything', find: '' },
  newest: [],
  fetched: [],
};

/** What has become of messages since. */
export function withNews(was: Lines, rev: number, isAnew: boolean, news: readonly Line[]): Lines {
  if (isAnew) return { ...was, rev, begun: was.begun + 1, newest: news, fetched: [] };
  const all = joined(was.newest, news);
  const newest = all.slice(-most);
  const gone = all.slice(0, -most);
  const known = new Set(was.fetched.map(({ no }) => no));
  // Of all nothing is left out between two messages; whoever has fetched nothing sees the newest alone.
  const joins = isWhole(was.list)
    ? was.fetched.length > 0 && gone.filter(({ no }) => no > was.fetched[0]!.no)
    : all.filter((line) => isIn(was.list, line, true));
  const kept = joined(
    was.fetched,
    news.filter(({ no }) => known.has(no)),
  );
  return { ...was, rev, newest, fetched: joins ? joined(kept, joins).slice(-mostFetched) : kept };
}

/** With what was asked for, as it stood no earlier than what is known. */
export function withFetched(was: Lines, found: readonly Line[]): Lines {
  return { ...was, fetched: joined(was.fetched, found) };
}

/**
 * The messages of the list, as they are now.
 * @param withGone whether what was taken back keeps its place, without its words: nothing moves under a hand
 */
export function listed({ list, newest, fetched }: Lines, withGone: boolean): readonly Line[] {
  return joined(fetched, newest).filter((line) => isIn(list, line, withGone));
}

export const isWhole = ({ which, find }: List): boolean => which === 'everything' && find === '';

/** Both, in the order of their numbers; of twins the one that changed later. */
function joined(known: readonly Line[], news: readonly Line[]): readonly Line[] {
  if (news.length === 0) return known;
  if (known.length === 0) return news;
  const all = new Map(known.map((line) => [line.no, line]));
  for (const line of news) if ((all.get(line.no)?.rev ?? 0) < line.rev) all.set(line.no, line);
  return [...all.values()].sort((one, other) => one.no - other.no);
}

function isIn({ which, find }: List, line: Line, withGone: boolean): boolean {
  const low = find.toLocaleLowerCase();
  return isOf(which, line, withGone) && (!low || `${line.name} ${line.text}`.toLocaleLowerCase().includes(low));
}

function isOf(which: Which, line: Line, withGone: boolean): boolean {
  switch (which) {
    case 'questions':
      return line.isQuestion && (withGone || !line.isGone);
    case 'held':
      return line.held !== 'no' && (withGone || !line.isGone);
    case 'shown':
      return line.isShown;
    default:
      return true;
  }
}
