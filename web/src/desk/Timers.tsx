import { Timer as Clock } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link } from 'react-router';
import { useLive } from '../live/LiveContext';
import { useShow } from '../show/ShowContext';
import { useAir } from '../show/useAir';
import { TimerControls } from '../timers/TimerControls';
import { TimerFigures } from '../timers/TimerFigures';
import { drawerLook } from '../ui/Menu';
import { Button } from '../ui/Button';

/** How many running timers have room at the foot of the desk. */
const most = 2;

/** The timers that run, to be paused by a press, and all of them in a drawer that stays open while switches are pressed. */
export function Timers() {
  const { show } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  if (show.timers.length === 0) return null;
  const stateOf = (id: string) => news?.timers.find((one) => one.timer === id);
  const running = show.timers.filter((timer) => stateOf(timer.id)?.running);
  // A hush needs the room to say so.
  const chips = news?.hush ? [] : running.slice(0, most);
  return (
    <div role="group" aria-label="Timers" className="flex shrink-0 items-center gap-1">
      {chips.map((timer) => (
        <button
          key={timer.id}
          type="button"
          title={`${timer.name} runs. Press to pause it.`}
          aria-label={`Pause ${timer.name}`}
          onClick={() => void press('timer', { timer: timer.id, act: 'pause' })}
          className="flex min-h-9 items-center gap-1.5 rounded-[10px] px-2 hover:bg-panel"
        >
          <span className="max-w-20 truncate text-[11.5px] text-quiet">{timer.name}</span>
          <TimerFigures program={stateOf(timer.id)!.program} className="font-semibold" />
        </button>
      ))}
      <Popover.Root>
        <Popover.Trigger asChild>
          <Button kind="bare">
            <Clock aria-hidden size={14} /> Timers
            {running.length > chips.length && ` (${running.length} run)`}
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            side="top"
            // Over the quick words rather than over the map.
            align="start"
            alignOffset={150}
            sideOffset={6}
            aria-label="All timers"
            data-hears-keys
            // It stays open while switches are pressed; its button and Esc close it.
            onInteractOutside={(event) => event.preventDefault()}
            className={`${drawerLook} z-20 grid grid-cols-[minmax(0,1fr)] max-h-[60vh] w-[420px] gap-1 overflow-y-auto`}
          >
            {show.timers.map((timer) => {
              const state = stateOf(timer.id);
              return (
                <div key={timer.id} className="flex items-center gap-3 rounded-lg px-2 py-1">
                  <span className="min-w-0 flex-1 truncate font-semibold">{timer.name}</span>
                  {state && (
                    <TimerFigures
                      program={state.program}
                      className={`text-[17px] font-semibold ${state.running ? '' : 'text-quiet'}`}
                    />
                  )}
                  <TimerControls timer={timer} />
                </div>
              );
            })}
            <Link to="/timers" className="px-2 py-1 text-[11.5px] text-cool hover:underline">
              Change them, or make another
            </Link>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}
