import { useSyncExternalStore } from 'react';
import { clock } from './live';

const second = 1000;
let now = 0;
/** By how much this computer's clock is ahead of the server's time, in ms. */
let ahead = 0;
let timer = 0;
const lookers = new Set<() => void>();

function look(): void {
  now = clock.now();
  ahead = Math.round((Date.now() - now) / second) * second;
  for (const looker of lookers) looker();
}

/** All that count look at one clock: they change together, and one interval serves them all. */
function subscribe(looker: () => void): () => void {
  if (lookers.size === 0) timer = window.setInterval(look, second);
  lookers.add(looker);
  return () => {
    lookers.delete(looker);
    if (lookers.size === 0) clearInterval(timer);
  };
}

/** The server's time in ms, anew every second. */
export function useNow(): number {
  return useSyncExternalStore(subscribe, () => {
    // Nobody has looked for a while.
    if (lookers.size === 0 && Math.abs(clock.now() - now) > second) look();
    return now;
  });
}

/** An instant of the server's time as this computer's clock shows it, in ms; anew every second. */
export function useWall(): (at: number) => number {
  const by = useSyncExternalStore(subscribe, () => ahead);
  return (at) => at + by;
}
