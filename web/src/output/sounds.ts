import type { Item } from '../painter/wire';

/** An arrival that is this old is over: whoever joins later hears nothing of it. In ms. */
const freshFor = 2000;

export interface Sounds {
  setVolume(level: number): void;
  /** Plays what newly arrived has to be heard, once. */
  hear(put: readonly Item[]): void;
  /** Whether the browser has refused to play. */
  refused(): boolean;
}

/** The sounds of arriving graphics. Until the server says how loud the page is, it is silent. */
export function makeSounds(now: () => number): Sounds {
  let volume = 0;
  let refused = false;
  return {
    setVolume(level) {
      volume = level;
    },
    hear(put) {
      for (const item of put) {
        if (!item.sound || item.litAt == null || now() - item.litAt > freshFor || volume === 0) continue;
        const audio = new Audio(item.sound.url);
        audio.volume = Math.min(1, item.sound.level * volume);
        audio.play().then(
          () => (refused = false),
          () => (refused = true),
        );
      }
    },
    refused: () => refused,
  };
}
