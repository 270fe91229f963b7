import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { ChevronUp, Copy, PenLine, Plus, Table2, Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { PictureView } from '../monitor/PictureView';
import { usePicture } from '../monitor/usePicture';
import { useShow, type Card, type Graphic } from '../show/show';
import { litIn } from '../show/air';
import { edits } from '../show/edits';
import { Button } from '../ui/Button';
import { Ordered, useDragged, useOrdered } from '../ui/Ordered';
import { cardEdits } from './cardEdits';

const width = 148;
const gap = 8;

interface Props {
  graphic: Graphic;
  chosen: Card;
  onChoose(id: string): void;
}

/** The cards of a graphic, each as it would look. The one that is up is lit next. */
export function CardStrip({ graphic, chosen, onChoose }: Props) {
  const cards = cardEdits(graphic.id);
  const from = useShow(({ feeds }) => feeds.find((feed) => feed.id === graphic.cardsFrom?.feed)?.name);
  const scroller = useRef<HTMLDivElement>(null);
  const { setDragged, withDragged } = useDragged();
  const at = graphic.cards.findIndex((card) => card.id === chosen.id);
  // eslint-disable-next-line react-hooks/incompatible-library -- its own way of telling what is in sight
  const strip = useVirtualizer({
    horizontal: true,
    count: graphic.cards.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => width + gap,
    rangeExtractor: (range) => withDragged(defaultRangeExtractor(range)),
    overscan: 3,
  });
  // The chosen card is brought into sight, wherever it was chosen.
  useEffect(() => strip.scrollToIndex(at), [strip, at]);

  const keys = (event: React.KeyboardEvent): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    const next = graphic.cards[at + by];
    if (event.altKey && graphic.cardsFrom) return;
    if (event.altKey) void cards.move(chosen.id, at + by);
    else if (next) onChoose(next.id);
  };

  return (
    <section aria-label="Cards" className="grid gap-2">
      <div className="flex flex-wrap items-center gap-1.5">
        <h2 className="mr-2 font-semibold">
          {graphic.cards.length === 1 ? '1 card' : `${graphic.cards.length} cards`}
          {from && <span className="font-normal text-quiet"> from the rows of {from}</span>}
        </h2>
        {!graphic.cardsFrom && (
          <>
            <Button onClick={() => void cards.add()}>
              <Plus aria-hidden size={15} /> New card
            </Button>
            <Button kind="bare" onClick={() => void cards.duplicate(chosen.id)}>
              <Copy aria-hidden size={14} /> Duplicate
            </Button>
          </>
        )}
        <Button kind="bare" disabled={chosen.id === graphic.up} onClick={() => void cards.putUp(chosen.id)}>
          <ChevronUp aria-hidden size={15} /> Use this card
        </Button>
        {graphic.cardsFrom ? (
          <>
            <Button kind="bare" onClick={() => void edits.graphic(graphic.id, { cardsFrom: null })}>
              <PenLine aria-hidden size={14} /> Write cards by hand
            </Button>
            <Link
              to={`/feeds/${graphic.cardsFrom.feed}`}
              className="ml-auto inline-flex min-h-9 items-center gap-2 rounded-[10px] bg-ridge px-3 font-semibold hover:bg-line"
            >
              <Table2 aria-hidden size={15} /> To its rows
            </Link>
          </>
        ) : (
          <>
            <Button
              kind="bare"
              aria-label="Delete this card"
              disabled={graphic.cards.length === 1}
              onClick={() => void cards.remove([chosen.id])}
            >
              <Trash2 aria-hidden size={14} />
            </Button>
            <Link
              to={`/graphics/${graphic.id}/cards`}
              className="ml-auto inline-flex min-h-9 items-center gap-2 rounded-[10px] bg-ridge px-3 font-semibold hover:bg-line"
            >
              <Table2 aria-hidden size={15} /> As a table
            </Link>
          </>
        )}
      </div>
      <div
        ref={scroller}
        role="listbox"
        aria-label="Cards of this graphic"
        aria-orientation="horizontal"
        aria-description="Arrows choose a card, Alt with an arrow moves it"
        tabIndex={0}
        onKeyDown={keys}
        className="overflow-x-auto overflow-y-hidden rounded-xl p-1 pb-2"
      >
        <Ordered
          ids={graphic.cards.map((card) => card.id)}
          direction="across"
          nameOf={(id) => `card ${graphic.cards.findIndex((card) => card.id === id) + 1}`}
          onDrag={setDragged}
          // Rows stand where their source, or its order, has them.
          onMove={(id, to) => !graphic.cardsFrom && void cards.move(id, to)}
        >
          <div className="relative" style={{ width: strip.getTotalSize(), height: 122 }}>
            {strip.getVirtualItems().map((item) => {
              const card = graphic.cards[item.index]!;
              return (
                <div key={card.id} className="absolute top-0" style={{ left: item.start, width }}>
                  <Thumbnail
                    graphic={graphic}
                    card={card}
                    number={item.index + 1}
                    chosen={card.id === chosen.id}
                    onChoose={() => onChoose(card.id)}
                  />
                </div>
              );
            })}
          </div>
        </Ordered>
      </div>
    </section>
  );
}

interface ThumbnailProps {
  graphic: Graphic;
  card: Card;
  number: number;
  chosen: boolean;
  onChoose(): void;
}

function Thumbnail({ graphic, card, number, chosen, onChoose }: ThumbnailProps) {
  const { data } = usePicture(graphic.id, undefined, card.id);
  const lit = useLive((live) => litIn(live).some((airing) => airing.card === card.id && airing.graphic === graphic.id));
  const { ref, style, listeners } = useOrdered(card.id);
  return (
    <div
      role="option"
      aria-selected={chosen}
      aria-label={`Card ${number}${card.id === graphic.up ? ', current' : ''}${lit ? ', on air' : ''}`}
      ref={ref}
      style={style}
      {...listeners}
      onClick={onChoose}
      className={clsx(
        'relative cursor-pointer overflow-hidden rounded-lg bg-panel',
        chosen ? 'shadow-[0_0_0_2px_var(--color-cool)]' : 'hover:bg-raised',
      )}
    >
      <PictureView close picture={data} label={`Card ${number}`} />
      <span className="flex items-center gap-1.5 px-2 py-1 text-small">
        <span className="text-quiet tabular-nums">{number}</span>
        {card.id === graphic.up && <span className="font-semibold text-lamp-soft">current</span>}
        {lit && <span className="lit ml-auto rounded-full px-1.5 text-micro font-semibold">on air</span>}
      </span>
    </div>
  );
}
