import clsx from 'clsx';
import { ChevronsUpDown } from 'lucide-react';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { countingOf, useShow, type Timer } from '../show/show';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { isLong, TimerStanding, useTimerUsers } from '../show/TimerStanding';
import { Drawer } from '../ui/Drawer';
import { Button } from '../ui/Button';

/**
 * The timers under the cues. Where there are more than have room, those that run are there, and all of them in a drawer.
 * @param props.most how many stand side by side
 */
export function Timers({ most }: { most: number }) {
  const counting = useShow(countingOf);
  const states = useLive(({ timers }) => timers);
  if (counting.length === 0) return null;
  const runs = (timer: Timer) => states.get(timer.id)?.running ?? false;
  const first = [...counting].sort((one, other) => Number(runs(other)) - Number(runs(one))).slice(0, most);
  return (
    <section aria-label="Timers" className="flex min-w-0 gap-1.5" style={{ flex: `${most} 1 0` }}>
      {counting
        .filter((timer) => first.includes(timer))
        .map((timer) => (
          <div
            key={timer.id}
            className="@container flex min-w-0 flex-1 items-center gap-2 rounded-[10px] bg-raised py-1 pr-1 pl-3"
          >
            <Reading timer={timer} />
            <TimerControls timer={timer} brief />
          </div>
        ))}
      {counting.length > most && <AllTimers />}
    </section>
  );
}

function Reading({ timer }: { timer: Timer }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  return (
    <span className="flex min-w-0 flex-1 items-center gap-2.5">
      {state && (
        <TimerFigures
          program={state.program}
          className={clsx(
            'shrink-0 font-semibold',
            // Words and dates are longer than figures.
            isLong(timer) ? 'max-w-1/2 truncate text-title' : 'text-2xl',
            !state.running && timer.kind !== 'clock' && 'text-quiet',
          )}
        />
      )}
      <span className="grid min-w-0 flex-1 text-small leading-[13px] text-quiet">
        <span className="truncate text-xs font-semibold text-ink">{timer.name}</span>
        <span className="truncate">
          <TimerStanding timer={timer} />
        </span>
        <Users timer={timer} />
      </span>
    </span>
  );
}

/** Which graphics show it; where some are on air, those. */
function Users({ timer }: { timer: Timer }) {
  const { users, onAir } = useTimerUsers(timer);
  if (users.length === 0) return null;
  const names = (onAir.length > 0 ? onAir : users).map((user) => user.name).join(', ');
  return (
    <span
      className={clsx('truncate', onAir.length > 0 && 'font-semibold text-lamp')}
      title={users.map((user) => user.name).join(', ')}
    >
      {onAir.length > 0 ? `On air in ${names}` : `in ${names}`}
    </span>
  );
}

function AllTimers() {
  const counting = useShow(countingOf);
  return (
    <Drawer
      label="All timers"
      stays
      // Over the quick words rather than over the map.
      align="start"
      alignOffset={80}
      className="grid max-h-[60vh] w-[28.75rem] grid-cols-[minmax(0,1fr)] gap-1 overflow-y-auto"
      trigger={
        <Button kind="bare" title="All timers">
          {counting.length} timers <ChevronsUpDown aria-hidden size={14} />
        </Button>
      }
    >
      {counting.map((timer) => (
        <div key={timer.id} className="flex items-center gap-3 rounded-lg px-2 py-1">
          <Reading timer={timer} />
          <TimerControls timer={timer} />
        </div>
      ))}
      <Link to="/timers" className="px-2 py-1 text-small link">
        Change them, or make another
      </Link>
    </Drawer>
  );
}
