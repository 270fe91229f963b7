import clsx from 'clsx';
import { Pause, Play, SkipForward } from 'lucide-react';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { beltOf } from '../show/belts';
import type { Graphic } from '../show/show';

/** What moves in a lit graphic: it is paused, and its next item comes at once. */
export function BeltStep({ graphic }: { graphic: Graphic }) {
  const belt = useLive((live) => beltOf(live, graphic.id));
  if (!belt) return null;
  const button = 'grid h-8 w-7 place-items-center rounded-md hover:bg-black/15';
  return (
    <span
      className={clsx('flex items-center rounded-[7px]', belt.paused ? 'bg-on-lamp/85 text-lamp-soft' : 'bg-black/15')}
    >
      <button
        type="button"
        aria-pressed={belt.paused}
        aria-label={`Pause ${graphic.name}`}
        title={belt.paused ? 'It stands still. Press to let it go on.' : 'Press to let it stand still.'}
        onClick={() => void press('belt', { graphic: graphic.id, act: belt.paused ? 'go' : 'pause' })}
        className={button}
      >
        {belt.paused ? <Play aria-hidden size={14} /> : <Pause aria-hidden size={14} />}
      </button>
      <button
        type="button"
        aria-label={`${graphic.name}: next item`}
        title={graphic.nextKey ? `Next item: key ${graphic.nextKey.toUpperCase()}` : 'Next item'}
        onClick={() => void press('belt', { graphic: graphic.id, act: 'next' })}
        className={button}
      >
        <SkipForward aria-hidden size={14} />
      </button>
    </span>
  );
}
