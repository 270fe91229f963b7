import clsx from 'clsx';
import { useLive } from '../live/live';
import { press } from '../show/air';
import { Button } from '../ui/Button';
import { kindWord } from './alertWords';

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Who gave something, or did something that no alert has told: ticked by the streamer. */
export function ToThank() {
  const all = useLive(({ thanks }) => [...thanks.values()]);
  const open = all.filter((one) => !one.isDone).length;
  return (
    <section
      aria-label="To thank"
      className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-1.5 rounded-[14px] bg-panel p-3.5"
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
        <ul className="grid min-h-0 auto-rows-min overflow-y-auto">
          {[...all].reverse().map((one) => (
            <li key={one.seq}>
              <label
                className={clsx(
                  'flex min-h-9 items-center gap-2 rounded-md px-1 hover:bg-raised',
                  one.isDone && 'text-faint line-through',
                )}
              >
                <input
                  type="checkbox"
                  checked={one.isDone}
                  onChange={(event) => void press('thank', { seq: one.seq, done: event.target.checked })}
                  className="size-4 shrink-0 accent-(--color-cool)"
                />
                <span className="min-w-0 flex-1 truncate">
                  <b className="font-semibold">{one.said.who || 'nobody by name'}</b>{' '}
                  <span className={one.isDone ? '' : 'text-quiet'}>
                    {kindWord(one.said.kind).toLowerCase()} {one.said.amount}
                  </span>
                </span>
                <span className="text-[11.5px] text-quiet tabular-nums">
                  {one.isUnshown ? 'not shown' : clock.format(one.at)}
                </span>
              </label>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
