import type { Model } from '../painter/model';
import { makePlayer } from '../painter/player';
import type { Item } from '../painter/wire';

/** An arrival that is this old is over: whoever joins later hears nothing of it. In ms. */
const freshFor = 2000;

export interface Sounds {
  setVolume(level: number): void;
  /** Plays what newly arrived has to be heard, once; what leaves is silent. */
  hear(model: Model): void;
  /** Whether the browser has refused to play. */
  refused(): boolean;
}

/** The sounds of arriving graphics. Until the server says how loud the page is, it is silent. */
export function makeSounds(now: () => number): Sounds {
  let volume = 0;
  const player = makePlayer();
  /** By item. What was heard stays here until it is gone, so that other words of it play nothing again. */
  const heard = new Map<string, { litAt: number; end(): void }>();
  return {
    setVolume(level) {
      volume = level;
    },
    hear({ items }) {
      for (const [id, { litAt, end }] of heard) {
        const item = items.get(id);
        const same = item?.litAt === litAt;
        if (!same || leaves(item)) end();
        if (!same) heard.delete(id);
      }
      for (const [id, item] of items) {
        if (!item.sound || item.litAt == null || heard.has(id) || leaves(item)) continue;
        if (now() - item.litAt > freshFor || volume === 0) continue;
        heard.set(id, { litAt: item.litAt, end: player.play(item.sound.url, item.sound.level * volume) });
      }
    },
    refused: () => player.refused(),
  };
}

/** Whether it is on its way out. */
const leaves = ({ leg }: Item): boolean => !!leg && (leg.path === 'leave') === leg.rate > 0;
