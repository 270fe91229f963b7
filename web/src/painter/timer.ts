import type { components } from '../api/schema';

export type TimerProgram = components['schemas']['TimerProgram'];
type Draining = components['schemas']['Draining'];
type Rate = components['schemas']['FrameRate'];

/** In ms. */
const day = 86_400_000;
const minute = 60_000;

/** What is left, or has gone by, in ms; below zero = past zero. The same formula as the server's. */
export function valueAt(program: TimerProgram, now: number): number {
  if (program.zero == null) return program.still;
  const shifted = program.shifts.reduce((sum, { at, by }) => sum + (at <= now ? by : 0), 0);
  const ms = (program.up ? now - program.zero : program.zero - now) + shifted;
  return ms <= 0 && program.then ? leftOf(program.then, program.loops, -ms) : ms;
}

/** What is left of the phase that runs so long after zero; past the last of them less than nothing. */
function leftOf(then: number[], loops: boolean, gone: number): number {
  const all = then.reduce((sum, length) => sum + length, 0);
  let rest = gone - (loops ? Math.floor(gone / all) * all : 0);
  for (const length of then) {
    if (rest < length) return length - rest;
    rest -= length;
  }
  return -rest;
}

/** Whole seconds as a clock shows them: 0:07, 12:30, 1:09:20. */
export function clockWords(seconds: number): string {
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

const two = (part: number) => String(part).padStart(2, '0');

/** Whole units: of what counts down the one that still runs. */
const whole = (units: number, up: boolean): number => (up ? Math.floor(units) : Math.ceil(units));

const framesIn = (ms: number, { numerator, denominator }: Rate): number => (ms * numerator) / (1000 * denominator);

/** Frames as timecode; numbers are left out where the rate is not whole. Source: SMPTE ST 12-1 (from memory). */
function timecode(count: number, { numerator, denominator }: Rate): string {
  const nominal = Math.round(numerator / denominator);
  const dropped = denominator !== 1 && nominal % 30 === 0 ? nominal / 15 : 0;
  const tens = Math.floor(count / (nominal * 600 - 9 * dropped));
  const rest = count % (nominal * 600 - 9 * dropped);
  const skipped = rest < dropped ? 0 : dropped * Math.floor((rest - dropped) / (nominal * 60 - dropped));
  const frames = dropped ? count + 9 * dropped * tens + skipped : count;
  const seconds = Math.floor(frames / nominal);
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':');
  return `${clock}${dropped ? ';' : ':'}${two(frames % nominal)}`;
}

/** Figures as the timer writes them: of what counts down the second, tenth or frame that still runs, else whole ones gone by. */
function figures(ms: number, up: boolean, { form, rate }: TimerProgram): string {
  if (form === 'frames' && rate) return timecode(whole(framesIn(ms, rate), up), rate);
  const tenths = whole(ms / 100, up);
  if (form === 'tenths' && tenths < 600) return `${Math.floor(tenths / 10)}.${tenths % 10}`;
  const seconds = whole(ms / 1000, up);
  const minutes = String(Math.floor(seconds / 60));
  if (form === 'minutes') return `${minutes}:${two(seconds % 60)}`;
  return form === 'twoFigures' ? `${minutes.padStart(2, '0')}:${two(seconds % 60)}` : clockWords(seconds);
}

/** The time of day. */
function ofDay(ms: number, { form, rate }: TimerProgram): string {
  if (form === 'frames' && rate) return timecode(Math.floor(framesIn(ms, rate)), rate);
  const seconds = Math.floor(ms / 1000);
  const [hours, minutes] = [Math.floor(seconds / 3600), two(Math.floor(seconds / 60) % 60)];
  if (form === 'minutes') return `${hours}:${minutes}`;
  if (form === 'twoFigures') return `${two(hours)}:${minutes}`;
  if (form === 'twelveHours') return `${((hours + 11) % 12) + 1}:${minutes} ${hours < 12 ? 'am' : 'pm'}`;
  return `${hours}:${minutes}:${two(seconds % 60)}`;
}

/** In words, as the server says it. */
function said(ms: number, up: boolean, { zero, before, after }: NonNullable<TimerProgram['phrases']>): string {
  const minutes = ms < 0 ? Math.floor(-ms / minute) : whole(ms / minute, up);
  const amounts = ms < 0 ? after : before;
  if (minutes <= 0 || !amounts) return zero;
  if (minutes === 60) return amounts.hour.replace('#', '1');
  if (minutes < 90) return (minutes === 1 ? amounts.minute : amounts.minutes).replace('#', String(minutes));
  const halves = Math.floor((minutes + 15) / 30);
  return amounts.hours.replace('#', `${Math.floor(halves / 2)}${halves % 2 === 1 ? '½' : ''}`);
}

/** What a timer shows. */
export function timerText(program: TimerProgram, now: number): string {
  const ms = valueAt(program, now);
  if (program.day) {
    const days = Math.floor(ms / day);
    return program.dates?.[Math.max(0, Math.min(days, program.dates.length - 1))] ?? ofDay(ms - days * day, program);
  }
  if (program.phrases) return said(ms, program.up, program.phrases);
  if (ms >= 0 || program.sign == null) return figures(Math.max(0, ms), program.up, program);
  const past = figures(-ms, true, program);
  // Nothing is less than nothing.
  return program.sign === '−' && !/[1-9]/.test(past) ? past : `${program.sign}${past}`;
}

/** In how many ms it shows something else; null when it does not by itself. */
export function nextText(program: TimerProgram, now: number): number | null {
  if (program.zero == null) return null;
  const ms = valueAt(program, now);
  const shift = program.shifts.find(({ at }) => at > now);
  const onwards = (value: number): number => stepsOf(program, value, true);
  if (program.up) return Math.min(onwards(ms), shift ? shift.at - now : Infinity);
  if (ms <= 0) return program.sign == null && !program.phrases?.after ? null : onwards(-ms);
  return stepsOf(program, ms, false);
}

/** How far it is from a value to the next at which other words are shown, upwards or downwards. */
function stepsOf({ form, day: isDay, dates, phrases, rate }: TimerProgram, value: number, up: boolean): number {
  const frame = form === 'frames' && rate ? (1000 * rate.denominator) / rate.numerator : null;
  const grain = dates
    ? day
    : phrases || (isDay && (form === 'minutes' || form === 'twoFigures' || form === 'twelveHours'))
      ? minute
      : (frame ?? (form === 'tenths' && !isDay && (up ? value < minute : value <= minute) ? 100 : 1000));
  return up ? (Math.floor(value / grain) + 1) * grain - value : value - (Math.ceil(value / grain) - 1) * grain;
}

/** Which of its warnings it is past, the nearest to zero; −1 = none. */
export function warningAt(program: TimerProgram, now: number): number {
  const ms = valueAt(program, now);
  return program.warnings.findLastIndex(({ left }) => ms <= left);
}

/** In how many ms its words change, or a warning begins; null when neither does by itself. */
function nextLook(program: TimerProgram, now: number): number | null {
  const next = nextText(program, now);
  const ms = valueAt(program, now);
  const ahead = program.zero == null ? undefined : program.warnings.find(({ left }) => left < ms);
  return ahead && next !== null ? Math.min(next, ms - ahead.left) : next;
}

/** How far a filling may be from its timer before it is put right, in ms: less is not seen. */
const slack = 100;

/** Lets the filling of a meter run with a timer, on the compositor. Returns what stops it. */
export function drain(
  element: HTMLElement,
  { program, gone }: Draining,
  radius: number,
  now: () => number,
): () => void {
  const { zero, length } = program;
  // An interval goes on by itself; what goes on otherwise is told anew at each zero.
  const again = program.loops && program.then?.length === 1 ? program.then[0] : null;
  const cut = (left: number) => `inset(0 ${(gone ? left : 1 - left) * 100}% 0 0 round ${radius}px)`;
  element.style.clipPath = cut(Math.min(1, Math.max(0, program.still / length)));
  if (zero == null) return () => undefined;
  const animation = element.animate([{ clipPath: cut(1) }, { clipPath: cut(0) }], {
    duration: again ?? length,
    iterations: again == null ? 1 : Infinity,
    fill: 'both',
  });
  const follow = (): void => {
    // What was added to an interval is more than full: it waits until the rest is a round again.
    const at = now() - (zero - (again ?? length));
    if (Math.abs(Number(animation.currentTime) - at) > slack) animation.currentTime = at;
  };
  follow();
  // The clock may leap, and a computer that slept stops the animation's time but not the timer's.
  const timer = window.setInterval(follow, 1000);
  return () => {
    clearInterval(timer);
    animation.cancel();
  };
}

/**
 * Calls `show` now and whenever the words, or the warning they are past, change. The clock is asked anew each time, for it may
 * have leapt. Returns what stops it.
 */
export function followTimer(
  program: TimerProgram,
  now: () => number,
  show: (text: string, warning: number) => void,
): () => void {
  let shown = '';
  let timeout = 0;
  const look = (): void => {
    const [text, warning] = [timerText(program, now()), warningAt(program, now())];
    if (`${warning} ${text}` !== shown) show(text, warning);
    shown = `${warning} ${text}`;
    const next = nextLook(program, now());
    if (next !== null) timeout = window.setTimeout(look, Math.max(1, Math.ceil(next)));
  };
  look();
  return () => clearTimeout(timeout);
}
