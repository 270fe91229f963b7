/** How a page's own pictures fall within the frames of the show. */
export interface Beat {
  /** From one picture of the page to the next, in ms. */
  readonly period: number;
  /** When one of them was drawn, by the document's timeline, in ms. */
  readonly at: number;
}

const pictures = 30;
let known: Beat | null = null;
let measuring: Promise<Beat | null> | null = null;

/** What is known of the page's pictures so far; null = nothing yet. */
export function beat(): Beat | null {
  return known;
}

/** Counts a page's pictures for half a second, once, and anew when it comes to sight again. */
export function measureBeat(): Promise<Beat | null> {
  return (measuring ??= new Promise((resolve) => {
    const times: number[] = [];
    const step = (time: number): void => {
      times.push(time);
      if (times.length <= pictures) {
        requestAnimationFrame(step);
        return;
      }
      const gaps = times.slice(1).map((one, at) => one - times[at]!);
      gaps.sort((one, other) => one - other);
      const period = gaps[gaps.length >> 1]!;
      known = period > 0 ? { period, at: time } : null;
      resolve(known);
    };
    requestAnimationFrame(step);
    document.addEventListener('visibilitychange', () => (measuring = null), { once: true });
  }));
}

/** What is the same rate, as far as anybody sees: 59.94 on a screen of 60. */
const slack = 0.01;

/** Whether the page draws a whole multiple, or a whole part, of the show's frames. */
export function keepsTime({ period }: Beat, frame: number): boolean {
  const ratio = period > frame ? period / frame : frame / period;
  return Math.abs(ratio - Math.round(ratio)) <= slack * ratio;
}

/** By how much steps are put off so that each falls between two pictures of the page, and never on one: at most half a frame, in ms. */
export function phase({ period, at }: Beat, border: number, frame: number): number {
  const span = Math.min(period, frame);
  const off = mod(at + span / 2 - border, span);
  return off > span / 2 ? off - span : off;
}

function mod(value: number, by: number): number {
  return value - Math.floor(value / by) * by;
}
