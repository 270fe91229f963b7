import clsx from 'clsx';
import { GripVertical, Pin, PinOff, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { press } from '../show/air';
import { act } from '../show/actions';
import { clockText } from '../show/format';
import { useShow } from '../show/show';
import { Button, Key, keyHint } from '../ui/Button';
import { Ordered, useOrdered } from '../ui/Ordered';
import { SignButton } from '../ui/SignButton';
import './audienceActions';

/** What is on screen of chat, and what comes next. */
export function OnScreen({ withKeys }: { withKeys?: boolean }) {
  const { on, queue } = useLive(({ chat }) => chat);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2.5">
      {on ? <OnAir on={on} /> : <p className="rounded-xl bg-panel px-3 py-3 text-quiet">No message is on air.</p>}
      <div className="flex gap-2">
        <Button
          kind="cool"
          className="min-w-0 flex-1"
          disabled={queue.length === 0}
          onClick={() => act('chat/next', 'the page')}
        >
          Show next {withKeys && <Key className={keyHint}>↵</Key>}
        </Button>
        <Button disabled={!on} onClick={() => act('chat/off', 'the page')}>
          Take it off
        </Button>
      </div>
    </div>
  );
}

function OnAir({ on }: { on: Schemas['OnScreenView'] }) {
  const airing = useLive(({ airings }) => [...airings.values()].find((one) => one.graphic === on.graphic));
  const now = useNow();
  const since = airing?.litAt;
  const ends = airing?.stayEnds;
  const whole = ends && since ? ends - since : 0;
  return (
    <section aria-label="On air from chat" className="lit relative overflow-hidden rounded-xl px-3 pt-2 pb-3">
      <h3 className="flex justify-between text-small font-semibold text-on-lamp-quiet tabular-nums">
        <span>On air {since != null && clockText(now - since)}</span>
        {ends != null && <span>leaves in {clockText(Math.max(0, ends - now) + 999)}</span>}
      </h3>
      <p className="mt-0.5 font-semibold text-on-lamp">{on.name}</p>
      <p dir="auto" className="line-clamp-4 text-left text-sm [overflow-wrap:anywhere] text-on-lamp">
        {on.words}
      </p>
      {whole > 0 && (
        <span
          aria-hidden
          className="absolute bottom-0 left-0 h-[0.1875rem] bg-[#6b3f00]"
          style={{ width: `${Math.max(0, Math.min(100, ((ends! - now) / whole) * 100))}%` }}
        />
      )}
    </section>
  );
}

/** The messages that wait, in their order: dragged, pinned, dropped. */
export function NextUp() {
  const { queue, nextAt } = useLive(({ chat }) => chat);
  const byItself = useShow((show) => show.chatRules.byItself);
  return (
    <section
      aria-label="Next up"
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] gap-1.5 rounded-[14px] bg-panel p-3"
    >
      <h2 className="flex items-baseline gap-2 font-semibold">
        Next up {queue.length > 0 && <span className="font-normal text-quiet">{queue.length}</span>}
        <span className="ml-auto text-small font-normal text-faint">{queue.length > 1 && 'drag to order'}</span>
      </h2>
      {queue.length === 0 ? (
        <p className="text-quiet">
          {byItself
            ? 'What may be seen joins here by itself.'
            : 'Point at a message and press “Next up”: it waits here for its turn.'}
        </p>
      ) : (
        <Ordered
          ids={queue.map((one) => String(one.no))}
          direction="down"
          nameOf={(id) => `what ${queue.find((one) => String(one.no) === id)?.name ?? ''} wrote`}
          onMove={(id, place) => void press('chat', { act: 'move', no: Number(id), place })}
        >
          <ol className="grid min-h-0 auto-rows-min grid-cols-[minmax(0,1fr)] gap-1.5 overflow-y-auto">
            {queue.map((one, place) => (
              <Queued key={one.no} one={one} place={place + 1} nextAt={place === 0 ? (nextAt ?? null) : null} />
            ))}
          </ol>
        </Ordered>
      )}
    </section>
  );
}

function Queued({ one, place, nextAt }: { one: Schemas['QueuedView']; place: number; nextAt: number | null }) {
  const { ref, style, handle } = useOrdered(String(one.no));
  return (
    <li
      ref={ref}
      style={style}
      className={clsx(
        'rounded-xl bg-raised px-2.5 py-2',
        nextAt !== null && 'shadow-[inset_0_0_0_1px_var(--color-cool)]',
      )}
    >
      <div className="flex items-center gap-1.5">
        <span
          {...handle}
          aria-label={`Move what ${one.name} wrote`}
          className="-ml-1 cursor-grab touch-none rounded text-faint hover:text-ink"
        >
          <GripVertical aria-hidden size={14} />
        </span>
        <span className="text-small text-faint tabular-nums">{place}</span>
        <b className="truncate text-xs font-semibold text-moss">{one.name}</b>
        <span className="ml-auto flex items-center">
          {nextAt !== null && <Soon at={nextAt} />}
          <SignButton
            label={one.isPinned ? `Unpin what ${one.name} wrote` : `Pin what ${one.name} wrote: it stays when shown`}
            aria-pressed={one.isPinned}
            className="size-7!"
            onClick={() => void press('chat', { act: one.isPinned ? 'unpin' : 'pin', no: one.no })}
          >
            {one.isPinned ? <PinOff aria-hidden size={13} /> : <Pin aria-hidden size={13} />}
          </SignButton>
          <SignButton
            label={`Drop what ${one.name} wrote`}
            className="size-7!"
            onClick={() => void press('chat', { act: 'drop', no: one.no })}
          >
            <X aria-hidden size={13} />
          </SignButton>
        </span>
      </div>
      <button
        type="button"
        title="Show it now"
        className="line-clamp-3 w-full text-left [overflow-wrap:anywhere] hover:text-lamp-soft"
        dir="auto"
        onClick={() => void press('chat', { act: 'show', no: one.no })}
      >
        {one.words}
      </button>
      {one.fit && (
        <p className={clsx('text-small', one.fit.outcome === 'cut' ? 'text-orchid' : 'text-faint')}>
          {fitText(one.fit)}
        </p>
      )}
    </li>
  );
}

/** How the words fit on screen. */
function fitText({ outcome, lines, pages }: Schemas['TextFit']): string {
  if (outcome === 'cut') return 'too long: its end is cut off';
  if (pages > 1) return `on ${pages} pages`;
  return lines === 1 ? 'fits in one line' : `fits in ${lines} lines`;
}

function Soon({ at }: { at: number }) {
  const left = Math.ceil((at - useNow()) / 1000);
  return <span className="mr-1 text-small text-cool tabular-nums">{left > 0 ? `by itself in ${left} s` : 'next'}</span>;
}
