/** The id of the timer that these words show; null = none. */
export function timerIn(words: string): string | null {
  return /^\s*\{\{\s*timers\.([a-z][a-z0-9_]{0,39})\s*\}\}\s*$/.exec(words)?.[1] ?? null;
}

export const timerWords = (id: string): string => `{{ timers.${id} }}`;
