/** The server's time, guessed from round trips: the fastest of several has the least doubt in it. */
export interface Clock {
  /** The server's time in ms. */
  now(): number;
  /** Takes in the answer to a ping that was sent at `sent` (local ms). */
  learn(sent: number, serverNow: number): void;
  /** Forgets what it learnt: clocks drift, so the next pings count alone. */
  renew(): void;
  /** A first guess, from any message. */
  guess(serverNow: number): void;
}

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
      offset ??= serverNow - local();
    },
  };
}

export const localNow = (): number => performance.timeOrigin + performance.now();
