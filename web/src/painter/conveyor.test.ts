// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { frameAt, travelAt, unroll, type BeltProgram } from './belt';
import { mountConveyor, type Conveyor } from './conveyor';
import type { Node } from './wire';

// How often the page draws is measured on a real one.
vi.mock('./beltTime', () => ({
  beat: () => null,
  measureBeat: () => new Promise(() => undefined),
  keepsTime: () => true,
  phase: () => 0,
}));

/** An animation as far as a conveyor needs it. Source of what it shows: Web Animations, and CSS Easing Functions for steps(). */
interface Fake {
  frames: { transform: string; offset: number; easing?: string }[];
  duration: number;
  startTime: number;
  cancelled: boolean;
}

const running = new Map<Element, Fake>();
/** By how much the server's time is ahead of the page's, in ms. */
let offset = 5000;
const now = (): number => performance.now() + offset;

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['performance', 'setTimeout', 'clearTimeout', 'Date'] });
  offset = 5000;
  running.clear();
  HTMLElement.prototype.animate = function (this: HTMLElement, frames: unknown, options: unknown) {
    const { duration } = options as { duration: number };
    const fake: Fake = { frames: frames as Fake['frames'], duration, startTime: 0, cancelled: false };
    running.set(this, fake);
    return Object.assign(fake, { cancel: () => (fake.cancelled = true) }) as unknown as Animation;
  };
});
afterEach(() => void vi.useRealTimers());

const pxOf = (transform: string): number => Number(/translate\((-?[\d.e+-]+)px/.exec(transform)![1]);

/** Where a stretch stands by its animation. */
function standsAt(stretch: HTMLElement): number {
  const fake = running.get(stretch);
  if (!fake || fake.cancelled) return pxOf(stretch.style.transform);
  const progress = Math.min(1, Math.max(0, (performance.now() - fake.startTime) / fake.duration));
  const at = Math.max(
    0,
    fake.frames.findLastIndex((frame, place) => frame.offset <= progress && place < fake.frames.length - 1),
  );
  const [from, to] = [fake.frames[at]!, fake.frames[at + 1]!];
  const share = (progress - from.offset) / (to.offset - from.offset);
  const steps = Number(/steps\((\d+)\)/.exec(from.easing ?? '')?.[1] ?? 0);
  // Half a thousandth of a step: a frame's own instant belongs to the frame.
  const stepped = steps ? Math.min(steps, Math.floor(share * steps + 5e-4)) / steps : share;
  return pxOf(from.transform) + (pxOf(to.transform) - pxOf(from.transform)) * stepped;
}

/** The left edge of each item that is drawn, by its number. */
function drawn(box: HTMLElement): Map<number, number> {
  const items = [...box.querySelectorAll<HTMLElement>('[data-item]')].filter(
    (one) => one.style.visibility !== 'hidden',
  );
  return new Map(
    items.map((one) => [Number(one.dataset.item), standsAt(one.parentElement!) + parseFloat(one.style.left)]),
  );
}

/** Those of them that are in sight, and where the program has them. */
function inSight(box: HTMLElement, program: BeltProgram): [[number, number][], [number, number][]] {
  const travel = travelAt(program, frameAt(program, now()));
  const due = unroll(program, travel, travel).map(({ seq, at }): [number, number] => [
    seq,
    program.window + at - travel,
  ]);
  const there = drawn(box);
  return [due.map(([seq]): [number, number] => [seq, Math.round(there.get(seq) ?? NaN)]), due];
}

const lengths = [300, 150, 700, 2500, 90];
const program = (part: Partial<BeltProgram> = {}): BeltProgram => ({
  start: 5000,
  rate: { numerator: 60_000, denominator: 1001 },
  motion: 'crawl',
  mirrored: false,
  window: 1920,
  gap: 64,
  pace: [{ frame: 0, travel: 0, px: 3 }],
  entries: [],
  next: { seq: 0, at: 0, index: 0, round: 0 },
  loop: lengths.map((length, at) => ({ piece: `p${at}`, length })),
  end: 'runsOff',
  ...part,
});
const nodeOf = (belt: BeltProgram): Node =>
  ({
    id: 'belt',
    box: { x: 0, y: 0, w: 1920, h: 60 },
    belt: { program: belt, pieces: [...lengths.map((_, at) => `p${at}`), 'new'].map((id) => ({ id, nodes: [] })) },
  }) as unknown as Node;

function mounted(belt: BeltProgram): { box: HTMLElement; conveyor: Conveyor } {
  const box = document.createElement('div');
  return { box, conveyor: mountConveyor(box, nodeOf(belt), now) };
}

test('whatever is in sight stands where the program has it, and no more is drawn after hours, or on a belt of a day, than in the first minute', () => {
  const { box, conveyor } = mounted(program());
  let most = 0;
  for (let looks = 0; looks < 80; looks++) {
    vi.advanceTimersByTime(750);
    const [there, due] = inSight(box, program());
    expect(there).toEqual(due);
    most = Math.max(most, drawn(box).size);
  }
  for (let hours = 0; hours < 3; hours++) {
    vi.advanceTimersByTime(3_600_000);
    const [there, due] = inSight(box, program());
    expect(there).toEqual(due);
    expect(drawn(box).size).toBeLessThanOrEqual(most + 1);
  }
  conveyor.remove();
  const aged = program({ start: 5000 - 86_400_000 });
  const old = mounted(aged);
  for (let looks = 0; looks < 40; looks++) {
    vi.advanceTimersByTime(1500);
    const [there, due] = inSight(old.box, aged);
    expect(there).toEqual(due);
    expect(drawn(old.box).size).toBeLessThanOrEqual(most + 1);
  }
  old.conveyor.remove();
});

test('a cut that comes two seconds late leaves in their places all items that both have', () => {
  const { box, conveyor } = mounted(program());
  vi.advanceTimersByTime(20_000);
  // Made by a server at this instant: what enters within a second stays, then a new one comes in place of the rest.
  const horizon = travelAt(program(), frameAt(program(), now() + 1000));
  const kept = unroll(program(), travelAt(program(), frameAt(program(), now())), horizon);
  const last = kept.at(-1)!;
  const cut = program({
    entries: kept,
    next: { seq: last.seq + 1, at: last.at + last.length + 64, index: 0, round: 0 },
    loop: [{ piece: 'new', length: 200 }],
  });
  vi.advanceTimersByTime(2000);
  const before = new Map(
    [...box.querySelectorAll<HTMLElement>('[data-item]')].map((one) => [Number(one.dataset.item), one]),
  );
  conveyor.update(nodeOf(cut));
  const [there, due] = inSight(box, cut);
  expect(there).toEqual(due);
  for (const { seq } of kept) {
    const element = box.querySelector(`[data-item="${seq}"]`);
    if (before.has(seq) && element) expect(element).toBe(before.get(seq));
  }
  vi.advanceTimersByTime(8000);
  const [later, wanted] = inSight(box, cut);
  expect(later).toEqual(wanted);
  expect(wanted.length).toBeGreaterThan(1);
});

test('a page that slept for three hours, and one whose clock is put right, stand where all others do', () => {
  const { box } = mounted(program());
  vi.advanceTimersByTime(30_000);
  // Its own clock stood still: the server tells it what has passed.
  offset += 3 * 3_600_000;
  document.dispatchEvent(new Event('visibilitychange'));
  const off = (): number => {
    const [there, due] = inSight(box, program());
    return Math.max(...there.map(([, x], at) => Math.abs(x - due[at]![1])));
  };
  // By whole frames: within one step of the others.
  expect(off()).toBeLessThanOrEqual(3);
  expect(drawn(box).size).toBeLessThan(20);
  offset += 40;
  vi.advanceTimersByTime(15_000);
  expect(off()).toBeLessThanOrEqual(3);
});

test('paused and edited in the same frame it comes to a stand, and what must not be seen is hidden in its place', () => {
  const { box, conveyor } = mounted(program());
  vi.advanceTimersByTime(12_000);
  const frame = frameAt(program(), now() + 300);
  const travel = travelAt(program(), frame);
  const kept = unroll(program(), travel - 3000, travel + 200);
  const still = program({
    pace: [
      { frame: 0, travel: 0, px: 3 },
      { frame, travel, px: 0 },
    ],
    entries: kept.map((entry, at) => ({ ...entry, gone: at === 0 })),
    next: { seq: kept.at(-1)!.seq + 1, at: kept.at(-1)!.at + kept.at(-1)!.length + 64, index: 0, round: 0 },
    loop: [{ piece: 'new', length: 200 }],
  });
  conveyor.update(nodeOf(still));
  const hidden = running.get(box.querySelector(`[data-item="${kept[0]!.seq}"]`)!);
  expect(hidden?.duration).toBeLessThanOrEqual(300);
  vi.advanceTimersByTime(60_000);
  const stood = drawn(box);
  const [there, due] = inSight(box, still);
  expect(there).toEqual(due);
  vi.advanceTimersByTime(600_000);
  expect(drawn(box)).toEqual(stood);
});
