import { isAlike } from './alike';
import { draw, kindOf, type Drawn } from './kinds';
import { atRest, playHold, playLeg, playOnce } from './motion';
import { dressed, put } from './style';
import type { Leg, Node } from './wire';

/** Where a node stands within its parent, in px. */
export interface Stand {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A drawn node. `outer` has its place and comes and goes; `inner` holds its children, and what moves for as long as it is lit. */
export interface MountedNode {
  readonly node: Node;
  readonly outer: HTMLElement;
  readonly inner: HTMLElement;
  readonly stand: Stand | null;
  /** Puts it where it belongs within its parent. */
  place(parent: Node | null): void;
  /** Gives it other looks; children are left alone. */
  update(node: Node, upSince: number): void;
  /** Runs its part of a leg; null = at rest. */
  play(leg: Leg | null): void;
  /** What shows once, and what moves by itself, begins when the card comes up. */
  begin(upSince: number): void;
  remove(): void;
}

/**
 * Draws one node.
 * @param litAt hold motions count from here, in ms of the server's time
 */
export function mountNode(first: Node, litAt: number, upSince: number, now: () => number): MountedNode {
  const outer = document.createElement('div');
  const inner = document.createElement('div');
  outer.className = dressed.node;
  inner.className = dressed.inner;
  outer.append(inner);
  outer.setAttribute('data-node', first.id);
  let node = first;
  let drawn: Drawn = draw(inner, node, now);
  let stand: Stand | null = null;
  let motion: Animation[] = [];
  let once: Animation[] = [];
  dressFrame(outer, inner, node);
  const hold = playHold(inner, node, litAt, now());

  function begin(since: number): void {
    for (const animation of once) animation.cancel();
    once = playOnce(inner, node, since, now());
    drawn.seek?.(now() - since);
  }
  begin(upSince);

  return {
    get node() {
      return node;
    },
    get stand() {
      return stand;
    },
    outer,
    inner,
    place(parent) {
      const { x, y, w, h } = node.box;
      stand = { left: x - (parent?.box.x ?? 0), top: y - (parent?.box.y ?? 0), width: w, height: h };
      for (const side of ['left', 'top', 'width', 'height'] as const) put(outer, side, `${stand[side]}px`);
    },
    update(next, since) {
      const before = node;
      node = next;
      const isSameKind = kindOf(before) === kindOf(node);
      if (!isSameKind) {
        drawn.remove?.();
        clear(inner);
      }
      dressFrame(outer, inner, node);
      if (isSameKind) drawn.update(node);
      else drawn = draw(inner, node, now);
      const isOther = !isAlike(before.image, node.image);
      if (isOther || once.length > 0 || node.moves.some((move) => move.path === 'once')) begin(since);
    },
    play(leg) {
      for (const animation of motion) animation.cancel();
      motion = leg ? playLeg(outer, node, leg, now()) : [];
    },
    begin,
    remove() {
      drawn.remove?.();
      // Browsers hold on to elements that are still animated, though nobody sees them any more.
      for (const animation of [...motion, ...hold, ...once]) animation.cancel();
      outer.remove();
    },
  };
}

/** Nothing is left of what was drawn but the children. */
function clear(inner: HTMLElement): void {
  inner.style.cssText = '';
  inner.className = dressed.inner;
  for (const child of [...inner.children]) if (!(child instanceof HTMLElement && child.dataset.node)) child.remove();
}

/** What all kinds of node have in common: how they stand, and what they let be seen of their children. */
function dressFrame(outer: HTMLElement, inner: HTMLElement, node: Node): void {
  const rest = atRest(node.stance);
  put(outer, 'transform', rest.transform);
  put(outer, 'opacity', rest.opacity);
  put(outer, 'filter', node.blur ? `blur(${node.blur}px)` : '');
  put(inner, 'overflow', node.mask == null ? '' : 'hidden');
  if (!node.plate) put(inner, 'borderRadius', node.mask == null ? '' : `${node.mask}px`);
  put(inner, 'clipPath', node.clip ?? '');
  feather(inner, node.feather);
}

/** Children fade away towards the edges: upper, right, lower, left. */
function feather(element: HTMLElement, edges: readonly number[] | null | undefined): void {
  const [top, right, bottom, left] = edges ?? [];
  const across = `linear-gradient(90deg,transparent 0,#000 ${left}px,#000 calc(100% - ${right}px),transparent 100%)`;
  const down = `linear-gradient(180deg,transparent 0,#000 ${top}px,#000 calc(100% - ${bottom}px),transparent 100%)`;
  put(element, 'webkitMaskImage', edges ? `${across},${down}` : '');
  put(element, 'webkitMaskComposite', edges ? 'source-in' : '');
}
