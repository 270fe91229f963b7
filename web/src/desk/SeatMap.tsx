import clsx from 'clsx';
import { memo, useMemo, useRef } from 'react';
import type { Schemas } from '../api/client';
import { seatsInFrame } from '../show/seats';
import { rove } from '../ui/rove';
import { useShow, type Graphic, type Show } from '../show/show';
import { useLocked } from '../show/lock';
import { useShownGraphics } from './deskView';
import { later } from '../ui/later';
import { useHidden } from './useHidden';
import { Switch } from './Switch';

const LastHeld = later(async () => (await import('./LastHeld')).LastHeld);
const SeatRest = later(async () => (await import('./SeatRest')).SeatRest);

/** The frame, drawn with its seats: a graphic's switch lies where the graphic appears. */
export function SeatMap() {
  const graphics = useShownGraphics();
  const locked = useLocked();
  const seats = useShow((show) => show.seats);
  const { rows, strips, full, bySeat } = useMemo(() => laidOut(graphics, seats), [graphics, seats]);
  const seat = (one: Schemas['Seat'], low?: boolean) => (
    <Seat key={one.id} seat={one} graphics={bySeat.get(one.id) ?? none} low={low} />
  );

  return (
    <div
      data-map
      onKeyDown={upAndDown}
      className={clsx(
        'flex min-h-0 flex-1 flex-col gap-1 overflow-y-auto max-sm:flex-none max-sm:overflow-visible rounded-[18px] bg-map p-1.5 shadow-[inset_0_0_0_1px_var(--color-map-line)]',
        locked && 'opacity-60',
      )}
    >
      {graphics.length === 0 && <p className="m-auto p-6 text-quiet">No switch is like that here.</p>}
      {strips(0).map((one) => seat(one))}
      {rows.map((row, index) => (
        <div
          key={index}
          // A full row gives way to the others, down to the height of two switches: its seats scroll then.
          style={{ minHeight: rowHeight(Math.max(...row.flat().map((one) => bySeat.get(one.id)?.length ?? 0))) }}
          className={clsx(
            'grid grid-cols-[1fr_.9fr_1fr] grid-rows-[minmax(0,1fr)] gap-1 max-sm:min-h-0! max-sm:grid-cols-[minmax(0,1fr)] max-sm:grid-rows-none',
            row.flat().some((one) => bySeat.has(one.id)) ? 'shrink grow basis-auto' : 'shrink-0',
          )}
        >
          {row.map((cell, column) => (
            <div key={column} className="grid min-h-0 min-w-0 auto-rows-[minmax(0,auto)] gap-1">
              {cell.map((one) => seat(one, index === 2))}
            </div>
          ))}
        </div>
      ))}
      {strips(2).map((one) => seat(one))}
      {full.map((one) => seat(one))}
    </div>
  );
}

/** From switch to switch, past all that stands on them. */
const upAndDown = rove('[data-press]', '[data-lit]');

const none: readonly Graphic[] = [];

/** How many switches, one above the other, a seat shows in any case. */
const open = 2;

/** In px: the seat's name and its switches, up to those that are shown without scrolling. */
function rowHeight(most: number): number {
  return most === 0 ? 40 : 28 + 44 * Math.min(most, open);
}

/** The seats as they lie in the frame, and who sits in each. */
function laidOut(graphics: readonly Graphic[], all: Show['seats']) {
  const bySeat = new Map<string, Graphic[]>();
  for (const graphic of graphics) bySeat.set(graphic.seat, [...(bySeat.get(graphic.seat) ?? []), graphic]);
  const seats = seatsInFrame(all);
  const rows = [0, 1, 2].map((row) =>
    [0, 1, 2].map((column) =>
      seats.filter(
        (seat) =>
          seat.kind === 'spot' && seat.row === row && seat.column === column && (!seat.room || bySeat.has(seat.id)),
      ),
    ),
  );
  const used = (kind: Schemas['SeatKind'], row: number) =>
    seats.filter((seat) => seat.kind === kind && seat.row === row && bySeat.has(seat.id));
  return { rows, strips: (row: number) => used('strip', row), full: used('frame', 1), bySeat };
}

interface SeatProps {
  seat: Schemas['Seat'];
  graphics: readonly Graphic[];
  low?: boolean;
}

const Seat = memo(({ seat, graphics, low }: SeatProps) => {
  const strip = seat.kind !== 'spot';
  const box = useRef<HTMLDivElement>(null);
  const hidden = useHidden(box, graphics.length);
  return (
    <section
      aria-label={seat.name}
      className={clsx(
        'flex min-h-0 min-w-0 gap-1 rounded-xl bg-white/[.02] p-1',
        strip ? 'shrink-0 items-center max-sm:flex-col max-sm:items-stretch' : 'flex-col',
        low && 'justify-end',
        // Where the map is a list, a seat without anything would only be in the way.
        graphics.length === 0 && 'max-sm:hidden',
      )}
    >
      <h2
        className={clsx(
          'flex min-h-4 items-center justify-between gap-1 px-1 text-micro text-faint lowercase',
          strip && 'w-18 shrink-0 flex-wrap max-sm:w-auto',
          low && 'mb-auto',
        )}
      >
        <span className="shrink-0">{seat.name}</span>
        <LastHeld seat={seat} short={strip} />
        {hidden > 0 && <SeatRest name={seat.name} hidden={hidden} graphics={graphics} />}
      </h2>
      <div
        ref={box}
        className={clsx(
          'gap-1',
          strip
            ? 'grid flex-1 grid-cols-[repeat(auto-fit,minmax(9.375rem,1fr))] max-sm:flex max-sm:flex-col'
            : 'flex flex-col',
          // The glow of what is lit has room within what scrolls.
          graphics.length > open && '-m-2 -mt-1 min-h-0 overflow-y-auto p-2 pt-1',
          strip && 'max-h-[6.25rem]',
          'max-sm:max-h-none! max-sm:overflow-visible!',
        )}
      >
        {graphics.map((graphic) => (
          <Switch key={graphic.id} graphic={graphic} />
        ))}
      </div>
    </section>
  );
});
