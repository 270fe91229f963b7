/**
 * The server's time, guessed from round trips: the fastest has the least doubt in it. A page is busiest while it opens, and a busy
 * page hears answers late; so a guess counts until one with less doubt comes.
 */
export interface Clock {
  /** The server's time in ms. */
  now(): number;
  /** Takes in the answer to a ping that was sent at `sent` (local ms). */
  learn(sent: number, serverNow: number): void;
  /** Forgets what it learnt: another run of the server has another time. */
  renew(): void;
  /** A guess, from any message: the first counts, and later one that is far off, because the server's time has leapt. */
  guess(serverNow: number): void;
}

/** A message is never this late on its way, in ms; and no drift comes to as much. */
const leap = 2000;

/** By how much two clocks of good machines part at the most: what was learnt long ago is doubted by as much. */
const drift = 1e-4;

export function makeClock(local: () => number = () => performance.timeOrigin + performance.now()): Clock {
  let offset: number | null = null;
  /** Of the guess that counts, when it was made, in ms. */
  let doubt = Infinity;
  let learnt = 0;
  return {
    now: () => local() + (offset ?? 0),
    learn(sent, serverNow) {
      const at = local();
      const half = (at - sent) / 2;
      const guessed = serverNow + half - at;
      const held = doubt + (at - learnt) * drift;
      // What cannot both be true is a leap: the newer counts.
      if (half > held && Math.abs(guessed - offset!) <= half + held) return;
      [offset, doubt, learnt] = [guessed, half, at];
    },
    renew() {
      doubt = Infinity;
    },
    guess(serverNow) {
      const guessed = serverNow - local();
      if (offset !== null && guessed - offset < leap) return;
      offset = guessed;
      doubt = Infinity;
    },
  };
}

export const localNow = (): number => performance.timeOrigin + performance.now();
