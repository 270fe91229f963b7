import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { nextText, timerText, type TimerProgram } from './timer';

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
      expect(next).toBeLessThanOrEqual(1000);
      expect(later(next * 0.99)).toBe(text);
      // Past zero the first second shows +0:00 after 0:00, and 0:00 is also the last of a round.
      expect([later(next), later(next + 0.001)]).not.toEqual([text, text]);
    }
  }
});
