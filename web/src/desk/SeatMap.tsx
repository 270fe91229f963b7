import clsx from 'clsx';
import { RotateCcw, X } from 'lucide-react';
import { memo, useMemo } from 'react';
import type { Schemas } from '../api/client';
import { useLive, type News } from '../live/LiveContext';
import { isCarried } from '../show/carried';
import { seatsInFrame } from '../show/seats';
import { useShow, type Graphic, type Show } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { Switch } from './Switch';
import type { Desk } from './useDesk';

/** The frame, drawn with its seats: a graphic's switch lies where the graphic appears. */
export function SeatMap({ desk }: { desk: Desk }) {
  const { show } = useShow();
  const { news } = useLive();
  const { rows, strips, full, bySeat } = useMemo(() => laidOut(show), [show]);
  const facts = useMemo(() => factsOf(show, news), [show, news]);
  const seat = (one: Schemas['Seat'], low?: boolean) => (
    <Seat key={one.id} seat={one} graphics={bySeat.get(one.id) ?? none} facts={facts} low={low} desk={desk} />
  );

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-1 overflow-y-auto rounded-[18px] bg-linear-to-b from-[#221d18] to-[#1d1915] p-1.5 shadow-[inset_0_0_0_1px_#322b24]">
      {strips(0).map((one) => seat(one))}
      {rows.map((row, index) => (
        <div
          key={index}
          // A full row gives way to the others, down to the height of two switches: its seats scroll then.
          style={{ minHeight: rowHeight(Math.max(...row.flat().map((one) => bySeat.get(one.id)?.length ?? 0))) }}
          className={clsx(
            'grid grid-cols-[1fr_.9fr_1fr] grid-rows-[minmax(0,1fr)] gap-1',
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

const none: readonly Graphic[] = [];

/** How many switches, one above the other, a seat shows in any case. */
const open = 2;

/** In px: the seat's name and its switches, up to those that are shown without scrolling. */
function rowHeight(most: number): number {
  return most === 0 ? 40 : 28 + 44 * Math.min(most, open);
}

/** The seats as they lie in the frame, and who sits in each. */
function laidOut(show: Show) {
  const bySeat = new Map<string, Graphic[]>();
  for (const graphic of show.graphics) bySeat.set(graphic.seat, [...(bySeat.get(graphic.seat) ?? []), graphic]);
  const seats = seatsInFrame(show);
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

/** What the news say of each graphic, looked up once for all switches. */
function factsOf(show: Show, news: News | null) {
  const map = <T,>(all: readonly T[] | undefined, id: (one: T) => string) =>
    new Map((all ?? []).map((one) => [id(one), one]));
  const repeats = map(news?.repeats, (one) => one.graphic);
  const followers = map(news?.followers, (one) => one.graphic);
  const asides = new Set(news?.asides);
  const alerts = new Set(news?.alerts.map((one) => one.graphic));
  const hushed = new Set(news?.hush?.waiting);
  return {
    airings: map(news?.airings, (one) => one.graphic),
    switches: news?.switches,
    templates: map(show.templates, (one) => one.id),
    timers: map(news?.timers, (one) => one.timer),
    standby: news?.standby,
    cueStandby: new Set(
      show.cues
        .find((cue) => cue.id === news?.standbyCue)
        ?.steps[0]?.settings.filter((one) => one.act === 'light')
        .map((one) => one.graphic),
    ),
    names: map(show.graphics, (one) => one.id),
    last: map(news?.last, (one) => one.seat),
    carried: !news || isCarried(news.pages),
    waits: news?.waits ?? false,
    repeats,
    comes: (id: string) => followers.get(id)?.at ?? repeats.get(id)?.at,
    away: (id: string) =>
      asides.has(id) ? 'aside' : hushed.has(id) ? 'hush' : alerts.has(id) ? 'alert' : (undefined as undefined),
  };
}

interface SeatProps {
  seat: Schemas['Seat'];
  graphics: readonly Graphic[];
  facts: ReturnType<typeof factsOf>;
  low?: boolean;
  desk: Desk;
}

const Seat = memo(({ seat, graphics, facts, low, desk }: SeatProps) => {
  const strip = seat.kind !== 'spot';
  return (
    <section
      aria-label={seat.name}
      className={clsx(
        'flex min-h-0 min-w-0 gap-1 rounded-xl bg-white/[.02] p-1',
        strip ? 'shrink-0 items-center' : 'flex-col',
        low && 'justify-end',
      )}
    >
      <h2
        className={clsx(
          'flex min-h-4 items-center justify-between gap-1 px-1 text-[10.5px] text-faint lowercase',
          strip && 'w-18 shrink-0 flex-wrap',
          low && 'mb-auto',
        )}
      >
        <span className="shrink-0">{seat.name}</span>
        <LastHeld seat={seat} facts={facts} short={strip} />
      </h2>
      <div
        className={clsx(
          'gap-1',
          strip ? 'grid flex-1 grid-cols-[repeat(auto-fit,minmax(150px,1fr))]' : 'flex flex-col',
          // The glow of what is lit has room within what scrolls.
          graphics.length > open && '-m-2 -mt-1 min-h-0 overflow-y-auto p-2 pt-1',
          strip && 'max-h-[100px]',
        )}
      >
        {graphics.map((graphic) => {
          const view = facts.switches?.get(graphic.id);
          return (
            <Switch
              key={graphic.id}
              graphic={graphic}
              airing={facts.airings.get(graphic.id)}
              view={view}
              template={facts.templates.get(graphic.template)}
              timer={view?.timer ? facts.timers.get(view.timer)?.program : undefined}
              standby={facts.standby === graphic.id || facts.cueStandby.has(graphic.id)}
              comes={facts.comes(graphic.id)}
              waits={facts.waits}
              repeats={facts.repeats.has(graphic.id)}
              away={facts.away(graphic.id)}
              follower={graphic.then ? facts.names.get(graphic.then.graphic)?.name : undefined}
              uncarried={!facts.carried}
              desk={desk}
            />
          );
        })}
      </div>
    </section>
  );
});

/** What the seat held last: one press brings it back, another forgets it. */
function LastHeld({ seat, facts, short }: { seat: Schemas['Seat']; facts: SeatProps['facts']; short: boolean }) {
  const { press } = useAir();
  const last = facts.last.get(seat.id);
  const graphic = last && facts.names.get(last.graphic);
  if (!graphic || isLit(facts.airings.get(graphic.id)?.phase)) return null;
  return (
    <span className="flex min-w-0 items-center text-quiet normal-case">
      <button
        type="button"
        title={`Bring back what was here last: ${graphic.name}`}
        aria-label={`Bring back ${graphic.name}`}
        onClick={() => void press('bringBack', { seat: seat.id })}
        className="flex h-4 min-w-0 items-center gap-1 rounded-md px-1 hover:bg-raised hover:text-ink"
      >
        <RotateCcw aria-hidden size={11} className="shrink-0" />
        {!short && <span className="truncate">{graphic.name}</span>}
      </button>
      <button
        type="button"
        title="Forget what was here last"
        aria-label={`Forget ${graphic.name} in ${seat.name}`}
        onClick={() => void press('forget', { seat: seat.id })}
        className="grid h-4 w-5 shrink-0 place-items-center rounded-md hover:bg-raised hover:text-ink"
      >
        <X aria-hidden size={11} />
      </button>
    </span>
  );
}
