import clsx from 'clsx';
import { Pause, Play } from 'lucide-react';
import type { ReactNode } from 'react';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { clockText } from '../show/format';
import { TimerFigures } from '../show/TimerFigures';
import type { RemoteShow } from './remote';

/** A timer, for a thumb: start and pause, and its step less or more. */
export function BigTimer({ timer }: { timer: RemoteShow['timers'][number] }) {
  const state = useLive(({ timers }) => timers.get(timer.id));
  const running = state?.running ?? false;
  const step = clockText(timer.step);
  const act = (what: 'start' | 'pause' | 'add', by?: number): void =>
    void press('timer', { timer: timer.id, act: what, by });
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-2 rounded-xl bg-raised py-2 pr-2 pl-4">
      <span className="grid min-w-0 leading-snug">
        <span className="truncate font-semibold">{timer.name}</span>
        {state && (
          <TimerFigures
            program={state.program}
            className={clsx('truncate text-2xl font-semibold tabular-nums', !running && 'text-quiet')}
          />
        )}
      </span>
      <span className="flex gap-1.5">
        <Control label={`${step} less: ${timer.name}`} onPress={() => act('add', -timer.step)}>
          −{step}
        </Control>
        <Control
          label={`${running ? 'Pause' : 'Start'} ${timer.name}`}
          onPress={() => act(running ? 'pause' : 'start')}
        >
          {running ? <Pause aria-hidden size={20} /> : <Play aria-hidden size={20} />}
        </Control>
        <Control label={`${step} more: ${timer.name}`} onPress={() => act('add', timer.step)}>
          +{step}
        </Control>
      </span>
    </li>
  );
}

function Control({ label, onPress, children }: { label: string; onPress(): void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onPress}
      className="grid min-h-13 min-w-13 place-items-center rounded-lg bg-ridge px-2 font-semibold tabular-nums active:bg-line"
    >
      {children}
    </button>
  );
}
