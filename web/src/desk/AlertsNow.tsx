import { Bell, BellRing } from 'lucide-react';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { isLit } from '../show/air';
import { act } from '../show/actions';
import { useShow } from '../show/show';
import { Button } from '../ui/Button';
import './alertActions';

/** A glance at alerts: the one on air or the next one and when, how many wait behind it; skipped and paused here. */
export function AlertsNow() {
  const any = useShow((show) => show.alertRules.length > 0);
  const { alerts, alertsNow, waits, hush } = useLive(({ ahead }) => ahead);
  const shown = useLive(({ airings }) =>
    [...airings.values()].some((one) => one.origin === 'alert' && isLit(one.phase)),
  );
  if (!any) return null;
  const paused = alertsNow.pausedSince != null;
  const held = paused || waits || hush != null;
  const next = alerts[0];
  const who = (shown && !held ? alertsNow.last : next?.said)?.who ?? '';
  const more = alerts.length - (shown || !next ? 0 : 1);
  return (
    <span className="flex shrink-0 items-center gap-1 rounded-[10px] bg-panel py-0.5 pr-0.5 pl-2.5">
      {shown ? (
        <BellRing aria-hidden size={14} className="text-lamp" />
      ) : (
        <Bell aria-hidden size={14} className="text-quiet" />
      )}
      <Link
        to="/alerts"
        className="flex max-w-56 items-baseline gap-1.5 hover:underline"
        title="All alerts, and who is to be thanked"
      >
        {held ? (
          <b className="font-semibold text-cool">{alerts.length === 0 ? 'Alerts wait' : `${alerts.length} held`}</b>
        ) : shown || next ? (
          <>
            <b className="truncate font-semibold">{who || 'Alert'}</b>
            <span className="shrink-0 text-quiet tabular-nums">
              {shown ? 'on air' : next?.blockedSince != null ? 'seat taken' : <In at={next?.from ?? 0} />}
              {more > 0 && `, +${more}`}
            </span>
          </>
        ) : (
          <span className="text-quiet">no alerts</span>
        )}
      </Link>
      {(shown || next) && (
        <Button kind="bare" className="min-h-8! px-2!" title="Alt S" onClick={() => act('alerts/skip')}>
          {shown ? 'Skip' : 'Drop'}
        </Button>
      )}
      <Button
        kind={paused ? 'cool' : 'bare'}
        className="min-h-8! px-2!"
        title={`${alertsNow.cue != null ? 'Quiet until the next cue. ' : ''}Alt A`}
        onClick={() => act('alerts/pause')}
      >
        {paused ? 'Let come' : 'Pause'}
      </Button>
    </span>
  );
}

function In({ at }: { at: number }) {
  const left = Math.ceil((at - useNow()) / 1000);
  return left > 0 ? `in ${left} s` : 'next';
}
