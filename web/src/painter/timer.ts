import type { components } from '../api/schema';

export type TimerProgram = components['schemas']['TimerProgram'];
type Draining = components['schemas']['Draining'];

/** In ms. */
const day = 86_400_000;

/** What is left, or has gone by, in ms; below zero = past zero. The same formula as the server's. */
function valueAt(program: TimerProgram, now: number): number {
  if (program.zero == null) return program.still;
  const ms = program.up ? now - program.zero : program.zero - now;
  if (program.day) return ms - Math.floor(ms / day) * day;
  // An interval goes on by itself: at zero it is full again.
  return ms <= 0 && program.again != null ? ms + program.again * (Math.floor(-ms / program.again) + 1) : ms;
}

/** Whole seconds as a clock shows them: 0:07, 12:30, 1:09:20. */
export function clockWords(seconds: number): string {
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (part: number) => String(part).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** Figures as the timer writes them: of what counts down the second, or tenth, that still runs, else whole ones gone by. */
function figures(ms: number, up: boolean, form: TimerProgram['form']): string {
  const whole = up ? Math.floor : Math.ceil;
  const tenths = whole(ms / 100);
  if (form === 'tenths' && tenths < 600) return `${Math.floor(tenths / 10)}.${tenths % 10}`;
  const seconds = whole(ms / 1000);
  const [minutes, rest] = [String(Math.floor(seconds / 60)), String(seconds % 60).padStart(2, '0')];
  if (form === 'minutes') return `${minutes}:${rest}`;
  return form === 'twoFigures' ? `${minutes.padStart(2, '0')}:${rest}` : clockWords(seconds);
}

/** The time of day. */
function ofDay(ms: number, form: TimerProgram['form']): string {
  const seconds = Math.floor(ms / 1000);
  const two = (part: number) => String(part % 60).padStart(2, '0');
  const [hours, minutes] = [String(Math.floor(seconds / 3600)), two(Math.floor(seconds / 60))];
  if (form === 'minutes') return `${hours}:${minutes}`;
  return form === 'twoFigures' ? `${hours.padStart(2, '0')}:${minutes}` : `${hours}:${minutes}:${two(seconds)}`;
}

/** What a timer shows. */
export function timerText(program: TimerProgram, now: number): string {
  const ms = valueAt(program, now);
  if (program.day) return ofDay(ms, program.form);
  return ms < 0 && program.over
    ? `+${figures(-ms, true, program.form)}`
    : figures(Math.max(0, ms), program.up, program.form);
}

/** In how many ms it shows something else; null when it does not by itself. */
export function nextText(program: TimerProgram, now: number): number | null {
  if (program.zero == null) return null;
  const ms = valueAt(program, now);
  const minutes = program.day && (program.form === 'minutes' || program.form === 'twoFigures');
  const grain = (value: number): number =>
    minutes ? 60_000 : program.form === 'tenths' && !program.day && value < 60_000 ? 100 : 1000;
  const onwards = (value: number): number => (Math.floor(value / grain(value)) + 1) * grain(value) - value;
  if (program.up) return onwards(ms);
  if (ms <= 0) return program.over ? onwards(-ms) : null;
  // The first tenth is shown when a tenth of the last minute is over.
  const left = ms <= 60_000 ? grain(0) : 1000;
  return ms - (Math.ceil(ms / left) - 1) * left;
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
  const { zero, length, again } = program;
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

/** Calls `show` now and whenever the words change. The clock is asked anew each time, for it may have leapt. Returns what stops it. */
export function followTimer(program: TimerProgram, now: () => number, show: (text: string) => void): () => void {
  let shown = '';
  let timeout = 0;
  const look = (): void => {
    const text = timerText(program, now());
    if (text !== shown) show(text);
    shown = text;
    const next = nextText(program, now());
    if (next !== null) timeout = window.setTimeout(look, Math.max(1, Math.ceil(next)));
  };
  look();
  return () => clearTimeout(timeout);
}
