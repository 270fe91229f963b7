import type { Timer } from '../show/show';

export const kinds = {
  down: 'down, from a length',
  up: 'up, from zero',
  until: 'to a time of day',
  phases: 'from phase to phase',
  clock: 'nothing: it is the time of day',
} as const;

export const ends = {
  stop: 'stands at 0:00',
  over: 'counts on, with a plus',
  below: 'goes below zero, with a minus',
  again: 'begins anew',
} as const;

const clockForms = {
  clock: '21:07:33',
  minutes: '9:07, without a leading zero',
  twoFigures: '09:07',
  twelveHours: '9:07 pm',
  date: 'the date',
  frames: '21:07:33:12, timecode',
} as const;

const forms = {
  clock: '12:30, then 1:09:20',
  minutes: '69:20, minutes only',
  twoFigures: '05:07, two figures',
  tenths: '7.4 in the last minute',
  words: 'in words: in 5 minutes',
  frames: '00:05:07:12, timecode',
} as const;

/** How it can be written, with an example of each. */
export function formsOf(kind: Timer['kind']): [string, string][] {
  if (kind === 'clock') return Object.entries(clockForms);
  return Object.entries(
    kind === 'up' ? { ...forms, tenths: '7.4 in the first minute', words: 'in words: 5 minutes' } : forms,
  );
}

/** Patterns of dates that most shows want. Source: the patterns of NodaTime. */
export const datePatterns: readonly (readonly [string, string])[] = [
  ['', 'Saturday, 28 November'],
  ['ddd d MMM', 'Sat 28 Nov'],
  ['d MMMM yyyy', '28 November 2026'],
  ['dddd', 'Saturday'],
  ['yyyy-MM-dd', '2026-11-28'],
];

/** Places whose languages timers can say; dates can be written as in any place. */
export const places: readonly (readonly [string, string])[] = [
  ['', 'English'],
  ['en-US', 'English (US)'],
  ['de-DE', 'German'],
  ['fr-FR', 'French'],
  ['es-ES', 'Spanish'],
  ['it-IT', 'Italian'],
  ['nl-NL', 'Dutch'],
  ['pt-PT', 'Portuguese'],
];
