// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { makeClock } from './clock';
import { connect, type Message } from './connection';

/** A socket whose other end is the test: it may also say nothing, not even goodbye. */
class Wire {
  static readonly OPEN = 1;
  static all: Wire[] = [];
  readyState = 0;
  readonly sent: Message[] = [];
  onopen?: () => void;
  onmessage?: (event: { data: string }) => void;
  onclose?: () => void;
  constructor() {
    Wire.all.push(this);
  }
  send(text: string): void {
    this.sent.push(JSON.parse(text) as Message);
  }
  close(): void {
    this.readyState = 2;
  }
  accept(): void {
    this.readyState = Wire.OPEN;
    this.onopen?.();
  }
  say(message: Message): void {
    this.onmessage?.({ data: JSON.stringify(message) });
  }
  break(): void {
    this.readyState = 3;
    this.onclose?.();
  }
}

const told: string[] = [];
let connection: { close(): void };

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('WebSocket', Wire);
  Wire.all = [];
  told.length = 0;
  connection = connect(makeClock(), {
    hello: { k: 'hello' },
    onMessage: (message) => told.push(message.k),
    onUp: () => told.push('up'),
    onDown: () => told.push('down'),
  });
});
afterEach(() => {
  connection.close();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const latest = (): Wire => Wire.all.at(-1)!;

test('a page says hello, asks for the time, and again when it has opened, and hears what is told', () => {
  latest().accept();
  vi.advanceTimersByTime(499);
  expect(latest().sent.map((one) => one.k)).toEqual(['hello', ...Array<string>(8).fill('ping')]);
  for (let beats = 0; beats < 10; beats++) {
    vi.advanceTimersByTime(2000);
    latest().say({ k: 'beat' });
  }
  expect(latest().sent.filter((one) => one.k === 'ping').length).toBe(14);
  told.length = 1;
  latest().say({ k: 'beat', now: 5 });
  // The answer to a ping is the clock's, and no news.
  latest().say({ k: 'pong', t: 0, now: 5 });
  expect(told).toEqual(['up', 'beat']);
});

test('the fastest answer sets the clock, a slow one nothing, and one that cannot be true beside it all', () => {
  let local = 1000;
  const clock = makeClock(() => local);
  const answer = (trip: number, ahead: number, late = 0): void => {
    local += 10_000;
    const sent = local - trip;
    // The server has answered halfway; a busy page hears it late.
    clock.learn(sent, sent + (trip - late) / 2 + ahead);
  };
  answer(500, 70, 490);
  expect(Math.abs(clock.now() - local - 70)).toBeLessThanOrEqual(250);
  answer(2, 70);
  expect(clock.now() - local).toBeCloseTo(70, 6);
  answer(500, 70, 490);
  expect(clock.now() - local).toBeCloseTo(70, 6);
  // What was learnt long ago is doubted: a fairly fast one counts again.
  local += 600_000;
  answer(20, 90);
  expect(clock.now() - local).toBeCloseTo(90, 6);
  answer(100, 1090);
  expect(clock.now() - local).toBeCloseTo(1090, 6);
});

test('a server that is gone is tried again within a second, again and again, until it is there', () => {
  latest().accept();
  for (let tries = 1; tries < 6; tries++) {
    latest().break();
    vi.advanceTimersByTime(900);
    expect(Wire.all.length).toBe(tries + 1);
  }
  latest().accept();
  expect(told).toEqual(['up', 'down', 'down', 'down', 'down', 'down', 'up']);
});

test('a server that is stuck is lost after its silence, though its socket never says goodbye', () => {
  latest().accept();
  const stuck = latest();
  for (let beats = 0; beats < 5; beats++) {
    vi.advanceTimersByTime(2000);
    stuck.say({ k: 'beat' });
  }
  expect(told).not.toContain('down');
  // A clock that is set back meanwhile hides nothing.
  vi.setSystemTime(Date.now() - 3_600_000);
  vi.advanceTimersByTime(7000);
  expect(told.at(-1)).toBe('down');
  expect(Wire.all.length).toBe(2);
  latest().accept();
  // When it thaws, its goodbye is about a connection that is long over.
  stuck.break();
  vi.advanceTimersByTime(2000);
  expect(told.at(-1)).toBe('up');
  expect(Wire.all.length).toBe(2);
});

test('a page that has closed its connection tries no more', () => {
  latest().accept();
  connection.close();
  latest().break();
  vi.advanceTimersByTime(60_000);
  expect(Wire.all.length).toBe(1);
  expect(told).toEqual(['up']);
});
