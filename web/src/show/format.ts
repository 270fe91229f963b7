import { clockWords } from '../painter/timer';

/** A length of time as a clock shows it: 0:07, 12:30, 1:09:20. Whole seconds gone by. */
export function clockText(ms: number): string {
  return clockWords(Math.max(0, Math.floor(ms / 1000)));
}

/** How long ago, in words short enough for half an eye. */
export function ageText(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  if (seconds < 2) return 'just now';
  if (seconds < 90) return `${seconds} s ago`;
  return `${clockText(ms)} ago`;
}

/** How long ago, of what may be days: in the largest unit that counts. */
export function longAgo(ms: number): string {
  const minutes = Math.floor(Math.max(0, ms) / 60_000);
  if (minutes < 1) return 'just now';
  const [many, unit] =
    minutes < 60
      ? [minutes, 'minute']
      : minutes < 1440
        ? [Math.floor(minutes / 60), 'hour']
        : [Math.floor(minutes / 1440), 'day'];
  return `${many} ${unit}${many === 1 ? '' : 's'} ago`;
}

/** A length of time as it is typed, in ms: 12:30, 1:09:20, or 12 for minutes; null when it is none. */
export function clockLength(text: string): number | null {
  // While it is still being typed, 12: is 12 minutes.
  const parts = text.trim().replace(/:$/, '').split(':');
  if (parts.length > 3 || !parts.every((part) => /^\d{1,4}$/.test(part))) return null;
  const [seconds = 0, minutes = 0, hours = 0] = (parts.length === 1 ? [...parts, '0'] : parts).reverse().map(Number);
  return ((hours * 60 + minutes) * 60 + seconds) * 1000;
}
