import { X } from 'lucide-react';
import clsx from 'clsx';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import type { Schemas } from '../api/client';
import { isLit, press } from '../show/air';
import { clockText } from '../show/format';
import { saidOf } from '../show/eventWords';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import { SignButton } from '../ui/SignButton';
import { ToThank } from '../show/ToThank';

/** Whose turn it is: what is on air, what comes next, what waits; and who is to be thanked. */
export function AlertTurns() {
  const { alerts, alertsNow, hush, waits } = useLive(({ ahead }) => ahead);
  const shown = useLive(({ airings }) => [...airings.values()].find((one) => one.origin === 'alert'));
  const name = useShow((show) => show.graphics.find((one) => one.id === shown?.graphic)?.name);
  const ended = useLive(({ session }) => session?.ended != null);
  const held = ended ? 'No session is running: what comes is only counted.' : holdsThem({ alertsNow, hush, waits });
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(10rem,auto)_minmax(0,1fr)] gap-3">
      <section
        aria-label="Turns"
        className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start gap-2 rounded-[14px] bg-panel p-3.5"
      >
        <div className="flex flex-wrap gap-1.5">
          {alertsNow.pausedSince == null ? (
            <Button onClick={() => void press('alerts', { act: 'pause' })}>Pause</Button>
          ) : (
            <Button kind="cool" onClick={() => void press('alerts', { act: 'goOn' })}>
              Let come
            </Button>
          )}
          <Button
            kind="bare"
            disabled={!shown && alerts.length === 0}
            onClick={() => void press('alerts', { act: 'skip' })}
          >
            Skip
          </Button>
          <Button kind="bare" disabled={!alertsNow.last} onClick={() => void press('alerts', { act: 'repeat' })}>
            Repeat
          </Button>
          <Button kind="bare" disabled={alerts.length === 0} onClick={() => void press('alerts', { act: 'clear' })}>
            Clear
          </Button>
        </div>
        {held && <p className="font-semibold text-cool">{held}</p>}
        {shown && isLit(shown.phase) ? (
          <p className="rounded-[10px] bg-lamp px-3 py-2 text-on-lamp">
            <b className="font-semibold">On air</b> {name}
            {alertsNow.last && `: ${alertsNow.last.who}`}
          </p>
        ) : (
          <p className="text-quiet">
            {alertsNow.last ? `Last: ${alertsNow.last.who || 'nobody'}` : 'None has been shown yet.'}
          </p>
        )}
        {alerts.length > 0 && (
          <ol aria-label="Waiting" className="grid max-h-[40vh] grid-cols-[minmax(0,1fr)] gap-0.5 overflow-y-auto">
            {alerts.map((alert, place) => (
              <Waiting key={alert.no} alert={alert} next={place === 0 && !held} held={held !== null} />
            ))}
          </ol>
        )}
        {alertsNow.quiet > 0 && (
          <p className="text-quiet">{alertsNow.quiet} more came at once: they count, and have no alert.</p>
        )}
      </section>
      <ToThank />
    </div>
  );
}

/** Why none comes now, in a sentence; null = they come. */
function holdsThem({
  alertsNow,
  hush,
  waits,
}: Pick<Schemas['AheadView'], 'alertsNow' | 'hush' | 'waits'>): string | null {
  if (waits) return 'They wait: the lights are out.';
  if (hush) return 'They wait for the end of the hush.';
  if (alertsNow.cue != null) return 'Quiet until the next cue.';
  return alertsNow.pausedSince != null ? 'Paused: those that come wait.' : null;
}

function Waiting({ alert, next, held }: { alert: Schemas['WaitingView']; next: boolean; held: boolean }) {
  const now = useNow();
  const left = alert.from == null ? 0 : Math.max(0, alert.from - now);
  return (
    <li
      className={clsx(
        'flex min-h-11 items-center gap-2 rounded-md px-2',
        next && 'shadow-[inset_0_0_0_1px_var(--color-cool)]',
      )}
    >
      <span className="grid min-w-0 flex-1 leading-tight">
        <b className="truncate font-semibold">{alert.said?.who || 'nobody'}</b>
        <span className="truncate text-[0.9em] text-quiet">
          {alert.said && saidOf(alert.said)}
          {alert.said?.isTest && ' · a test'}
        </span>
      </span>
      <span className="text-small text-quiet tabular-nums">
        {alert.blockedSince != null
          ? 'its seat is taken'
          : left > 0 && !held
            ? `in ${clockText(Math.ceil(left / 1000) * 1000)}`
            : next
              ? 'next'
              : ''}
      </span>
      <SignButton
        label={`Drop the alert for ${alert.said?.who || 'nobody'}`}
        title="It does not come"
        onClick={() => void press('callOff', { graphic: alert.graphic, alert: alert.no })}
      >
        <X aria-hidden size={13} />
      </SignButton>
    </li>
  );
}
