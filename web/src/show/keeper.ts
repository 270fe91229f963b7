import type { QueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { Refusal } from '../api/client';
import { forgetDeleted } from './deleted';
import { handedIn } from './order';

export type Keeping =
  { state: 'kept'; at: number } | { state: 'keeping' } | { state: 'refused' } | { state: 'waits' } | null;

/** Sends edits one at a time, in the order they were made, each with the newest revision that this page has seen. */
export interface Keeper {
  /** The answer; null when it was refused, which has been shown by then. */
  keep<T>(send: (revision: number) => Promise<T>): Promise<T | null>;
  see(revision: number): void;
}

export function makeKeeper(queries: QueryClient, now: () => number, tell: (keeping: Keeping) => void): Keeper {
  let newest = 0;
  let busy = false;
  const queue: { send(revision: number): Promise<unknown>; answered(): void; done(answer: unknown): void }[] = [];

  async function turn<T>(send: (revision: number) => Promise<T>, answered: () => void): Promise<T | null> {
    tell({ state: 'keeping' });
    try {
      const answer = await send(newest).finally(answered);
      newest = Math.max(newest, (answer as { revision?: number }).revision ?? 0);
      // It stands, but the disk would not have it yet: the top line says why.
      const waits = (answer as { isKept?: boolean }).isKept === false;
      tell(waits ? { state: 'waits' } : { state: 'kept', at: now() });
      return answer;
    } catch (error) {
      tell({ state: 'refused' });
      toast.error(error instanceof Refusal ? error.sentence : String(error));
      return null;
    } finally {
      await queries.invalidateQueries({ queryKey: ['show'] });
    }
  }

  async function work(): Promise<void> {
    if (busy) return;
    busy = true;
    for (let one = queue.shift(); one; one = queue.shift()) one.done(await turn(one.send, one.answered));
    busy = false;
  }

  // A page that goes has no time to wait: what still stands in line is sent at once, and so is what a field that is left with
  // the page hands in after this.
  let leaving = false;
  window.addEventListener('pagehide', () => {
    leaving = true;
    for (const { send, answered } of queue.splice(0)) void send(newest).then(answered, answered);
  });
  window.addEventListener('pageshow', () => (leaving = false));

  return {
    keep<T>(send: (revision: number) => Promise<T>) {
      forgetDeleted();
      if (leaving) return send(newest).catch(() => null);
      return new Promise<T | null>((done) => {
        queue.push({ send, ...handedIn(), done: (answer) => done(answer as T | null) });
        void work();
      });
    },
    see(revision) {
      newest = Math.max(newest, revision);
    },
  };
}
