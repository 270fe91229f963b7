// @vitest-environment jsdom
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { drain, nextText, timerText, type TimerProgram } from './timer';

const cases = JSON.parse(readFileSync('../tests/vectors/timers.json', 'utf8')) as {
  program: TimerProgram;
  now: number;
  text: string;
}[];

test('pages show what the server says a timer shows', () => {
  expect(cases.length).toBeGreaterThan(200);
  for (const { program, now, text } of cases)
    expect(timerText(program, now), JSON.stringify({ program, now })).toBe(text);
});

test('a page looks again exactly when the words change', () => {
  for (const { program, now, text } of cases) {
    const next = nextText(program, now);
    const later = (ms: number) => timerText(program, now + ms);
    if (next === null) expect([1, 999, 1001, 5e6].map(later)).toEqual([text, text, text, text]);
    else {
      expect(next).toBeGreaterThan(0);
      expect(next).toBeLessThanOrEqual(program.dates ? 86_400_000 : program.day || program.phrases ? 60_000 : 1000);
      expect(later(next * 0.99)).toBe(text);
      // Half hours stand for half an hour, though they are looked at each minute; and of days it knows only some.
      if (program.phrases || program.dates) continue;
      // Past zero the first second shows +0:00 after 0:00, and 0:00 is also the last of a round.
      expect([later(next), later(next + 0.001)]).not.toEqual([text, text]);
    }
  }
});

describe('the filling of a meter', () => {
  const round = 720_000;
  const running: TimerProgram = {
    zero: 1_000_000,
    still: 0,
    up: false,
    loops: false,
    shifts: [],
    warnings: [],
    length: round,
    form: 'clock',
    day: false,
  };

  /** An element as far as a filling needs it; its one animation stands still, as if the computer slept. */
  function filling(program: TimerProgram, gone: boolean, now: () => number) {
    const animation = { currentTime: 0, cancel: vi.fn() };
    const element = { style: { clipPath: '' }, animate: vi.fn(() => animation) };
    const halt = drain(element as unknown as HTMLElement, { program, gone }, 5, now);
    return { animation, element, halt };
  }

  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  test('shows the share that is left, or the share that has gone by, while its timer stands', () => {
    const standing = { ...running, zero: null, still: round / 4 };
    const left = filling(standing, false, () => 0);
    expect(left.element.style.clipPath).toBe('inset(0 75% 0 0 round 5px)');
    expect(filling(standing, true, () => 0).element.style.clipPath).toBe('inset(0 25% 0 0 round 5px)');
    expect(left.element.animate).not.toHaveBeenCalled();
  });

  test('runs to the instant at which its timer is at zero', () => {
    const { animation, element } = filling(running, false, () => 1_000_000 - round / 2);
    expect(animation.currentTime).toBe(round / 2);
    expect(element.animate).toHaveBeenCalledWith(
      [{ clipPath: 'inset(0 0% 0 0 round 5px)' }, { clipPath: 'inset(0 100% 0 0 round 5px)' }],
      { duration: round, iterations: 1, fill: 'both' },
    );
  });

  test('begins anew with an interval, and is full while more than a round is left', () => {
    const again = { ...running, then: [round], loops: true, length: round + 60_000 };
    const { animation, element } = filling(again, false, () => 1_000_000 - round - 60_000);
    expect(animation.currentTime).toBe(-60_000);
    expect(element.animate).toHaveBeenCalledWith(expect.anything(), {
      duration: round,
      iterations: Infinity,
      fill: 'both',
    });
  });

  test('follows a leap of the clock within a second, and nothing once it is stopped', () => {
    let now = 400_000;
    const { animation, halt } = filling(running, false, () => now);
    now += 300_000;
    vi.advanceTimersByTime(1000);
    expect(animation.currentTime).toBe(now - (1_000_000 - round));
    halt();
    expect(animation.cancel).toHaveBeenCalled();
    const stood = animation.currentTime;
    now += 300_000;
    vi.advanceTimersByTime(5000);
    expect(animation.currentTime).toBe(stood);
  });
});
