/** The id of the timer that these words show; null = none. */
export function timerIn(words: string): string | null {
  return /^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$/.exec(words)?.[1] ?? null;
}

/** Whether these words ask what a timer does, such as whether it is over. */
export const asks = (id: string, words: string): boolean => words.includes(`timers.${id}.`);

export const timerWords = (id: string): string => `{{ timers.${id} }}`;
