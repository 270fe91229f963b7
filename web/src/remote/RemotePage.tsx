import clsx from 'clsx';
import { Lock, TriangleAlert, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { useLive } from '../live/live';
import { litIn, press } from '../show/air';
import { isUnseen } from '../show/carried';
import { setLocked, useLocked } from '../show/lock';
import { Button } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { Empty } from '../ui/Page';
import { BigSwitch } from './BigSwitch';
import { BigTimer } from './BigTimer';
import { HoldToUnlock } from './HoldToUnlock';
import { LetIn } from './LetIn';
import { useRemote, useRemoteShow, type RemoteShow } from './remote';

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

/** From this many switches on, they can be searched. */
const many = 12;

const low = (text: string): string => text.toLocaleLowerCase();

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
        'grid h-full grid-rows-[auto_minmax(0,1fr)_auto] pb-[env(safe-area-inset-bottom)]',
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
        <nav aria-label="Parts of the remote" className="flex gap-1 bg-pit p-2">
          {there.length > 1 &&
            there.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={shown === one}
                onClick={() => setTab(one)}
                className="min-h-12 flex-1 rounded-[10px] text-quiet aria-pressed:bg-raised aria-pressed:font-semibold aria-pressed:text-ink md:hidden"
              >
                {one}
              </button>
            ))}
          <button
            type="button"
            onClick={() => setLocked(true)}
            className="flex min-h-12 flex-1 items-center justify-center gap-1.5 rounded-[10px] text-quiet md:ml-auto md:max-w-40"
          >
            <Lock aria-hidden size={16} /> Lock
          </button>
        </nav>
      )}
    </div>
  );
}

/** What is on air, and the way to make all dark: always there, always in one place, and not locked either. */
function Head() {
  const up = useLive((live) => live.up);
  const lit = useLive(litIn);
  const unseen = useLive(isUnseen);
  const back = useLive((live) => live.back);
  const waits = useLive((live) => live.ahead.waits);
  const locked = useLocked();
  const unkept = useLive((live) => live.faults.unkept);
  const { name, graphics } = useRemoteShow((show) => show);
  const trouble = up
    ? (unkept ?? (unseen ? 'Nobody can see this: no output shows it.' : null))
    : 'Side Lamp is not answering. What is on air stays as it is.';
  return (
    <header className="grid gap-2 bg-pit px-3 pt-2 pb-2">
      <div className="flex items-center gap-2">
        <h1 className="min-w-0 flex-1 truncate text-title font-bold">{name}</h1>
        <Button
          disabled={locked || back.takeBack == null}
          aria-label={back.takeBack == null ? 'Nothing to take back' : `Take back: ${back.takeBack}`}
          onClick={() => void press('takeBack')}
          className="min-h-12 min-w-12"
        >
          <Undo2 aria-hidden size={18} />
        </Button>
        {back.lightsOut && (
          <Button disabled={locked} onClick={() => void press('lightsBack')} className="min-h-12">
            Lights back
          </Button>
        )}
        <Button kind="lamp" onClick={() => void press('lightsOut')} className="min-h-12 px-4! text-title">
          Lights out
        </Button>
      </div>
      {trouble && (
        <p
          role="alert"
          className="flex items-center gap-2 rounded-[10px] bg-orchid px-3 py-2 font-semibold text-on-orchid"
        >
          <TriangleAlert aria-hidden size={18} className="shrink-0" /> {trouble}
        </p>
      )}
      {waits && (
        <p className="flex items-center justify-between gap-2 text-quiet">
          What comes by itself waits.
          <Button disabled={locked} onClick={() => void press('letThemCome')}>
            Let them come
          </Button>
        </p>
      )}
      {/* It keeps its height: no switch slips away from under the thumb. */}
      <ul aria-label="On air now" inert={locked} className="flex h-10 items-center gap-1.5 overflow-x-auto">
        {lit.length === 0 && <li className="text-quiet">Nothing is on air.</li>}
        {lit.map((airing) => (
          <li key={airing.id} className="shrink-0">
            <button
              type="button"
              onClick={() => void press('dark', { graphic: airing.graphic })}
              className="lit flex h-9 max-w-44 items-center gap-1.5 rounded-full px-3 font-semibold"
            >
              <span className="sr-only">On air: </span>
              <span className="truncate">{graphics.find(({ id }) => id === airing.graphic)?.name ?? 'deleted'}</span>
            </button>
          </li>
        ))}
      </ul>
    </header>
  );
}

function Switches({ show, className }: { show: RemoteShow; className: string }) {
  const [page, setPage] = useState<string | null>(null);
  const [find, setFind] = useState('');
  const lit = useLive((live) => litIn(live).map((airing) => airing.graphic));
  const said = useLive(({ switches }) => switches);
  const on = show.pages.find(({ id }) => id === page);
  const wanted = low(find.trim());
  const shown = show.graphics.filter(
    ({ id, name }) =>
      (!on || on.graphics.includes(id) || lit.includes(id)) &&
      (!wanted || low(`${name} ${said.get(id)?.words ?? ''}`).includes(wanted)),
  );
  const seats = [...new Set(shown.map(({ seat }) => seat))];
  return (
    <section aria-label="Switches" className={clsx('grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-2', className)}>
      <div className="flex min-w-0 gap-1.5 overflow-x-auto empty:hidden">
        {show.pages.length > 0 &&
          [null, ...show.pages].map((one) => (
            <button
              key={one?.id ?? ''}
              type="button"
              aria-pressed={(on?.id ?? null) === (one?.id ?? null)}
              onClick={() => setPage(one?.id ?? null)}
              className="min-h-10 shrink-0 rounded-full bg-panel px-4 text-quiet aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink"
            >
              {one?.name ?? 'All'}
            </button>
          ))}
        {show.graphics.length > many && (
          <input
            type="search"
            aria-label="Find a switch"
            placeholder="Find"
            value={find}
            onChange={({ target }) => setFind(target.value)}
            className={clsx(inputLook, 'min-h-10 min-w-24 flex-1')}
          />
        )}
      </div>
      <div className="grid min-h-0 content-start gap-3 overflow-y-auto rounded-xl">
        {show.graphics.length === 0 && (
          <Empty title="Nothing to light yet.">Take a graphic from the shelf, at the computer.</Empty>
        )}
        {show.graphics.length > 0 && shown.length === 0 && (
          <p className="p-6 text-center text-quiet">No switch is like that here.</p>
        )}
        {seats.map((seat) => (
          <section key={seat} aria-label={seat} className="grid gap-1.5">
            <h2 className="text-small text-faint lowercase">{seat}</h2>
            <div className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,17rem),1fr))] gap-2">
              {shown
                .filter((graphic) => graphic.seat === seat)
                .map((graphic) => (
                  <BigSwitch key={graphic.id} graphic={graphic} />
                ))}
            </div>
          </section>
        ))}
      </div>
    </section>
  );
}

function Cues({ show, className }: { show: RemoteShow; className: string }) {
  const ahead = useLive((live) => live.ahead.cueSteps.map((step) => step.cue));
  return (
    <section aria-label="Cues" className={clsx('grid content-start gap-2', className)}>
      <h2 className="text-small text-faint max-md:sr-only">Cues</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,7.5rem),1fr))] gap-2">
        {show.cues.map((cue) => (
          <li key={cue.id} className="flex min-w-0">
            <button
              type="button"
              onClick={() => void press('cue', { cue: cue.id })}
              className="min-h-16 min-w-0 flex-1 rounded-3xl bg-raised px-4 text-base font-semibold active:bg-ridge"
            >
              <span className="line-clamp-2">{cue.name}</span>
            </button>
            {ahead.includes(cue.id) && (
              <Button kind="bare" onClick={() => void press('stopCue', { cue: cue.id })}>
                Stop it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
