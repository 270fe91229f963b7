import clsx from 'clsx';
import type { Schemas } from '../api/client';
import { seatsInFrame } from '../show/seats';
import { useShow, type Graphic } from '../show/ShowContext';
import { Switch } from './Switch';

interface Props {
  onPress(id: string, alone?: boolean): void;
  onChoose(id: string): void;
}

/** The frame, drawn with its seats: a graphic's switch lies where the graphic appears. */
export function Map(props: Props) {
  const { show } = useShow();
  const at = (seat: Schemas['Seat']) => show.graphics.filter((graphic) => graphic.seat === seat.id);
  const seats = seatsInFrame(show);
  const spots = [0, 1, 2].map((row) =>
    [0, 1, 2].map((column) =>
      seats.filter(
        (seat) =>
          seat.kind === 'spot' && seat.row === row && seat.column === column && (!seat.room || at(seat).length > 0),
      ),
    ),
  );
  const used = (kind: Schemas['SeatKind'], row: number) =>
    seats.filter((seat) => seat.kind === kind && seat.row === row && at(seat).length > 0);
  const full = used('frame', 1);

  return (
    <div className="flex min-h-0 flex-col gap-1.5 overflow-y-auto rounded-[18px] bg-linear-to-b from-[#221d18] to-[#1d1915] p-2 shadow-[inset_0_0_0_1px_#322b24]">
      {used('strip', 0).map((seat) => (
        <Seat key={seat.id} seat={seat} graphics={at(seat)} {...props} />
      ))}
      {spots.map((row, index) => (
        <div
          key={index}
          className={clsx(
            'grid grid-cols-[1fr_.9fr_1fr] gap-1.5',
            row.flat().some((seat) => at(seat).length > 0) ? 'min-h-20 shrink-0 grow basis-auto' : 'min-h-12 shrink-0',
          )}
        >
          {row.map((cell, column) => (
            <div key={column} className="grid min-w-0 gap-1.5">
              {cell.map((seat) => (
                <Seat key={seat.id} seat={seat} graphics={at(seat)} low={index === 2} {...props} />
              ))}
            </div>
          ))}
        </div>
      ))}
      {used('strip', 2).map((seat) => (
        <Seat key={seat.id} seat={seat} graphics={at(seat)} {...props} />
      ))}
      {full.map((seat) => (
        <Seat key={seat.id} seat={seat} graphics={at(seat)} {...props} />
      ))}
    </div>
  );
}

interface SeatProps extends Props {
  seat: Schemas['Seat'];
  graphics: readonly Graphic[];
  low?: boolean;
}

function Seat({ seat, graphics, low, onPress, onChoose }: SeatProps) {
  const strip = seat.kind !== 'spot';
  return (
    <section
      aria-label={seat.name}
      className={clsx(
        'flex min-w-0 gap-1 rounded-xl bg-white/[.02] p-1.5',
        strip ? 'items-center [&>div]:flex-1 [&>div]:basis-0' : 'flex-col',
        low && 'justify-end',
      )}
    >
      <h2 className={clsx('px-1 text-[10.5px] text-faint lowercase', strip && 'w-18 shrink-0', low && 'mb-auto')}>
        {seat.name}
      </h2>
      {graphics.map((graphic) => (
        <Switch key={graphic.id} graphic={graphic} onPress={onPress} onChoose={onChoose} />
      ))}
    </section>
  );
}
