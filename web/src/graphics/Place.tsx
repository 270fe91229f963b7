import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignStartHorizontal,
  AlignStartVertical,
} from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import { fetchPicture } from '../monitor/usePicture';
import { seatsInFrame } from '../show/seats';
import { edits } from '../show/edits';
import { namesBeside, useShow, type Graphic, type Placement } from '../show/show';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';

import { Range } from '../ui/Range';
import { Heading } from '../ui/Heading';
import { toAlign, type Edge } from '../monitor/placing';
import type { OnKeep } from '../show/useKept';

const edges: { edge: Edge; name: string; Icon: typeof AlignStartVertical }[] = [
  { edge: 'left', name: 'Left edges', Icon: AlignStartVertical },
  { edge: 'center', name: 'Centre horizontally', Icon: AlignCenterVertical },
  { edge: 'right', name: 'Right edges', Icon: AlignEndVertical },
  { edge: 'top', name: 'Upper edges', Icon: AlignStartHorizontal },
  { edge: 'middle', name: 'Centre vertically', Icon: AlignCenterHorizontal },
  { edge: 'bottom', name: 'Lower edges', Icon: AlignEndHorizontal },
];

const plain: Placement = { x: 0, y: 0, scale: 1, opacity: 1 };

/** Where a graphic stands and how large it is, in exact numbers. */
export function Place({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const { place } = graphic;
  const set = (change: Partial<Placement>, from?: number): Promise<boolean> =>
    edits.graphic(graphic.id, { place: { ...place, ...change } }, from);
  const number = (label: string, value: string, onKeep: OnKeep, placeholder?: string) => (
    <Field
      label={label}
      render={(id) => (
        <KeptNumber
          id={id}
          mayBeEmpty={placeholder !== undefined}
          placeholder={placeholder}
          value={value}
          onKeep={onKeep}
        />
      )}
    />
  );
  const moved = JSON.stringify({ ...plain, ...place }) !== JSON.stringify({ ...plain });

  return (
    <Heading
      name="Place"
      help="graphics#place-it"
      note={
        moved && (
          <Button kind="bare" className="min-h-0 py-0" onClick={() => void edits.graphic(graphic.id, { place: plain })}>
            Back to its seat
          </Button>
        )
      }
    >
      <Select
        label="Seat"
        note={
          <Link to="/frame" className="link">
            Seats, drawing order and areas to keep clear
          </Link>
        }
        value={graphic.seat}
        choices={seatsInFrame(show.seats).map((seat) => [seat.id, seat.name])}
        onChoose={(seat) => void edits.graphic(graphic.id, { seat })}
      />
      <div className="grid grid-cols-3 gap-2">
        {number('X, px', String(place.x), (text, from) => set({ x: Math.round(Number(text)) }, from))}
        {number('Y, px', String(place.y), (text, from) => set({ y: Math.round(Number(text)) }, from))}
        {number(
          'Width, px',
          place.width == null ? '' : String(place.width),
          (text, from) => set({ width: text === '' ? undefined : Math.round(Number(text)) }, from),
          'its own',
        )}
      </div>
      <p className="-mt-2 text-small text-quiet">X and Y are counted from its place in the seat.</p>
      <div className="grid grid-cols-2 gap-3">
        <Range
          label="Size"
          value={place.scale}
          min={0.25}
          max={4}
          step={0.05}
          words={(scale) => `${Math.round(scale * 100)} %`}
          onKeep={(scale) => void set({ scale })}
        />
        <Range
          label="Opacity"
          value={place.opacity}
          max={1}
          step={0.05}
          words={(opacity) => `${Math.round(opacity * 100)} %`}
          onKeep={(opacity) => void set({ opacity })}
        />
      </div>
      <Align graphic={graphic} onMove={(dx, dy) => void set({ x: place.x + dx, y: place.y + dy })} />
    </Heading>
  );
}

/** Brings an edge or a middle onto that of the safe frame, or of another graphic. */
function Align({ graphic, onMove }: { graphic: Graphic; onMove(dx: number, dy: number): void }) {
  const show = useShow();
  const [other, setOther] = useState('');
  const align = async (edge: Edge): Promise<void> => {
    const own = await fetchPicture(graphic.id, graphic.place);
    const to = other ? (await fetchPicture(other)).box : show.graphicsSafe;
    const { dx, dy } = toAlign(own.box, to, edge);
    onMove(Math.round(dx / show.designScale), Math.round(dy / show.designScale));
  };
  return (
    <div className="grid gap-1.5">
      <Select
        label="Align with"
        value={other}
        choices={[['', 'the safe frame'], ...namesBeside(show, graphic)]}
        onChoose={setOther}
      />
      <div role="group" aria-label="Align" className="flex gap-1">
        {edges.map(({ edge, name, Icon }) => (
          <button
            key={edge}
            type="button"
            aria-label={name}
            title={name}
            onClick={() => void align(edge)}
            className="grid h-9 flex-1 place-items-center rounded-lg bg-raised text-quiet hover:bg-ridge hover:text-ink"
          >
            <Icon aria-hidden size={16} />
          </button>
        ))}
      </div>
    </div>
  );
}
