import clsx from 'clsx';
import { Pause, Play, RotateCcw, SkipForward } from 'lucide-react';
import type { KeyboardEvent, ReactNode } from 'react';
import { useLive } from '../live/live';
import type { Timer } from './show';
import { press } from './air';
import { clockText } from './format';
import { Key, keyHint } from '../ui/Button';

/**
 * Start and pause, its step more or less, on to the next phase, and back to the beginning: to air at once. On all of them the
 * arrows up and down change it by its step, too.
 * @param brief where there is little room: without the way back to the beginning, and with least room only to start and pause
 */
export function TimerControls({ timer, brief }: { timer: Timer; brief?: boolean }) {
  const running = useLive(({ timers }) => timers.get(timer.id)?.running ?? false);
  const step = timer.step;
  const words = clockText(step);
  const act = (what: 'start' | 'pause' | 'reset' | 'add' | 'next', by?: number): void =>
    void press('timer', { timer: timer.id, act: what, by });
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowUp: step, ArrowDown: -step }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    act('add', by);
  };
  return (
    <span className="flex shrink-0 items-center gap-1" onKeyDown={onKeyDown}>
      <Control label={`${words} less: ${timer.name}`} spare={brief} onPress={() => act('add', -step)}>
        <Step>−{words}</Step>
      </Control>
      <Control label={`${running ? 'Pause' : 'Start'} ${timer.name}`} onPress={() => act(running ? 'pause' : 'start')}>
        {running ? <Pause aria-hidden size={15} /> : <Play aria-hidden size={15} />}
        {timer.key && <Key className={keyHint}>{timer.key.toUpperCase()}</Key>}
      </Control>
      <Control label={`${words} more: ${timer.name}`} spare={brief} onPress={() => act('add', step)}>
        <Step>+{words}</Step>
      </Control>
      {timer.kind === 'phases' && !brief && (
        <Control label={`${timer.name}: on to the next phase`} onPress={() => act('next')}>
          <SkipForward aria-hidden size={15} />
        </Control>
      )}
      {!brief && (
        <Control label={`${timer.name} back to its beginning`} onPress={() => act('reset')}>
          <RotateCcw aria-hidden size={14} />
        </Control>
      )}
    </span>
  );
}

function Step({ children }: { children: ReactNode }) {
  return <span className="text-small font-semibold tabular-nums">{children}</span>;
}

interface ControlProps {
  label: string;
  /** Whether it goes first where room is short. */
  spare?: boolean;
  onPress(): void;
  children: ReactNode;
}

function Control({ label, spare, onPress, children }: ControlProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onPress}
      className={clsx(
        'flex h-9 min-w-9 items-center justify-center gap-1 rounded-lg bg-ridge px-1 hover:bg-line',
        spare && '@max-[280px]:hidden',
      )}
    >
      {children}
    </button>
  );
}
