import { TriangleAlert, Undo2 } from 'lucide-react';
import { useLive } from '../live/live';
import { litIn, press } from '../show/air';
import { isUnseen } from '../show/carried';
import { useLocked } from '../show/lock';
import { Button } from '../ui/Button';
import { LockButton } from './LockButton';
import { useRemoteShow } from './remote';

/**
 * What is on air, and the way to make all dark: always there, and not locked either. Whatever it says, it keeps its height: no
 * switch slips away from under the thumb.
 */
export function Head() {
  const lit = useLive(litIn);
  const back = useLive((live) => live.back);
  const waits = useLive((live) => live.ahead.waits);
  const locked = useLocked();
  const graphics = useRemoteShow((show) => show.graphics);
  return (
    <header className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-2 bg-pit px-3 py-2 md:grid-cols-[minmax(0,16rem)_minmax(0,1fr)_auto]">
      <Name />
      <div className="flex gap-2 md:order-last">
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
        {!locked && <LockButton className="max-md:hidden" />}
      </div>
      <ul
        aria-label="On air now"
        inert={locked}
        className="col-span-full flex h-10 items-center gap-1.5 overflow-x-auto md:col-span-1"
      >
        {waits && (
          <li className="shrink-0">
            <Button title="What comes by itself waits since lights out." onClick={() => void press('letThemCome')}>
              Let them come
            </Button>
          </li>
        )}
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

/** The show's name; or in its place what is wrong, which matters more. */
function Name() {
  const up = useLive((live) => live.up);
  const unseen = useLive(isUnseen);
  const unkept = useLive((live) => live.faults.unkept);
  const name = useRemoteShow((show) => show.name);
  const trouble = up
    ? (unkept ?? (unseen ? 'Nobody can see this: no output shows it.' : null))
    : 'Side Lamp is not answering. What is on air stays as it is.';
  return (
    <>
      <h1 className={trouble ? 'sr-only' : 'truncate text-title font-bold'}>{name}</h1>
      {trouble && (
        <p
          role="alert"
          className="flex h-12 min-w-0 items-center gap-2 rounded-[10px] bg-orchid px-2.5 text-xs leading-tight font-semibold text-on-orchid"
        >
          <TriangleAlert aria-hidden size={18} className="shrink-0" />
          <span className="line-clamp-3">{trouble}</span>
        </p>
      )}
    </>
  );
}
