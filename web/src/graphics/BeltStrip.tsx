import clsx from 'clsx';
import { ArrowUpToLine, EyeOff, Pause, Play, SkipForward, Square } from 'lucide-react';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { usePicture } from '../monitor/usePicture';
import { press } from '../show/air';
import { beltIn, beltOf, comingOf, secondsOf, wordsOfPiece, type Belt } from '../show/belts';
import { clockText } from '../show/format';
import type { Card, Graphic } from '../show/show';
import { Button } from '../ui/Button';
import { SignButton } from '../ui/SignButton';

/** More is a list that nobody reads. */
const most = 40;

interface Props {
  graphic: Graphic;
  card: Card;
  /** Whether it moves on the easel. */
  plays: boolean;
  onPlay(plays: boolean): void;
}

/** What a ticker or roll has to tell: in what order, and while it is lit what is in sight and when the rest comes. */
export function BeltStrip({ graphic, card, plays, onPlay }: Props) {
  const { data } = usePicture(graphic.id, undefined, card.id);
  const running = useLive((live) => beltOf(live, graphic.id));
  const belt = beltIn(data);
  if (running) return <Running graphic={graphic} belt={running} />;
  if (!belt) return null;
  const words = new Map(belt.pieces.map((piece) => [piece.id, wordsOfPiece(piece)]));
  const { loop, pace, rounds } = belt.program;
  return (
    <section aria-label="Items" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <h2 className="mr-2 font-semibold">
          {loop.length === 1 ? '1 item' : `${loop.length} items`}
          <span className="font-normal text-quiet">
            {' '}
            · {rounds ? 'all of it takes' : 'a round takes'}{' '}
            <span className="tabular-nums">{clockText(Math.round(secondsOf(belt.program, pace[0]!.px)) * 1000)}</span>
          </span>
        </h2>
        <Button aria-pressed={plays} onClick={() => onPlay(!plays)}>
          {plays ? <Square aria-hidden size={13} /> : <Play aria-hidden size={14} />}
          {plays ? 'Stop' : 'Play it here'}
        </Button>
      </div>
      <ol className="flex gap-1.5 overflow-x-auto pb-1.5">
        {loop.slice(0, most).map((item, at) => (
          <li key={at} className="max-w-64 shrink-0 truncate rounded-lg bg-raised px-2.5 py-1.5 text-xs">
            {words.get(item.piece) || <span className="text-quiet">space</span>}
          </li>
        ))}
        {loop.length > most && (
          <li className="shrink-0 px-2.5 py-1.5 text-xs text-quiet">and {loop.length - most} more</li>
        )}
      </ol>
    </section>
  );
}

function Running({ graphic, belt }: { graphic: Graphic; belt: Belt }) {
  const now = useNow();
  const coming = comingOf(belt.program, now);
  const seen = coming.filter((one) => one.wait === 0).length;
  const tell = (act: 'pause' | 'go' | 'next' | 'soon' | 'remove', item?: string): void =>
    void press('belt', { graphic: graphic.id, act, item });
  return (
    <section aria-label="Items" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <h2 className="mr-2 font-semibold">
          {seen === 0 ? 'Nothing in sight' : `${seen} in sight`}
          <span className="font-normal text-quiet"> · {coming.length - seen} to come</span>
        </h2>
        <Button onClick={() => tell(belt.paused ? 'go' : 'pause')}>
          {belt.paused ? <Play aria-hidden size={14} /> : <Pause aria-hidden size={14} />}
          {belt.paused ? 'Go on' : 'Pause'}
        </Button>
        <Button onClick={() => tell('next')}>
          <SkipForward aria-hidden size={14} /> Next item
        </Button>
      </div>
      <ol className="flex gap-1.5 overflow-x-auto pb-1.5">
        {coming.slice(0, most).map(({ entry, wait }) => (
          <li
            key={entry.seq}
            className={clsx(
              'flex max-w-72 shrink-0 items-center gap-2 rounded-lg py-0.5 pr-1 pl-2.5 text-xs',
              wait === 0 ? 'lit' : 'bg-raised',
            )}
          >
            <span className="truncate">{belt.words[entry.piece] || 'space'}</span>
            {wait !== 0 && (
              <span className="shrink-0 text-small text-quiet tabular-nums">
                {wait === null ? 'waits' : `in ${clockText(Math.ceil(wait / 1000) * 1000)}`}
              </span>
            )}
            <span className="flex shrink-0">
              {wait !== 0 && (
                <SignButton label={`Show “${belt.words[entry.piece]}” next`} onClick={() => tell('soon', entry.piece)}>
                  <ArrowUpToLine aria-hidden size={13} />
                </SignButton>
              )}
              {wait === 0 && (
                <SignButton
                  label={`Take “${belt.words[entry.piece]}” off air`}
                  title="Off air at once, until it is lit anew"
                  className="text-on-lamp-quiet! hover:bg-[#e89b2f]"
                  onClick={() => tell('remove', entry.piece)}
                >
                  <EyeOff aria-hidden size={13} />
                </SignButton>
              )}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
