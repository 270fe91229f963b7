import { templateOf, type Show } from '../show/ShowContext';
import type { PressIt } from '../show/useAir';
import type { Desk } from './useDesk';

/** A key of the desk, and what it does. */
export interface DeskKey {
  key: string;
  /** Such as “Names, on or off”. */
  what: string;
  run(): void;
}

/** All keys that the show gives to things. Each belongs to one thing only. */
export function keysOf(show: Show, desk: Desk, press: PressIt, running: (timer: string) => boolean): DeskKey[] {
  const all: DeskKey[] = [];
  for (const graphic of show.graphics) {
    if (graphic.key) {
      const how = `key ${graphic.key.toUpperCase()}`;
      all.push({ key: graphic.key, what: `${graphic.name}, on or off`, run: () => desk.graphic(graphic.id, how) });
    }
    if (graphic.nextKey) {
      const how = `key ${graphic.nextKey.toUpperCase()}`;
      all.push({
        key: graphic.nextKey,
        what: `${graphic.name}: next card`,
        run: () => void press('step', { graphic: graphic.id, how }),
      });
    }
    for (const [field, keys] of Object.entries(graphic.countKeys)) {
      const label = templateOf(show, graphic)?.fields.find((one) => one.name === field)?.label ?? field;
      const step = (key: string | null | undefined, by: number, sign: string): void => {
        if (!key) return;
        const what = { graphic: graphic.id, field, by, how: `key ${key.toUpperCase()}` };
        all.push({ key, what: `${graphic.name}: ${label} ${sign}1`, run: () => void press('count', what) });
      };
      step(keys.up, 1, '+');
      step(keys.down, -1, '−');
    }
  }
  for (const timer of show.timers) {
    if (!timer.key) continue;
    const how = `key ${timer.key.toUpperCase()}`;
    const act = running(timer.id) ? 'pause' : 'start';
    const run = (): void => void press('timer', { timer: timer.id, act, how });
    all.push({ key: timer.key, what: `Timer ${timer.name}, start or pause`, run });
  }
  for (const cue of show.cues) {
    if (!cue.key) continue;
    const how = `key ${cue.key.toUpperCase()}`;
    all.push({ key: cue.key, what: `Cue ${cue.name}`, run: () => desk.cue(cue.id, how) });
  }
  return all;
}
