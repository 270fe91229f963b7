import { Frame } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'wouter';
import { upCardOf, useShow, type Graphic } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Empty, Page } from '../ui/Page';
import { BeltStrip } from './BeltStrip';
import { CardStrip } from './CardStrip';
import { Easel } from './Easel';
import { GraphicList } from './GraphicList';
import { Inspector } from './Inspector';
import { ShelfButton } from './Shelf';

/** Where graphics are set up: the list by seat, the easel with the cards below, and everything about the chosen one. */
export function GraphicsPage() {
  const show = useShow();
  const { id } = useParams();
  const chosen = show.graphics.find((graphic) => graphic.id === id) ?? show.graphics[0];

  return (
    <Page
      title="Graphics"
      help="graphics"
      actions={
        <>
          <UndoButtons />
          <Link
            to="/frame"
            className="inline-flex min-h-9 items-center gap-2 rounded-[10px] px-3 font-semibold text-quiet hover:bg-raised hover:text-ink"
          >
            <Frame aria-hidden size={15} /> Frame and seats
          </Link>
          <ShelfButton />
        </>
      }
    >
      {chosen ? (
        <Bench graphic={chosen} />
      ) : (
        <Empty title={id ? 'This graphic is gone.' : 'No graphics yet.'}>
          <p>Take a template from the shelf. It arrives dressed in your brand, with words to type over.</p>
          <ShelfButton />
        </Empty>
      )}
    </Page>
  );
}

const noWords: Record<string, string> = {};

function Bench({ graphic }: { graphic: Graphic }) {
  const [wish, setWish] = useSearchParams();
  const card = graphic.cards.find((one) => one.id === wish.get('card')) ?? upCardOf(graphic);
  // What is typed shows on the easel before it is kept. It belongs to the card that it is typed for.
  const [typed, setTyped] = useState({ for: '', words: noWords });
  const typedFor = `${graphic.id}/${card.id}`;
  const [running, setRunning] = useState<string | null>(null);
  const runs = running === graphic.id;
  const words = typed.for === typedFor ? typed.words : noWords;
  const onTyped = (field: string, text: string | null): void => {
    const others = Object.fromEntries(Object.entries(words).filter(([name]) => name !== field));
    setTyped({ for: typedFor, words: text === null ? others : { ...others, [field]: text } });
  };
  return (
    <div className="stacks grid min-h-0 grid-cols-[11.875rem_minmax(0,1fr)_18.75rem] gap-4 max-[960px]:grid-cols-[11.875rem_minmax(0,1fr)] max-[960px]:grid-rows-[auto_minmax(0,1fr)] max-[960px]:[&>:first-child]:row-span-2">
      <GraphicList chosen={graphic} />
      <div className="grid min-h-0 auto-rows-max content-start gap-4 overflow-y-auto">
        <Easel key={graphic.id} graphic={graphic} card={card.id} typed={words} runs={runs} />
        <BeltStrip
          graphic={graphic}
          card={card}
          plays={runs}
          onPlay={(plays) => setRunning(plays ? graphic.id : null)}
        />
        <CardStrip graphic={graphic} chosen={card} onChoose={(id) => setWish({ card: id }, { replace: true })} />
      </div>
      <Inspector key={graphic.id} graphic={graphic} card={card} onTyped={onTyped} />
    </div>
  );
}
