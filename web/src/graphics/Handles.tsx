import clsx from 'clsx';
import { useRef, useState, type PointerEvent } from 'react';
import type { Area } from '../monitor/Canvas';
import { HeldLines } from '../monitor/HeldLines';
import { edits } from '../show/edits';
import { nowOf, useShow, type Graphic, type Placement } from '../show/show';
import { linesOf, snap } from '../monitor/placing';
import { nudgeOf, pulledBy, styleOf } from '../monitor/pulling';

type Grip = 'move' | 'left' | 'right' | 'corner';

interface Props {
  graphic: Graphic;
  /** Where the graphic stands, in canvas px. */
  box: Area;
  /** Boxes of others, to be drawn to. */
  others: readonly Area[];
  /** While it is being moved or sized: what it would be; null = let go. */
  onDraft(place: Placement | null): void;
}

/** The frame around the graphic on the easel: drag it, draw its sides (words refit) or a corner (all of it), or nudge it by key. */
export function Handles({ graphic, box, others, onDraft }: Props) {
  const show = useShow();
  const frame = useRef<HTMLDivElement>(null);
  const start = useRef<{ x: number; y: number; box: Area; place: Placement; grip: Grip } | null>(null);
  const draft = useRef<Placement | null>(null);
  const [held, setHeld] = useState<{ x: number | null; y: number | null }>({ x: null, y: null });
  const { width, height } = show.canvas;
  const seat = show.seats.find((one) => one.id === graphic.seat);
  const design = (px: number): number => Math.round(px / show.designScale);

  const take = (event: PointerEvent, grip: Grip): void => {
    event.preventDefault();
    event.stopPropagation();
    frame.current!.focus();
    frame.current!.setPointerCapture(event.pointerId);
    start.current = { x: event.clientX, y: event.clientY, box, place: graphic.place, grip };
  };
  const draw = (event: PointerEvent): void => {
    const from = start.current;
    if (!from) return;
    const [dx, dy] = pulledBy(event, from, frame.current!, show.canvas);
    const next = from.grip === 'move' ? moved(from, dx, dy, event.altKey) : sized(from, dx, dy);
    draft.current = next;
    onDraft(next);
  };
  const moved = (from: NonNullable<typeof start.current>, dx: number, dy: number, free: boolean): Placement => {
    const lines = linesOf([{ x: 0, y: 0, w: width, h: height }, show.graphicsSafe, show.actionSafe, ...others]);
    const at = { ...from.box, x: from.box.x + dx, y: from.box.y + dy };
    const hold = free ? { dx: 0, dy: 0, x: null, y: null } : snap(at, lines);
    setHeld({ x: hold.x, y: hold.y });
    return { ...from.place, x: from.place.x + design(dx + hold.dx), y: from.place.y + design(dy + hold.dy) };
  };
  /** What the seat holds in place when the graphic grows decides which way it has to be moved as well. */
  const sized = (from: NonNullable<typeof start.current>, dx: number, dy: number): Placement => {
    if (from.grip === 'corner') {
      const by = Math.max((from.box.w + dx) / from.box.w, (from.box.h + dy) / from.box.h);
      const scale = clamp(Math.round(from.place.scale * by * 100) / 100, 0.25, 4);
      // The seat lets it grow from its own side: what is not drawn at stays where it was, and the corner lies under the pointer.
      const more = scale / from.place.scale - 1;
      return {
        ...from.place,
        scale,
        x: from.place.x + design((from.box.w * more * (seat?.column ?? 0)) / 2),
        y: from.place.y + design((from.box.h * more * (seat?.row ?? 0)) / 2),
      };
    }
    const grown = from.grip === 'right' ? dx : -dx;
    const share = (seat?.column ?? 0) / 2;
    return {
      ...from.place,
      width: clamp(design(from.box.w + grown), 40, 4000),
      x: from.place.x + design(from.grip === 'right' ? grown * share : -grown * (1 - share)),
    };
  };
  const drop = (): void => {
    const place = draft.current;
    start.current = null;
    draft.current = null;
    setHeld({ x: null, y: null });
    if (place) void edits.graphic(graphic.id, { place }).then(() => onDraft(null));
    else onDraft(null);
  };
  const nudge = (event: React.KeyboardEvent): void => {
    const way = nudgeOf(event);
    if (!way) return;
    const { place } = nowOf(({ graphics }) => graphics, graphic);
    void edits.graphic(graphic.id, { place: { ...place, x: place.x + way[0], y: place.y + way[1] } });
  };

  return (
    <>
      <HeldLines {...held} />
      <div
        ref={frame}
        role="application"
        tabIndex={0}
        aria-label={`Place of ${graphic.name}: ${graphic.place.x}, ${graphic.place.y}. Arrow keys move it by 1 px, with Shift by 10.`}
        onPointerDown={(event) => take(event, 'move')}
        onPointerMove={draw}
        onPointerUp={drop}
        onPointerCancel={drop}
        onKeyDown={nudge}
        className="absolute cursor-move touch-none rounded-sm shadow-[0_0_0_1.5px_var(--color-cool)] focus-visible:shadow-[0_0_0_2.5px_var(--color-cool)] focus-visible:outline-none"
        style={styleOf(box, show.canvas)}
      >
        {grips.map(({ grip, name, look }) => (
          <span
            key={name}
            data-grip={name}
            onPointerDown={(event) => take(event, grip)}
            className={clsx('absolute size-3 rounded-[3px] bg-cool shadow-[0_0_0_1px_#0008]', look)}
          />
        ))}
      </div>
    </>
  );
}

const grips: { grip: Grip; name: string; look: string }[] = [
  { grip: 'left', name: 'left side', look: 'top-1/2 -left-1.5 -translate-y-1/2 cursor-ew-resize' },
  { grip: 'right', name: 'right side', look: 'top-1/2 -right-1.5 -translate-y-1/2 cursor-ew-resize' },
  { grip: 'corner', name: 'corner', look: '-right-1.5 -bottom-1.5 cursor-nwse-resize' },
];

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}
