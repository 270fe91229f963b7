import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { frameAt, frameOf, travelAt, unroll, wayFrom, type BeltEntry, type BeltProgram } from './belt';
import { keepsTime, phase } from './beltTime';

const cases = JSON.parse(readFileSync('../tests/vectors/belts.json', 'utf8')) as {
  program: BeltProgram;
  looks: { now: number; frame: number; travel: number; seen: BeltEntry[] }[];
  reached: { travel: number; frame?: number }[];
}[];

test('a belt stands where the server says it does', () => {
  expect(cases.length).toBeGreaterThan(10);
  for (const { program, looks, reached } of cases) {
    for (const { now, frame, travel, seen } of looks) {
      expect([frameAt(program, now), travelAt(program, frame)]).toEqual([frame, travel]);
      expect(unroll(program, travel, travel + 500)).toEqual(seen);
    }
    for (const { travel, frame } of reached) expect(frameOf(program, travel)).toBe(frame ?? null);
  }
});

test('the way that is handed to the compositor is the way of the belt, frame by frame', () => {
  for (const { program, looks } of cases.filter(({ program: one }) => one.motion !== 'flip' && one.start != null))
    for (const { frame, travel } of looks) {
      const legs = wayFrom(program, frame, travel + 4000);
      for (const [at, leg] of legs.entries()) {
        if (at > 0) expect(leg.from).toBe(legs[at - 1]!.until);
        for (const one of [leg.from, leg.from + 1, leg.until - 1, leg.until].filter((f) => f <= leg.until))
          expect(leg.travel + leg.px * (one - leg.from)).toBe(travelAt(program, one));
      }
      if (legs.length > 0) expect(legs[0]!.from).toBe(frame);
    }
});

test('a page that draws a whole multiple or part of the frames keeps time, another one does not', () => {
  const frame = 1000 / 60;
  const keeps = (fps: number) => keepsTime({ period: 1000 / fps, at: 0 }, frame);
  expect([30, 59.94, 60, 60.3, 120, 240, 20].map(keeps)).toEqual([true, true, true, true, true, true, true]);
  expect([50, 75, 144, 100, 24].map(keeps)).toEqual([false, false, false, false, false]);
});

test('steps fall midway between two pictures of the page', () => {
  const frame = 1000 / 60;
  for (const period of [frame, frame / 2, frame * 2])
    for (const border of [0, 1, 7.3, 16.6, 1003.9]) {
      const off = phase({ period, at: 5 }, border, frame);
      expect(Math.abs(off)).toBeLessThanOrEqual(frame / 2 + 1e-9);
      const span = Math.min(period, frame);
      const from = (((border + off - 5) % span) + span) % span;
      expect(from).toBeCloseTo(span / 2, 6);
    }
});
