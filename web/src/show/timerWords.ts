import type { Schemas } from '../api/client';
import { wordOf } from './wordOf';

/**
 * A countdown as it begins.
 * @param length in ms
 */
export const plainTimer = (name: string, length: number): Schemas['Timer'] => ({
  id: wordOf(name),
  name,
  kind: 'down',
  length,
  until: '12:00',
  atZero: 'stop',
  form: 'clock',
  step: 60_000,
  warnings: [],
});

/** The id of the timer that these words show; null = none. */
export function timerIn(words: string): string | null {
  return /^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$/.exec(words)?.[1] ?? null;
}

/** Whether these words ask what a timer does, such as whether it is over. */
export const asks = (id: string, words: string): boolean => words.includes(`timers.${id}.`);

export const timerWords = (id: string): string => `{{ timers.${id} }}`;
