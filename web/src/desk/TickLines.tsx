import { useRef } from 'react';
import { ticksIn, withTick } from '../fields/lines';
import { live } from '../live/live';
import { newsWithin, until } from '../live/until';
import { airingOf, isLit, press } from '../show/air';
import { drafts } from '../show/drafts';
import { edits } from '../show/edits';
import { nowOf, type Card, type Graphic } from '../show/show';
import { Tick } from '../ui/Tick';

interface Props {
  graphic: Graphic;
  card: Card;
  /** The list's field. */
  field: string;
  /** Its words as they stand. */
  value: string;
  disabled: boolean;
}

const isEdited = (graphic: string): boolean => airingOf(live.getState(), graphic)?.edited ?? false;

/** The boxes of a checklist that is written by hand. A tick goes to air at once, unless other edits wait to be pushed: those are not pushed along. */
export function TickLines({ graphic, card, field, value, disabled }: Props) {
  // Ticks on their way leave something to be pushed themselves: that is no other edit.
  const ticking = useRef({ count: 0, alone: false });
  const tick = async (at: number, words: string, done: boolean): Promise<void> => {
    const own = ticking.current;
    if (own.count === 0) own.alone = !isEdited(graphic.id);
    own.count++;
    try {
      await send(at, words, done);
    } finally {
      own.count--;
    }
  };
  const send = async (at: number, words: string, done: boolean): Promise<void> => {
    const now =
      nowOf(({ graphics }) => graphics, graphic).cards.find((one) => one.id === card.id)?.words[field] ?? value;
    const next = withTick(now, at, words, done);
    if (next === null || !(await edits.graphic(graphic.id, { card: card.id, words: { [field]: next } }))) return;
    const airing = airingOf(live.getState(), graphic.id);
    // A push takes along what is being typed.
    if (!ticking.current.alone || !isLit(airing?.phase) || drafts.getState().all[graphic.id]) return;
    // Until the news say so, what is to be pushed is still what was pushed.
    if (await press('push', { graphic: graphic.id, how: 'a tick' }))
      await until(live, () => !isEdited(graphic.id), newsWithin);
  };
  const boxes = ticksIn(value);
  if (boxes.length === 0) return null;
  return (
    <fieldset disabled={disabled} className="col-span-2 grid grid-cols-[minmax(0,1fr)] gap-1 disabled:opacity-60">
      <legend className="sr-only">Boxes to tick</legend>
      {boxes.map(({ at, words, done }) => (
        <Tick key={at} checked={done} onChange={(ticked) => void tick(at, words, ticked)}>
          <span className="truncate">{words}</span>
        </Tick>
      ))}
    </fieldset>
  );
}
