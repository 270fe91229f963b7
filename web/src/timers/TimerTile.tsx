import clsx from 'clsx';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { useNow, useWall } from '../live/useNow';
import { valueAt } from '../painter/timer';
import { airingOf, isLit } from '../show/air';
import { usersOf } from '../show/ShownBy';
import { useShow, type Timer } from '../show/show';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { asks, timerIn } from '../show/timerWords';
import { Gains } from './Gains';

/** A timer to be read from across the room, and run; a click on it sets it up. */
export function TimerTile({ timer, chosen }: { timer: Timer; chosen: boolean }) {
  const show = useShow();
  const state = useLive(({ timers }) => timers.get(timer.id));
  const lit = useLive(({ airings }) => airings);
  const users = usersOf(show, (text) => timerIn(text) === timer.id || asks(timer.id, text));
  const onAir = users.filter((user) => isLit(airingOf({ airings: lit }, user.id)?.phase));
  const quiet = timer.kind !== 'clock' && !state?.running;
  return (
    <li
      className={clsx(
        'relative grid content-start gap-2 rounded-[14px] bg-panel p-4 pt-3 hover:bg-raised',
        chosen && 'shadow-[inset_0_0_0_1.5px_var(--color-cool)]',
      )}
    >
      <Link
        to={`/timers/${timer.id}`}
        aria-current={chosen || undefined}
        className="truncate font-semibold after:absolute after:inset-0"
      >
        {timer.name}
      </Link>
      {state && (
        <TimerFigures
          program={state.program}
          className={clsx(
            'truncate leading-none font-semibold tabular-nums',
            // Words and dates need room; figures are to be read from afar.
            timer.form === 'words' || timer.form === 'date' || timer.form === 'frames'
              ? 'text-[26px] leading-[44px]!'
              : 'text-[44px]',
            quiet && 'text-quiet',
          )}
        />
      )}
      <p className="truncate text-quiet">
        <Standing timer={timer} />
      </p>
      {timer.kind !== 'clock' && (
        <div className="relative justify-self-start">
          <TimerControls timer={timer} />
        </div>
      )}
      <Gains timer={timer} />
      <p className="truncate text-[11.5px] text-quiet" title={users.map((user) => user.name).join(', ')}>
        {onAir.length > 0 && <span className="mr-1.5 font-semibold text-lamp">On air in</span>}
        {users.length === 0
          ? 'No graphic shows it yet'
          : (onAir.length > 0 ? onAir : users).map((user) => user.name).join(', ')}
      </p>
    </li>
  );
}

/** Where it stands: its phase, and when it comes to zero. */
function Standing({ timer }: { timer: Timer }) {
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

const clockTime = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

/** By this computer’s clock. */
const timeOfDay = (at: number): string => clockTime.format(Math.round(at / 1000) * 1000);
