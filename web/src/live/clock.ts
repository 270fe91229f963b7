/** The server's time, guessed from round trips: the fastest of several has the least doubt in it. */
export interface Clock {
  /** The server's time in ms. */
  now(): number;
  /** Takes in the answer to a ping that was sent at `sent` (local ms). */
  learn(sent: number, serverNow: number): void;
  /** Forgets what it learnt: clocks drift, so the next pings count alone. */
  renew(): void;
  /** A guess, from any message: the first counts, and later one that is far off, because the server's time has leapt. */
  guess(serverNow: number): void;
}

/** A message is never this late on its way, in ms; and no drift comes to as much. */
const leap = 2000;

export function makeClock(local: () => number = () => performance.timeOrigin + performance.now()): Clock {
  let offset: number | null = null;
  let best = Infinity;
  return {
    now: () => local() + (offset ?? 0),
    learn(sent, serverNow) {
      const trip = local() - sent;
      if (trip > best) return;
      best = trip;
      offset = serverNow + trip / 2 - local();
    },
    renew() {
      best = Infinity;
    },
    guess(serverNow) {
      const guessed = serverNow - local();
      if (offset !== null && guessed - offset < leap) return;
      offset = guessed;
      best = Infinity;
    },
  };
}

export const localNow = (): number => performance.timeOrigin + performance.now();
