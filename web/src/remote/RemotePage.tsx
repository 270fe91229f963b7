import clsx from 'clsx';
import { useState } from 'react';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { useLocked } from '../show/lock';
import { Button } from '../ui/Button';
import { Empty } from '../ui/Page';
import { BigTimer } from './BigTimer';
import { Head } from './Head';
import { HoldToUnlock } from './HoldToUnlock';
import { LetIn } from './LetIn';
import { LockButton } from './LockButton';
import { useRemote, useRemoteShow, type RemoteShow } from './remote';
import { Switches } from './Switches';

/** The desk for a phone: big switches, one way to make all dark, and nothing that changes the show. */
export function RemotePage() {
  const isIn = useRemote((state) => state.isIn);
  const isTold = useRemote((state) => state.show !== null);
  if (!isIn) return <LetIn />;
  if (!isTold)
    return (
      <main className="grid h-full">
        <Empty title="Side Lamp is not answering yet.">
          This page goes on by itself as soon as it does. Is this device in the same network as the computer?
        </Empty>
      </main>
    );
  return <Switchboard />;
}

const tabs = ['Switches', 'Cues', 'Timers'] as const;
type Tab = (typeof tabs)[number];

function Switchboard() {
  const show = useRemoteShow((all) => all);
  const up = useLive((live) => live.up);
  const locked = useLocked();
  const [tab, setTab] = useState<Tab>('Switches');
  const counts = { Switches: show.graphics.length, Cues: show.cues.length, Timers: show.timers.length };
  const there = tabs.filter((one) => one === 'Switches' || counts[one] > 0);
  const shown = there.includes(tab) ? tab : 'Switches';
  const hidden = (one: Tab): string => clsx(shown !== one && 'max-md:hidden');
  return (
    <div
      className={clsx(
        'grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] pb-[env(safe-area-inset-bottom)]',
        !up && 'saturate-50',
      )}
    >
      <Head />
      <main
        className={clsx(
          'grid min-h-0 grid-cols-[minmax(0,1fr)] px-3 pt-2 pb-3 md:gap-5',
          there.length > 1 && 'md:grid-cols-[minmax(0,1fr)_minmax(18rem,36%)]',
          (locked || !up) && 'opacity-55',
        )}
        // What is locked is not pressed by a knee either.
        inert={locked}
      >
        <Switches show={show} className={hidden('Switches')} />
        {there.length > 1 && (
          <div
            className={clsx(
              'grid min-h-0 content-start gap-5 overflow-y-auto',
              shown === 'Switches' && 'max-md:hidden',
            )}
          >
            {counts.Cues > 0 && <Cues show={show} className={hidden('Cues')} />}
            {counts.Timers > 0 && (
              <section aria-label="Timers" className={clsx('grid content-start gap-2', hidden('Timers'))}>
                <h2 className="text-small text-faint max-md:sr-only">Timers</h2>
                <ul className="grid gap-2">
                  {show.timers.map((timer) => (
                    <BigTimer key={timer.id} timer={timer} />
                  ))}
                </ul>
              </section>
            )}
          </div>
        )}
      </main>
      {locked ? (
        <div className="bg-pit p-2">
          <HoldToUnlock />
        </div>
      ) : (
        // Where there is room, all parts are there at once, and the lock is above.
        <nav aria-label="Parts of the remote" className="flex gap-1 bg-pit p-2 md:hidden">
          {there.length > 1 &&
            there.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={shown === one}
                onClick={() => setTab(one)}
                className="min-h-12 flex-1 rounded-[10px] text-quiet aria-pressed:bg-raised aria-pressed:font-semibold aria-pressed:text-ink"
              >
                {one}
              </button>
            ))}
          <LockButton className="flex-1" />
        </nav>
      )}
    </div>
  );
}

function Cues({ show, className }: { show: RemoteShow; className: string }) {
  const ahead = useLive((live) => live.ahead.cueSteps.map((step) => step.cue));
  return (
    <section aria-label="Cues" className={clsx('grid content-start gap-2', className)}>
      <h2 className="text-small text-faint max-md:sr-only">Cues</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,8.5rem),1fr))] gap-2">
        {show.cues.map((cue) => (
          <li key={cue.id} className="flex min-w-0 rounded-3xl bg-raised">
            <button
              type="button"
              onClick={() => void press('cue', { cue: cue.id })}
              className="min-h-16 min-w-0 flex-1 rounded-3xl px-4 text-base font-semibold active:bg-ridge"
            >
              <span className="line-clamp-2">{cue.name}</span>
            </button>
            {ahead.includes(cue.id) && (
              <Button
                aria-label={`Stop ${cue.name}`}
                onClick={() => void press('stopCue', { cue: cue.id })}
                className="rounded-3xl"
              >
                Stop
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
