import type { CSSProperties, KeyboardEvent, PointerEvent } from 'react';
import type { Area } from './Canvas';

interface Size {
  width: number;
  height: number;
}

const ways: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How far an arrow key moves what has the focus, right and down in design px: by 1, with Shift by 10. Null for another key. */
export function nudgeOf(event: KeyboardEvent): [number, number] | null {
  const way = ways[event.key];
  if (!way) return null;
  event.preventDefault();
  const step = event.shiftKey ? 10 : 1;
  return [way[0] * step, way[1] * step];
}

/**
 * How far the pointer has gone, right and down in canvas px.
 * @param from where it was pressed, in px of the page
 * @param frame lies directly on a picture of the canvas
 */
export function pulledBy(
  event: PointerEvent,
  from: { x: number; y: number },
  frame: HTMLElement,
  canvas: Size,
): [number, number] {
  const px = canvas.width / frame.parentElement!.clientWidth;
  return [(event.clientX - from.x) * px, (event.clientY - from.y) * px];
}

const share = (px: number, of: number): string => `${(px / of) * 100}%`;

/** Where a box of the canvas, in its px, lies on a picture of it. */
export function styleOf(box: Area, canvas: Size): CSSProperties {
  return {
    left: share(box.x, canvas.width),
    top: share(box.y, canvas.height),
    width: share(box.w, canvas.width),
    height: share(box.h, canvas.height),
  };
}
