import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, SlidersHorizontal, type LucideIcon } from 'lucide-react';
import type { MouseEvent, RefObject } from 'react';
import { Link } from 'wouter';
import { OutfitChoice } from '../fields/OutfitChoice';
import { PictureField } from '../fields/PictureField';
import { Stay } from '../fields/Stay';
import { edits } from '../show/edits';
import { KeptText } from '../show/KeptText';
import { KeyField } from '../show/KeyField';
import { seatsInFrame } from '../show/seats';
import { nowOf, templateOf, upCardOf, useShow, type Graphic } from '../show/show';
import { Button } from '../ui/Button';
import { Drawer } from '../ui/Drawer';
import { Field, Select } from '../ui/Field';

const moves: { name: string; dx: number; dy: number; Icon: LucideIcon }[] = [
  { name: 'left', dx: -1, dy: 0, Icon: ArrowLeft },
  { name: 'up', dx: 0, dy: -1, Icon: ArrowUp },
  { name: 'down', dx: 0, dy: 1, Icon: ArrowDown },
  { name: 'right', dx: 1, dy: 0, Icon: ArrowRight },
];

/** What else of a graphic is changed without leaving the desk: outfit, pictures, place, key. The monitors show it at once. */
export function GraphicTools({ graphic, at }: { graphic: Graphic; at: RefObject<HTMLElement | null> }) {
  return (
    <Drawer
      label={`Outfit, picture, place and key of ${graphic.name}`}
      stays
      tall
      // Beside the monitors: what is moved is seen.
      side="left"
      at={at}
      align="end"
      className="w-84 max-w-[90vw] p-4!"
      trigger={
        <Button kind="bare" className="px-2!" title="Outfit, picture, place and key">
          <SlidersHorizontal aria-hidden size={14} /> <span className="sr-only">Outfit, picture, place and key</span>
        </Button>
      }
    >
      <div className="grid grid-cols-[1fr_4rem] gap-2">
        <Field
          label="Name"
          render={(id) => (
            <KeptText id={id} value={graphic.name} onKeep={(name, from) => edits.graphic(graphic.id, { name }, from)} />
          )}
        />
        <KeyField
          label="Key"
          value={graphic.key}
          onKeep={(key, from) => edits.graphic(graphic.id, { key: key || null }, from)}
        />
      </div>
      {graphic.outfits.length > 0 && (
        <div className="grid gap-1">
          <p className="text-quiet">Outfit</p>
          <OutfitChoice graphic={graphic} />
        </div>
      )}
      <Pictures graphic={graphic} />
      <Place graphic={graphic} />
      <Stay graphic={graphic} without="until switched off" />
      <Link to={`/graphics/${graphic.id}`} className="link">
        Everything else of {graphic.name}
      </Link>
    </Drawer>
  );
}

/** The picture fields of the card that is current. Where rows make the cards, pictures come from there. */
function Pictures({ graphic }: { graphic: Graphic }) {
  const template = useShow((show) => templateOf(show, graphic));
  if (graphic.cardsFrom) return null;
  const card = upCardOf(graphic);
  return template?.fields
    .filter((field) => field.kind === 'picture')
    .map((field) => (
      <Field
        key={field.name}
        label={field.label}
        render={(id) => (
          <PictureField
            id={id}
            value={card.words[field.name] ?? field.sample}
            onKeep={(value) => void edits.graphic(graphic.id, { card: card.id, words: { [field.name]: value } })}
          />
        )}
      />
    ));
}

/** By eye, while the monitors show it: another seat, or a little further. */
function Place({ graphic }: { graphic: Graphic }) {
  const seats = useShow((show) => show.seats);
  const move = (dx: number, dy: number, event: MouseEvent): void => {
    const { place } = nowOf((show) => show.graphics, graphic);
    const by = event.shiftKey ? 1 : 10;
    void edits.graphic(graphic.id, { place: { ...place, x: place.x + dx * by, y: place.y + dy * by } });
  };
  return (
    <div className="grid gap-2">
      <Select
        label="Seat"
        value={graphic.seat}
        choices={seatsInFrame(seats).map((seat) => [seat.id, seat.name])}
        onChoose={(seat) => void edits.graphic(graphic.id, { seat })}
      />
      <div role="group" aria-label="Move it by 10 px" className="flex items-center gap-1">
        {moves.map(({ name, dx, dy, Icon }) => (
          <Button
            key={name}
            aria-label={`Move it ${name}`}
            title={`10 px ${name}; with Shift 1 px`}
            className="px-2.5!"
            onClick={(event) => move(dx, dy, event)}
          >
            <Icon aria-hidden size={14} />
          </Button>
        ))}
        <Button kind="bare" onClick={() => void edits.graphic(graphic.id, { place: { ...graphic.place, x: 0, y: 0 } })}>
          Back to its seat
        </Button>
      </div>
    </div>
  );
}
