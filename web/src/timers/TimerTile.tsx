import clsx from 'clsx';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import type { Timer } from '../show/show';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { isLong, TimerStanding, useTimerUsers } from '../show/TimerStanding';
import { Gains } from './Gains';

/** A timer to be read from across the room, and run; a click on it sets it up. */
export function TimerTile({ timer, chosen }: { timer: Timer; chosen: boolean }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  const { users, onAir } = useTimerUsers(timer);
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
            isLong(timer) ? 'text-2xl leading-[44px]!' : 'text-[2.75rem]',
            quiet && 'text-quiet',
          )}
        />
      )}
      <p className="truncate text-quiet">
        <TimerStanding timer={timer} />
      </p>
      {timer.kind !== 'clock' && (
        <div className="relative justify-self-start">
          <TimerControls timer={timer} />
        </div>
      )}
      <Gains timer={timer} />
      <p className="truncate text-small text-quiet" title={users.map((user) => user.name).join(', ')}>
        {onAir.length > 0 && <span className="mr-1.5 font-semibold text-lamp">On air in</span>}
        {users.length === 0
          ? 'No graphic shows it yet'
          : (onAir.length > 0 ? onAir : users).map((user) => user.name).join(', ')}
      </p>
    </li>
  );
}
