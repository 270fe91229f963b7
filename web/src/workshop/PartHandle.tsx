import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Area } from '../monitor/Canvas';
import { HeldLines } from '../monitor/HeldLines';
import { linesOf, snap } from '../monitor/placing';
import { nudgeOf, pulledBy, styleOf } from '../monitor/pulling';
import { useShow } from '../show/show';

interface Props {
  name: string;
  /** Where the part stands, in canvas px. */
  box: Area;
  /** What it is drawn to: its layer, and the parts beside it, in canvas px. */
  others: readonly Area[];
  /** px of the canvas that one design px is. */
  scale: number;
  /** It was let go so many design px further right and down. */
  onMove(x: number, y: number): void;
}

/** The frame around a part of a free layer: drag it, and edges and middles of the others hold it; or nudge it by key. */
export function PartHandle({ name, box, others, scale, onMove }: Props) {
  const { canvas, graphicsSafe, actionSafe } = useShow((show) => show);
  const frame = useRef<HTMLDivElement>(null);
  const start = useRef<{ x: number; y: number } | null>(null);
  const [moved, setMoved] = useState<{ dx: number; dy: number; x: number | null; y: number | null } | null>(null);

  const draw = (event: PointerEvent): void => {
    const from = start.current;
    if (!from) return;
    const [dx, dy] = pulledBy(event, from, frame.current!, canvas);
    const lines = linesOf([{ x: 0, y: 0, w: canvas.width, h: canvas.height }, graphicsSafe, actionSafe, ...others]);
    // With Alt nothing holds it.
    const hold = event.altKey ? null : snap({ ...box, x: box.x + dx, y: box.y + dy }, lines);
    setMoved({ dx: dx + (hold?.dx ?? 0), dy: dy + (hold?.dy ?? 0), x: hold?.x ?? null, y: hold?.y ?? null });
  };
  const drop = (): void => {
    start.current = null;
    setMoved(null);
    if (!moved) return;
    const [x, y] = [Math.round(moved.dx / scale), Math.round(moved.dy / scale)];
    if (x !== 0 || y !== 0) onMove(x, y);
  };
  const nudge = (event: KeyboardEvent): void => {
    const way = nudgeOf(event);
    if (way) onMove(...way);
  };

  return (
    <>
      <HeldLines x={moved?.x ?? null} y={moved?.y ?? null} />
      <div
        ref={frame}
        role="application"
        tabIndex={0}
        aria-label={`Place of ${name}. Arrow keys move it by 1 px, with Shift by 10.`}
        onPointerDown={(event) => {
          event.preventDefault();
          frame.current!.focus();
          frame.current!.setPointerCapture(event.pointerId);
          start.current = { x: event.clientX, y: event.clientY };
        }}
        onPointerMove={draw}
        onPointerUp={drop}
        onPointerCancel={() => {
          start.current = null;
          setMoved(null);
        }}
        onKeyDown={nudge}
        className="absolute cursor-move touch-none rounded-sm border-[1.5px] border-cool focus-visible:shadow-[0_0_0_1.5px_var(--color-cool)] focus-visible:outline-none"
        style={styleOf({ ...box, x: box.x + (moved?.dx ?? 0), y: box.y + (moved?.dy ?? 0) }, canvas)}
      />
    </>
  );
}
