import { useEffect, useRef, useState, type ReactNode } from 'react';
import clsx from 'clsx';
import { Backdrop } from './Backdrop';
import type { BackdropName } from './backdrops';

/** A rectangle of the canvas, in px. */
export interface Area {
  x: number;
  y: number;
  w: number;
  h: number;
}

interface Props {
  width: number;
  height: number;
  backdrop: BackdropName;
  /** The part of the canvas to show, of the canvas's shape; left out: all of it. */
  area?: Area;
  label: string;
  className?: string;
  /** Mounts what is drawn, in canvas px; returns what takes it away. */
  paint(root: HTMLElement): () => void;
  /** Laid over the picture, in shares of its size. */
  children?: ReactNode;
  /** A press on the frame, at a place of the canvas, in px. */
  onPlace?(x: number, y: number): void;
}

/** A frame of the show's shape that shows a painted canvas, scaled as a whole to the room it has. */
export function Canvas({ width, height, backdrop, area, label, className, paint, children, onPlace }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const root = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(0);
  const shown = area ?? { x: 0, y: 0, w: width, h: height };
  const scale = room / shown.w;

  // Follows the size of the frame.
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => setRoom(entry?.contentRect.width ?? 0));
    watch.observe(frame.current!);
    return () => watch.disconnect();
  }, []);
  // The painter is outside of React; it owns what is below its root.
  useEffect(() => paint(root.current!), [paint]);

  return (
    <div
      ref={frame}
      onClick={(event) => {
        const at = event.currentTarget.getBoundingClientRect();
        onPlace?.(shown.x + (event.clientX - at.x) / scale, shown.y + (event.clientY - at.y) / scale);
      }}
      className={clsx('relative isolate mx-auto overflow-hidden', className)}
      // An upright picture is as high as the window lets it be, not as wide as its column.
      style={{ aspectRatio: `${width} / ${height}`, width: `min(100%, ${(72 * width) / height}vh)` }}
    >
      <div role="img" aria-label={label} className="absolute inset-0">
        <Backdrop name={backdrop} />
        <div
          ref={root}
          // What is drawn comes and goes under the pointer; a press is always the frame’s.
          className="pointer-events-none absolute top-0 left-0 origin-top-left"
          style={{ transform: `scale(${scale}) translate(${-shown.x}px,${-shown.y}px)` }}
        />
      </div>
      {children}
    </div>
  );
}
