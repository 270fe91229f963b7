import type { Area } from './Canvas';

/** Lines of the frame that a graphic's edges and middles are drawn to, in canvas px. */
export interface Lines {
  x: number[];
  y: number[];
}

export interface Snapped {
  dx: number;
  dy: number;
  /** The lines that hold it; null = none. */
  x: number | null;
  y: number | null;
}

const reach = 10;

/** The nearest small step that brings an edge or a middle of the box onto a line. */
export function snap(box: Area, lines: Lines): Snapped {
  const [dx, x] = nearest([box.x, box.x + box.w / 2, box.x + box.w], lines.x);
  const [dy, y] = nearest([box.y, box.y + box.h / 2, box.y + box.h], lines.y);
  return { dx, dy, x, y };
}

function nearest(marks: number[], lines: number[]): [step: number, line: number | null] {
  const steps = marks.flatMap((mark) => lines.map((line) => [line - mark, line] as const));
  const best = steps
    .filter(([step]) => Math.abs(step) <= reach)
    .sort(([one], [other]) => Math.abs(one) - Math.abs(other))[0];
  return best ? [best[0], best[1]] : [0, null];
}

/** Edges and middles of boxes. */
export function linesOf(boxes: readonly Area[]): Lines {
  return {
    x: boxes.flatMap((box) => [box.x, box.x + box.w / 2, box.x + box.w]),
    y: boxes.flatMap((box) => [box.y, box.y + box.h / 2, box.y + box.h]),
  };
}

export type Edge = 'left' | 'center' | 'right' | 'top' | 'middle' | 'bottom';

/** How far a box has to go for an edge or middle of it to lie on that of another. */
export function toAlign(box: Area, to: Area, edge: Edge): { dx: number; dy: number } {
  switch (edge) {
    case 'left':
      return { dx: to.x - box.x, dy: 0 };
    case 'center':
      return { dx: to.x + to.w / 2 - (box.x + box.w / 2), dy: 0 };
    case 'right':
      return { dx: to.x + to.w - (box.x + box.w), dy: 0 };
    case 'top':
      return { dx: 0, dy: to.y - box.y };
    case 'middle':
      return { dx: 0, dy: to.y + to.h / 2 - (box.y + box.h / 2) };
    case 'bottom':
      return { dx: 0, dy: to.y + to.h - (box.y + box.h) };
  }
}

export function overlaps(one: Area, other: Area): boolean {
  return one.x < other.x + other.w && other.x < one.x + one.w && one.y < other.y + other.h && other.y < one.y + one.h;
}
