import type { News } from '../live/LiveContext';
import type { Edits, Show } from '../show/ShowContext';
import type { PressIt } from '../show/useAir';

/** A key that every desk has. None is a bare letter or figure: those are the streamer's to give. */
export interface FixedKey {
  /** As they stand on the caps. */
  caps: readonly string[];
  what: string;
  is(event: KeyboardEvent): boolean;
  run(show: Show, news: News | null, press: PressIt, edits: Edits): void;
}

/** By place on the keyboard: with Alt some systems make other letters of them. */
const alt = (letter: string) => (event: KeyboardEvent) =>
  event.altKey && !event.ctrlKey && !event.metaKey && !event.shiftKey && event.code === `Key${letter}`;

const shift = (key: string) => (event: KeyboardEvent) =>
  event.shiftKey && !event.ctrlKey && !event.metaKey && !event.altKey && event.key === key;

const step = (way: string, key: string, by: number): FixedKey => ({
  caps: [way],
  what: `${by > 0 ? 'Next' : 'Previous'} card of what is chosen`,
  // Among radio buttons and on slides the arrows have a meaning already.
  is: (event) =>
    event.key === key &&
    !event.shiftKey &&
    !event.ctrlKey &&
    !event.metaKey &&
    !event.altKey &&
    !(event.target as HTMLElement).closest('[role="radiogroup"], input'),
  run: (show, news, press) => {
    const chosen = show.graphics.find((one) => one.id === news?.standby);
    if (chosen && chosen.cards.length > 1) void press('step', { graphic: chosen.id, by, how: `key ${way}` });
  },
});

export const fixedKeys: readonly FixedKey[] = [
  {
    caps: ['Shift', '⌫'],
    what: 'Lights out; once more cuts',
    is: shift('Backspace'),
    run: (_, __, press) => void press('lightsOut', { how: 'key Shift ⌫' }),
  },
  {
    caps: ['Shift', '↵'],
    what: 'Lights back',
    is: shift('Enter'),
    run: (_, __, press) => void press('lightsBack', { how: 'key Shift ↵' }),
  },
  step('←', 'ArrowLeft', -1),
  step('→', 'ArrowRight', 1),
  {
    caps: ['Ctrl', 'Z'],
    what: 'Take back the last act on air',
    is: (event) =>
      (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !event.shiftKey && !event.altKey,
    run: (_, __, press) => void press('takeBack', { how: 'Ctrl+Z' }),
  },
  {
    caps: ['Alt', 'H'],
    what: 'Hush, and its end',
    is: alt('H'),
    run: (_, news, press) =>
      void (news?.hush ? press('hushOver', { run: true, how: 'key Alt H' }) : press('hush', { how: 'key Alt H' })),
  },
  {
    caps: ['Alt', 'L'],
    what: 'Look first, or straight to air',
    is: alt('L'),
    run: (show, _, __, edits) => void edits.show({ lookFirst: !show.lookFirst }),
  },
  {
    caps: ['Alt', 'M'],
    what: 'Mute the sounds of graphics',
    is: alt('M'),
    run: ({ loudness }, _, __, edits) => void edits.show({ loudness: { ...loudness, muted: !loudness.muted } }),
  },
];
