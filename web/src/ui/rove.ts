import type { KeyboardEvent } from 'react';

const steps: Record<string, number> = { ArrowUp: -1, ArrowDown: 1, Home: -Infinity, End: Infinity };

/**
 * Up and down, Home and End go from one to another of a list, past all that stands on them.
 * @param which what gets the focus, as CSS selects it
 * @param whole what one is with all that stands on it; left out: itself
 */
export const rove =
  (which: string, whole = which) =>
  (event: KeyboardEvent<HTMLElement>): void => {
    const by = steps[event.key];
    const all = [...event.currentTarget.querySelectorAll<HTMLElement>(which)];
    const at = all.findIndex((one) => one.closest(whole)?.contains(event.target as Node));
    // Whoever types moves within the words.
    if (by === undefined || at < 0 || event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    all[Math.max(0, Math.min(all.length - 1, at + by))]?.focus();
  };
