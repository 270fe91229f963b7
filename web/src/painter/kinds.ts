import { isAlike } from './alike';
import { mountConveyor } from './conveyor';
import { mountFlip } from './flip';
import { dressLine, setDigits } from './line';
import { mountMedia } from './media';
import { put } from './style';
import { drain, followTimer, warningAt } from './timer';
import type { Node } from './wire';

/** What a node is made of, drawn within its element. Each kind of node has one way to do it. */
export interface Drawn {
  update(node: Node): void;
  /** Goes to where it has come after this many ms, and plays on from there. */
  seek?(passed: number): void;
  remove?(): void;
}

type Draw = (element: HTMLElement, node: Node, now: () => number) => Drawn;

export type Kind = 'group' | 'plate' | 'line' | 'digits' | 'image' | 'drawing' | 'belt' | 'flip';

export function kindOf(node: Node): Kind {
  if (node.line) return node.line.digits ? 'digits' : 'line';
  if (node.image) return 'image';
  if (node.drawing) return 'drawing';
  if (node.belt) return node.belt.program.motion === 'flip' ? 'flip' : 'belt';
  return node.plate || node.drain ? 'plate' : 'group';
}

/** @param now the server's time in ms */
export function draw(element: HTMLElement, node: Node, now: () => number): Drawn {
  return kinds[kindOf(node)](element, node, now);
}

const kinds: Record<Kind, Draw> = {
  group: () => ({ update: () => undefined }),
  plate,
  line,
  digits,
  image,
  drawing,
  belt: mountConveyor,
  flip: mountFlip,
};

/** A plate, or the filling of a meter that runs with a timer. */
function plate(element: HTMLElement, first: Node, now: () => number): Drawn {
  let halt: (() => void) | null = null;
  let drawn: Node | null = null;
  const update = (node: Node): void => {
    const before = drawn;
    drawn = node;
    if (node.plate) dressPlate(element, node.plate);
    if (before && isAlike(before.drain, node.drain) && before.plate?.radius === node.plate?.radius) return;
    halt?.();
    halt = node.drain ? drain(element, node.drain, node.plate?.radius ?? 0, now) : null;
  };
  update(first);
  return { update, remove: () => halt?.() };
}

function line(element: HTMLElement, first: Node): Drawn {
  let set = first.line!;
  dressLine(element, set);
  return {
    update({ line: next }) {
      // A line that only moved keeps its letters, and the pictures among them.
      if (!isAlike(next, set)) dressLine(element, next!);
      set = next!;
    },
  };
}

/** The figures of a timer: the page sets them itself. */
function digits(element: HTMLElement, first: Node, now: () => number): Drawn {
  let halt = (): void => undefined;
  const update = ({ line: set }: Node): void => {
    halt();
    dressLine(element, set!);
    const { program, inks } = set!.digits!;
    // What is past already when a page joins, or when it is told anew, has drawn the eye before.
    let known = warningAt(program, now());
    halt = followTimer(program, now, (text, warning) => {
      // A warning without a colour leaves that of the one before it.
      const ink = inks?.slice(0, warning + 1).findLast((one) => one);
      setDigits(element, set!, text, ink);
      if (warning > known && program.warnings[warning]?.pulse) pulse(element);
      known = warning;
    });
  };
  update(first);
  return { update, remove: () => halt() };
}

/** Draws the eye three times, slower than anything that could be called a flash. */
function pulse(element: HTMLElement): void {
  element.animate([{ scale: 1 }, { scale: 1.12, easing: 'ease-out' }, { scale: 1 }], { duration: 600, iterations: 3 });
}

/** A picture, film or vector animation: it goes on playing unless it is another one, or shown otherwise. */
function image(element: HTMLElement, first: Node): Drawn {
  let media = mountMedia(element, first.image!);
  return {
    update({ image: next }) {
      if (isAlike(next, media.image)) return;
      media.remove();
      media = mountMedia(element, next!);
    },
    seek: (passed) => media.seek(passed),
    remove: () => media.remove(),
  };
}

function drawing(element: HTMLElement, first: Node): Drawn {
  const update = (node: Node): void => dressDrawing(element, node.drawing!);
  update(first);
  return { update };
}

function dressPlate(element: HTMLElement, { light, fill, radius, halo }: NonNullable<Node['plate']>): void {
  const layers = [light, fill.startsWith('#') ? null : fill].filter(Boolean);
  put(element, 'backgroundColor', fill.startsWith('#') ? fill : '');
  put(element, 'backgroundImage', layers.join(','));
  put(element, 'borderRadius', radius ? `${radius}px` : '');
  put(element, 'boxShadow', halo ?? '');
}

function dressDrawing(element: HTMLElement, { side, path: outline, ink }: NonNullable<Node['drawing']>): void {
  const space = 'http://www.w3.org/2000/svg';
  const svg = document.createElementNS(space, 'svg');
  svg.setAttribute('viewBox', `0 0 ${side} ${side}`);
  svg.setAttribute('shape-rendering', 'crispEdges');
  svg.style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%';
  const path = document.createElementNS(space, 'path');
  path.setAttribute('d', outline);
  path.setAttribute('fill', ink);
  svg.append(path);
  element.replaceChildren(svg);
}
