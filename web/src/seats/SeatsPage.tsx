import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useRef, useState, type PointerEvent } from 'react';
import { AirMonitor } from '../monitor/AirMonitor';
import type { Area } from '../monitor/Canvas';
import { edits } from '../show/edits';
import { showNow, useShow, type Seat, type Show } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { Button } from '../ui/Button';
import { Field, Select } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';
import { KeptText } from '../show/KeptText';

import { Page } from '../ui/Page';
import { KeepClear } from '../monitor/KeepClear';
import { Heading } from '../ui/Heading';
import { ask } from '../ui/ask';
import { useLive } from '../live/live';
import { litIn } from '../show/air';
import { Choose } from '../ui/Choose';

const presets: { name: string; width: number; height: number }[] = [
  { name: 'Full HD', width: 1920, height: 1080 },
  { name: 'HD', width: 1280, height: 720 },
  { name: '1440p', width: 2560, height: 1440 },
  { name: '4K', width: 3840, height: 2160 },
  { name: 'SD, NTSC', width: 720, height: 480 },
  { name: 'SD, PAL', width: 720, height: 576 },
  { name: 'Upright', width: 1080, height: 1920 },
  { name: 'Square', width: 1080, height: 1080 },
];

const rates = ['24000/1001', '24/1', '25/1', '30000/1001', '30/1', '50/1', '60000/1001', '60/1'];

/** The picture itself: its size, seats of one's own, what is drawn over what, and areas to keep clear. */
export function SeatsPage() {
  const show = useShow();
  const [drawing, setDrawing] = useState<'seat' | 'clear' | null>(null);
  const add = (area: Area): void => {
    if (drawing === 'seat') {
      const made: Seat = {
        id: '',
        name: unused('Own seat', ownSeats(show)),
        column: third(area.x + area.w / 2),
        row: third(area.y + area.h / 2),
        kind: 'spot',
        z: 30,
        room: area,
      };
      void edits.seats.add(made);
    } else void edits.keepClear.add({ id: '', name: unused('Area', show.keepClear), area });
    setDrawing(null);
  };

  return (
    <Page title="Frame and seats" help="frame-and-seats" actions={<UndoButtons />}>
      <div className="stacks grid min-h-0 grid-cols-[minmax(0,1fr)_21.25rem] gap-5">
        <div className="grid min-h-0 content-start gap-3">
          <Drawing active={drawing !== null} onDraw={add}>
            <AirMonitor className="rounded-xl" />
            {show.keepClear.map((one) => (
              <KeepClear key={one.id} area={one.area} name={one.name} />
            ))}
            {ownSeats(show).map((seat) => (
              <SeatBox key={seat.id} seat={seat} />
            ))}
          </Drawing>
          <div className="flex flex-wrap items-center gap-2">
            <Button onClick={() => setDrawing('seat')}>Draw a seat</Button>
            <Button onClick={() => setDrawing('clear')}>Draw an area to keep clear</Button>
            {drawing && (
              <span role="status" className="text-quiet">
                Draw it on the picture with the pointer, or{' '}
                <button type="button" className="link" onClick={() => add(middle)}>
                  put it in the middle
                </button>
                .
              </span>
            )}
          </div>
        </div>
        <div className="grid min-h-0 content-start gap-4 overflow-y-auto pr-1">
          <Size />
          <Heading
            name="Areas to keep clear"
            help="frame-and-seats#areas-to-keep-clear"
            note={show.keepClear.length === 0 ? 'none' : undefined}
          >
            {show.keepClear.map((one, at) => (
              <div key={one.id} className="flex gap-1.5">
                <KeptText
                  aria-label={`Name of area ${at + 1}`}
                  value={one.name}
                  onKeep={(name, from) => edits.keepClear.change(one.id, { name }, from)}
                />
                <Button
                  kind="bare"
                  aria-label={`Delete ${one.name}`}
                  onClick={() => void edits.keepClear.remove(one.id)}
                >
                  <Trash2 aria-hidden size={14} />
                </Button>
              </div>
            ))}
          </Heading>
          <OwnSeats />
          <Order />
        </div>
      </div>
    </Page>
  );
}

const middle: Area = { x: 0.35, y: 0.35, w: 0.3, h: 0.3 };

function third(share: number): number {
  return Math.min(2, Math.floor(share * 3));
}

/** A name with the first number after it that is free. */
function unused(name: string, taken: readonly { name: string }[]): string {
  let number = 1;
  while (taken.some((one) => one.name === `${name} ${number}`)) number++;
  return `${name} ${number}`;
}

function ownSeats(show: Show): Seat[] {
  return show.seats.filter((seat) => seat.room != null);
}

function perSecond(rate: string): number {
  const [numerator, denominator] = rate.split('/').map(Number) as [number, number];
  return numerator / denominator;
}

function Size() {
  const show = useShow();
  const { width, height, rate } = show.canvas;
  const lit = useLive((live) => litIn(live).length);
  /** All that is lit is set anew for another canvas: viewers see that. */
  const keep = async (change: Partial<Show['canvas']>, from?: number): Promise<boolean> => {
    const words = 'Graphics are on air: viewers see them set anew for it at once.';
    const may =
      lit === 0 || (await ask({ title: 'Change the picture while you are on air?', words, yes: 'Change it' }));
    // What was taken back was not refused: what stands is simply shown again.
    return !may || edits.show({ canvas: { width, height, rate, ...change } }, from);
  };
  return (
    <Heading name="Picture" help="frame-and-seats#size" note={`${width} × ${height}`}>
      <Select
        label="Size"
        note="All graphics are set anew for it. The page in your mixing software wants the same size."
        value={presets.find((one) => one.width === width && one.height === height)?.name ?? ''}
        choices={[
          ['', 'Own size'],
          ...presets.map((one) => [one.name, `${one.name} (${one.width} × ${one.height})`] as const),
        ]}
        onChoose={(name) => {
          const preset = presets.find((one) => one.name === name);
          if (preset) void keep({ width: preset.width, height: preset.height });
        }}
      />
      <div className="grid grid-cols-3 gap-2">
        <Field
          label="Width, px"
          render={(id) => (
            <KeptNumber
              id={id}
              value={String(width)}
              onKeep={(text, from) => keep({ width: Math.round(Number(text)) }, from)}
            />
          )}
        />
        <Field
          label="Height, px"
          render={(id) => (
            <KeptNumber
              id={id}
              value={String(height)}
              onKeep={(text, from) => keep({ height: Math.round(Number(text)) }, from)}
            />
          )}
        />
        <Select
          label="Frame rate"
          value={`${rate.numerator}/${rate.denominator}`}
          choices={rates.map((one) => [one, String(Math.round(perSecond(one) * 1000) / 1000)])}
          onChoose={(chosen) => {
            const [numerator, denominator] = chosen.split('/').map(Number) as [number, number];
            void keep({ rate: { numerator, denominator } });
          }}
        />
      </div>
    </Heading>
  );
}

const columns = ['to the right', 'both ways', 'to the left'];
const rows = ['downwards', 'both ways', 'upwards'];

function OwnSeats() {
  const show = useShow();
  const own = ownSeats(show);
  return (
    <Heading name="Own seats" help="frame-and-seats#seats-of-your-own" note={own.length === 0 ? 'none' : undefined}>
      {own.map((seat) => (
        <div key={seat.id} className="grid gap-1.5 rounded-lg bg-panel p-2">
          <div className="flex gap-1.5">
            <KeptText
              aria-label={`Name of ${seat.name}`}
              value={seat.name}
              onKeep={(name, from) => edits.seats.change(seat.id, { name }, from)}
            />
            <Button kind="bare" aria-label={`Delete ${seat.name}`} onClick={() => void edits.seats.remove(seat.id)}>
              <Trash2 aria-hidden size={14} />
            </Button>
          </div>
          <div className="grid grid-cols-2 gap-1.5">
            <Grows
              label="Grows"
              words={columns}
              value={seat.column}
              onKeep={(column) => void edits.seats.change(seat.id, { column })}
            />
            <Grows
              label="and"
              words={rows}
              value={seat.row}
              onKeep={(row) => void edits.seats.change(seat.id, { row })}
            />
          </div>
        </div>
      ))}
    </Heading>
  );
}

function Grows(props: { label: string; words: string[]; value: number; onKeep(value: number): void }) {
  return (
    <Field
      label={props.label}
      render={(id) => (
        <Choose
          id={id}
          value={String(props.value)}
          choices={props.words.map((words, at) => [String(at), words] as const)}
          onChoose={(at) => props.onKeep(Number(at))}
        />
      )}
    />
  );
}

/** What is drawn over what: the topmost first. */
function Order() {
  const show = useShow();
  const used = show.seats.filter((seat) => seat.room || show.graphics.some((graphic) => graphic.seat === seat.id));
  const swap = (one: Seat, other: Seat | undefined): void => {
    if (!other) return;
    const order = showNow().seats.map(({ id }) => (id === one.id ? other.id : id === other.id ? one.id : id));
    void edits.show({ seatOrder: order });
  };
  return (
    <Heading name="Drawing order" help="frame-and-seats#drawing-order" note="topmost first">
      <ol className="grid gap-1">
        {[...used].reverse().map((seat, at, all) => (
          <li key={seat.id} className="flex items-center gap-1 rounded-lg bg-panel py-0.5 pl-3">
            <span className="mr-auto">{seat.name}</span>
            <Button
              kind="bare"
              aria-label={`${seat.name} higher`}
              disabled={at === 0}
              onClick={() => swap(seat, all[at - 1])}
            >
              <ArrowUp aria-hidden size={14} />
            </Button>
            <Button
              kind="bare"
              aria-label={`${seat.name} lower`}
              disabled={at === all.length - 1}
              onClick={() => swap(seat, all[at + 1])}
            >
              <ArrowDown aria-hidden size={14} />
            </Button>
          </li>
        ))}
      </ol>
    </Heading>
  );
}

function SeatBox({ seat }: { seat: Seat }) {
  const share = (part: number) => `${part * 100}%`;
  const { x, y, w, h } = seat.room!;
  return (
    <div
      className="pointer-events-none absolute rounded-sm border border-cool"
      style={{ left: share(x), top: share(y), width: share(w), height: share(h) }}
    >
      <span className="absolute right-1 bottom-0.5 text-[0.5625rem] text-white [text-shadow:0_0_3px_#000]">
        {seat.name}
      </span>
    </div>
  );
}

/** A rectangle drawn with the pointer, in shares of the frame. */
function Drawing(props: { active: boolean; onDraw(area: Area): void; children: React.ReactNode }) {
  const [area, setArea] = useState<Area | null>(null);
  const start = useRef<[number, number] | null>(null);
  const at = (event: PointerEvent): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (value: number) => Math.min(1, Math.max(0, Math.round(value * 200) / 200));
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)];
  };
  return (
    <div className="relative">
      {props.children}
      {props.active && (
        <div
          data-drawing
          className="absolute inset-0 cursor-crosshair touch-none"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            start.current = at(event);
          }}
          onPointerMove={(event) => {
            if (!start.current) return;
            const [[x1, y1], [x2, y2]] = [start.current, at(event)];
            setArea({ x: Math.min(x1, x2), y: Math.min(y1, y2), w: Math.abs(x2 - x1), h: Math.abs(y2 - y1) });
          }}
          onPointerUp={() => {
            start.current = null;
            if (area && area.w >= 0.02 && area.h >= 0.02) props.onDraw(area);
            setArea(null);
          }}
        >
          {area && (
            <div
              className="absolute border-2 border-cool bg-cool/15"
              style={{
                left: `${area.x * 100}%`,
                top: `${area.y * 100}%`,
                width: `${area.w * 100}%`,
                height: `${area.h * 100}%`,
              }}
            />
          )}
        </div>
      )}
    </div>
  );
}
