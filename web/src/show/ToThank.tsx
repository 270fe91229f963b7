import clsx from 'clsx';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { press } from './air';
import { Button } from '../ui/Button';
import { saidOf } from './eventWords';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Who gave something, or did something that no alert has told: ticked by the streamer. */
export function ToThank() {
  const all = useLive(({ thanks }) => [...thanks.values()]);
  const open = all.filter((one) => !one.isDone).length;
  return (
    <section
      aria-label="To thank"
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-1.5 rounded-[14px] bg-panel p-3.5"
    >
      <div className="flex min-h-9 items-center gap-2">
        <h2 className="font-semibold">To thank</h2>
        <span className="text-quiet">{open}</span>
        {open > 1 && (
          <Button kind="bare" className="ml-auto" onClick={() => void press('thank', { done: true })}>
            All thanked
          </Button>
        )}
      </div>
      {all.length === 0 ? (
        <p className="text-quiet">Whoever tips, gives or joins stands here until you have thanked them.</p>
      ) : (
        <ul className="grid min-h-0 auto-rows-min grid-cols-[minmax(0,1fr)] overflow-y-auto">
          {[...all].reverse().map((one) => (
            <Line key={one.seq} one={one} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Line({ one }: { one: Schemas['ThanksView'] }) {
  // As the hand has set it, until that is confirmed: it does not jump back meanwhile.
  const [wished, wish] = useState<boolean | null>(null);
  const done = wished ?? one.isDone;
  const tick = async (next: boolean): Promise<void> => {
    wish(next);
    await press('thank', { seq: one.seq, done: next });
    wish(null);
  };
  return (
    <li>
      <label
        className={clsx(
          'flex min-h-11 items-center gap-2.5 rounded-md px-1 hover:bg-raised',
          done && 'text-faint line-through',
        )}
      >
        <input
          type="checkbox"
          checked={done}
          onChange={(event) => void tick(event.target.checked)}
          className="size-4 shrink-0 accent-(--color-cool)"
        />
        <span className="grid min-w-0 flex-1 leading-tight">
          <b className="truncate font-semibold">{one.said.who || 'nobody by name'}</b>
          <span className={clsx('truncate text-[0.9em]', !done && 'text-quiet')}>
            {saidOf(one.said)} · {clock.format(one.at)}
            {one.isUnshown && ' · not shown'}
          </span>
        </span>
      </label>
    </li>
  );
}
