import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { createStore } from 'zustand/vanilla';
import { fromSnap, withChange, type Model } from '../painter/model';
import type { Change, Snap } from '../painter/wire';
import { isTyping } from '../ui/isTyping';
import { isOld, renew } from './build';
import { makeClock } from './clock';
import { connect, type Message } from './connection';
import { nothing, withNews, type DeskNews, type Told } from './news';

export interface Live extends Told {
  /** Whether the server answers. False only after it was lost, or has not been there yet for a moment. */
  readonly up: boolean;
}

/** The server's time. */
export const clock = makeClock();

/** What the server last told this page. */
export const live = createStore<Live>(() => ({ ...nothing, up: true }));

/** A part of it: what selects another part, or what makes the same list anew, draws nothing. */
export function useLive<T>(select: (live: Live) => T): T {
  return useStore(live, useShallow(select));
}

type Follower = (model: Model, quiet: boolean) => void;

const followers = new Set<Follower>();
const hearers = new Set<(news: DeskNews) => void>();
let model: Model | null = null;

/** Follows what is on air; called at once with what is there. `quiet` marks a snapshot. Returns what stops it. */
export function follow(follower: Follower): () => void {
  followers.add(follower);
  if (model) follower(model, true);
  return () => followers.delete(follower);
}

/** Hears all news as they come, once they are in the store. Returns what stops it. */
export function hear(hearer: (news: DeskNews) => void): () => void {
  hearers.add(hearer);
  return () => hearers.delete(hearer);
}

interface Following {
  /** What else the page says first; left out: it is a desk. */
  hello?: { device: string };
  /** Hears what only such a page is told. */
  onOther?(message: Message): void;
}

/** Follows the server for as long as the page is open. Returns what ends that. */
export function startLive({ hello, onOther }: Following = {}): () => void {
  const show = (next: Model, quiet: boolean): void => {
    model = next;
    for (const follower of followers) follower(next, quiet);
  };
  const connection = connect(clock, {
    hello: { k: 'hello', ...hello },
    onUp: () => live.setState({ up: true }),
    onDown: () => live.setState({ up: false }),
    onMessage(message) {
      switch (message.k) {
        case 'welcome':
          renewWhenIdle((message as unknown as { build: string }).build);
          break;
        case 'news': {
          const news = message as unknown as DeskNews;
          const next = withNews(live.getState(), news);
          if (!next) return connection.send({ k: 'again' });
          live.setState(next);
          for (const hearer of hearers) hearer(news);
          break;
        }
        case 'snap':
          show(fromSnap(message as unknown as Snap, model), true);
          break;
        case 'change': {
          if (!model) break;
          const next = withChange(model, message as unknown as Change);
          if (next) show(next, false);
          else connection.send({ k: 'again' });
          break;
        }
        default:
          onOther?.(message);
      }
    },
  });
  return connection.close;
}

/** A page of another build loads itself anew, but never under the hand of somebody who types. */
function renewWhenIdle(build: string): void {
  if (!isOld(build)) return;
  if (!isTyping(document.activeElement)) return renew(build);
  const onLeave = (): void => {
    document.removeEventListener('focusout', onLeave);
    // What is left may be the way into the next field.
    setTimeout(() => renewWhenIdle(build));
  };
  document.addEventListener('focusout', onLeave);
}
