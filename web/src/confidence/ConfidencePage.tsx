import clsx from 'clsx';
import { useLive } from '../live/live';
import { useNow, useWall } from '../live/useNow';
import { AirMonitor } from '../monitor/AirMonitor';
import { litIn } from '../show/air';
import { isUnseen } from '../show/carried';
import { saidOf } from '../show/eventWords';
import { clockText } from '../show/format';
import { countingOf, useShow, type Timer } from '../show/show';
import { TimerFigures } from '../show/TimerFigures';
import { isLong } from '../show/TimerStanding';
import { ToThank } from '../show/ToThank';

/** How many timers are seen: those that run first. */
const mostTimers = 4;

/** For the streamer's own eyes, on another screen and read from afar: what viewers see, how long it stays, what comes, who is to be thanked. */
export function ConfidencePage() {
  const up = useLive((live) => live.up);
  const unseen = useLive(isUnseen);
  return (
    <div
      className={clsx(
        'grid min-h-0 grid-cols-[minmax(0,1.7fr)_minmax(17.5rem,1fr)] gap-5 p-5',
        'max-[940px]:grid-cols-[minmax(0,1fr)] max-[940px]:overflow-y-auto',
        !up && 'opacity-55 saturate-50',
      )}
    >
      <h1 className="sr-only">Confidence view</h1>
      <section aria-label="On air" className="grid min-h-0 content-start gap-4">
        <AirMonitor
          className={clsx(
            'rounded-xl',
            unseen ? 'shadow-[0_0_0_2px_var(--color-orchid)]' : 'shadow-[0_0_0_2px_var(--color-lamp)]',
          )}
        />
        {(unseen || !up) && (
          <p role="status" className="text-xl font-semibold text-orchid">
            {up ? 'On air, and no page shows it.' : 'Side Lamp is not answering.'}
          </p>
        )}
        <OnAir />
        <Timers />
      </section>
      <section className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)] gap-4">
        <TimeOfDay />
        <NextAlert />
        <div className="row-start-3 grid min-h-40 text-lg">
          <ToThank />
        </div>
      </section>
    </div>
  );
}

function OnAir() {
  const lit = useLive(litIn);
  const graphics = useShow((show) => show.graphics);
  const now = useNow();
  if (lit.length === 0) return <p className="text-xl text-quiet">Nothing is on air.</p>;
  return (
    <ul aria-label="On air now" className="flex min-h-0 flex-wrap content-start gap-2.5">
      {lit.map((one) => (
        <li
          key={one.id}
          className="lit flex max-w-full items-baseline gap-3 rounded-xl px-4 py-2 text-xl font-semibold"
        >
          <span className="truncate">{graphics.find((graphic) => graphic.id === one.graphic)?.name ?? 'deleted'}</span>
          {one.stayEnds != null && (
            <span aria-hidden className="shrink-0 font-normal tabular-nums">
              {clockText(Math.max(0, Math.ceil((one.stayEnds - now) / 1000) * 1000))}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });

function TimeOfDay() {
  const wall = useWall();
  return (
    <p aria-label="Time of day" className="text-5xl font-semibold tabular-nums">
      {clock.format(wall(useNow()))}
    </p>
  );
}

function Timers() {
  const timers = useShow(countingOf);
  const states = useLive((live) => live.timers);
  const runs = (timer: Timer): boolean => states.get(timer.id)?.running ?? false;
  const first = [...timers].sort((one, other) => Number(runs(other)) - Number(runs(one))).slice(0, mostTimers);
  return (
    <ul aria-label="Timers" className="grid grid-cols-2 gap-x-8 gap-y-1">
      {first.map((timer) => {
        const state = states.get(timer.id);
        return (
          <li key={timer.id} className="flex items-baseline justify-between gap-4">
            <span className="min-w-0 truncate text-lg text-quiet">{timer.name}</span>
            {state && (
              <TimerFigures
                program={state.program}
                className={clsx(
                  'shrink-0 font-semibold tabular-nums',
                  isLong(timer) ? 'max-w-1/2 truncate text-xl' : 'text-3xl',
                  !state.running && timer.kind !== 'clock' && 'text-quiet',
                )}
              />
            )}
          </li>
        );
      })}
    </ul>
  );
}

function NextAlert() {
  const { alerts, alertsNow, waits, hush } = useLive(({ ahead }) => ahead);
  const now = useNow();
  const next = alerts[0];
  if (!next) return null;
  const held = waits || hush != null || alertsNow.pausedSince != null;
  const left = next.from == null ? 0 : Math.ceil((next.from - now) / 1000);
  return (
    <p aria-label="Next alert" className="flex min-w-0 items-baseline gap-2.5 rounded-xl bg-panel px-4 py-2.5 text-xl">
      <b className="min-w-0 truncate font-semibold">{next.said?.who || 'Alert'}</b>
      <span className="shrink-0 text-quiet tabular-nums">
        {next.said && `${saidOf(next.said)} · `}
        {held ? 'held' : left > 0 ? `in ${left} s` : 'next'}
        {alerts.length > 1 && `, +${alerts.length - 1}`}
      </span>
    </p>
  );
}
