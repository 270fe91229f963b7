import { focusManager, QueryClient } from '@tanstack/react-query';
import { toast } from '../ui/toast';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';
import { answered as whatCame, client, Refusal } from '../api/client';
import { clock, live } from '../live/live';
import { newsWithin, until } from '../live/until';
import { forgetDeleted } from './deleted';
import { loadShow } from './followShow';
import { handedIn } from './order';
import { setShow, shows, type Change } from './show';

export const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: Infinity, networkMode: 'always' }, mutations: { networkMode: 'always' } },
});
// An edit waits for the one before it, and never for eyes: one that is sent minutes later is worse than one that is refused.
focusManager.setFocused(true);

/** How the edits of this page are doing. */
export type Keeping =
  { state: 'kept'; at: number } | { state: 'keeping' } | { state: 'refused' } | { state: 'waits' } | null;

const keeping = createStore<{ now: Keeping }>(() => ({ now: null }));
const tell = (now: Keeping): void => keeping.setState({ now });

export function useKeeping(): Keeping {
  return useStore(keeping, ({ now }) => now);
}

/** A server that takes longer over an edit, in ms, is stuck. */
const patience = 8000;

interface Options {
  /** The revision that the edit was begun on; left out: the one that this page shows. */
  from?: number;
  /** What it makes of the show, until the server has told of it. */
  change?: Change;
  /** How long it may take, in ms. */
  within?: number;
}

const away = 'Not saved: Side Lamp is not answering. Try again once it is back.';

/** Sends one edit with its revision. */
type Send<T> = (revision: number, signal: AbortSignal) => Promise<T>;

/** Sends that wait for an edit of the same thing. */
const waiting = new Set<() => Promise<unknown>>();

let leaving = false;
// A page that goes has no time to wait: what still stands in line is sent at once, and so is what a field that is left with
// the page hands in after this.
window.addEventListener('pagehide', () => {
  leaving = true;
  for (const send of waiting) void send().catch(() => undefined);
  waiting.clear();
});
window.addEventListener('pageshow', () => (leaving = false));

/**
 * Sends an edit: one at a time of each thing, in the order they were made. What cannot be sent now is refused at once, and never
 * sent later unasked.
 * @param thing names what is edited, such as `graphics/names`
 * @returns the answer; null when it was refused, which has been said by then
 */
export async function keep<T extends object>(thing: string, send: Send<T>, options: Options = {}): Promise<T | null> {
  forgetDeleted();
  if (!live.getState().up) {
    refused(away);
    return null;
  }
  const revision = options.from ?? shows.getState().kept?.revision ?? 0;
  const { answered } = handedIn();
  const sendOnce = once(() => {
    waiting.delete(sendOnce);
    // It waited for another edit of the same thing, and meanwhile the server has gone.
    if (!live.getState().up) return Promise.reject(new Refusal(0, away, [])).finally(answered);
    return send(revision, AbortSignal.timeout(options.within ?? patience)).finally(answered);
  });
  const { change } = options;
  if (change) setShow({ onTheWay: [...shows.getState().onTheWay, change] });
  tell({ state: 'keeping' });
  try {
    const answer = await (leaving ? sendOnce() : inTurn(thing, sendOnce));
    // It stands, but the disk would not have it yet: the top line says why.
    if ((answer as { isKept?: boolean }).isKept === false) void waitForDisk();
    else tell({ state: 'kept', at: clock.now() });
    return answer;
  } catch (error) {
    refused(sentenceOf(error));
    return null;
  } finally {
    if (change) setShow({ onTheWay: shows.getState().onTheWay.filter((one) => one !== change) });
  }
}

/** So often it is asked whether the disk has an edit by now, in ms. */
const askEvery = 1000;

/** Whether the disk has all; null = the server did not say. */
const hasDiskAll = (): Promise<boolean | null> =>
  whatCame(client.GET('/api/disk')).then(
    (disk) => disk.isKept,
    () => null,
  );

/** Says that the disk would not have an edit yet, until it has. The next edit tells of itself, and of all before it. */
async function waitForDisk(): Promise<void> {
  const waits: Keeping = { state: 'waits' };
  tell(waits);
  while (keeping.getState().now === waits) {
    await new Promise((done) => setTimeout(done, askEvery));
    if ((await hasDiskAll()) && keeping.getState().now === waits) tell({ state: 'kept', at: clock.now() });
  }
}

/** At the start of a page: what was edited before it may still wait for the disk. */
export async function askDisk(): Promise<void> {
  if ((await hasDiskAll()) === false && keeping.getState().now === null) void waitForDisk();
}

function inTurn<T>(thing: string, send: () => Promise<T>): Promise<T> {
  waiting.add(send);
  const mutation = queries.getMutationCache().build<T, Error, undefined, unknown>(queries, {
    scope: { id: thing },
    // The next edit of it builds on what this one made.
    mutationFn: async () => {
      const answer = await send();
      await isTold((answer as { revision?: number }).revision ?? 0);
      return answer;
    },
    gcTime: 0,
  });
  return mutation.execute(undefined);
}

function once<T>(act: () => Promise<T>): () => Promise<T> {
  let doing: Promise<T> | null = null;
  return () => (doing ??= act());
}

/** Once the news of an edit have come: from then on the show itself says what was edited. */
async function isTold(revision: number): Promise<void> {
  const has = (): boolean => (shows.getState().kept?.revision ?? Infinity) >= revision;
  if (!(await until(shows, has, newsWithin))) await loadShow();
}

function refused(sentence: string): void {
  tell({ state: 'refused' });
  toast.error(sentence, { id: sentence });
}

function sentenceOf(error: unknown): string {
  if (error instanceof Refusal && (error.status > 0 || error.message === away)) return error.sentence;
  if (error instanceof Refusal || (error instanceof DOMException && error.name === 'TimeoutError'))
    return 'Side Lamp did not answer in time: look whether this was saved.';
  return String(error);
}
