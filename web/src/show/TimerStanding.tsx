import { useLive } from '../live/live';
import { useNow, useWall } from '../live/useNow';
import { valueAt } from '../painter/timer';
import { airingOf, isLit } from './air';
import { usersOf } from './ShownBy';
import { useShow, type Graphic, type Timer } from './show';
import { asks, timerIn } from './timerWords';

/** Where a timer stands: its phase, and when it comes to zero. */
export function TimerStanding({ timer }: { timer: Timer }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  const now = useNow();
  const wall = useWall();
  if (!state || timer.kind === 'clock') return timer.zone ?? 'this computer’s time';
  const { program, phase, running, over } = state;
  const rounds = timer.phases?.rounds ?? 1;
  const left = valueAt(program, now);
  const zero = running && !program.up && left > 0 ? timeOfDay(wall(now + left)) : null;
  return [
    phase && (rounds > 1 ? `${phase.name}, round ${phase.round} of ${rounds}` : phase.name),
    zero ? `zero at ${zero}` : over ? 'came to zero' : running ? 'running' : 'stands',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The graphics that show a timer, and those of them that are on air. */
export function useTimerUsers(timer: Timer): { users: Graphic[]; onAir: Graphic[] } {
  const show = useShow();
  const lit = useLive(({ airings }) => airings);
  const users = usersOf(show, (text) => timerIn(text) === timer.id || asks(timer.id, text));
  return { users, onAir: users.filter((user) => isLit(airingOf({ airings: lit }, user.id)?.phase)) };
}

/** Whether its face is more than figures: words, a date, a timecode. */
export const isLong = ({ form }: Timer): boolean => form === 'words' || form === 'date' || form === 'frames';

const clockTime = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

/** By this computer’s clock. */
const timeOfDay = (at: number): string => clockTime.format(Math.round(at / 1000) * 1000);
