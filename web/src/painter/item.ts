import type { Item, Node } from './wire';
import { isAtRest, legNow } from './leg';
import { setDigits } from './line';
import { playHold, playLeg, playOnce } from './motion';
import { dressNode, makeNode, placeNode, type NodeElements } from './node';
import { drain, followTimer } from './timer';

/** How long what differs takes to change while the rest stands still, in ms. */
const changeTime = 260;
const changeEase = 'cubic-bezier(.3,.7,.2,1)';

interface Mounted extends NodeElements {
  node: Node;
  motion: Animation[];
  hold: Animation[];
  once: Animation[];
  /** Stops what follows a timer. */
  halt?: () => void;
  /** The words of before, while they fade out over the new. */
  ghost?: HTMLElement;
}

/** A drawn item. It owns its element; `update` moves only what differs from the last picture. */
export interface MountedItem {
  update(item: Item, quiet: boolean): void;
  /** Looks again at what the clock brings. */
  tick(): void;
  remove(): void;
}

/** Draws one airing. It joins at the right moment of its motion: an entrance that is over is not played (rule 34). */
export function mountItem(root: HTMLElement, first: Item, now: () => number): MountedItem {
  const element = document.createElement('div');
  element.style.position = 'absolute';
  element.style.inset = '0';
  root.append(element);
  const nodes = new Map<string, Mounted>();
  let item = first;
  let leg: ReturnType<typeof legNow> = null;
  let changes: Animation[] = [];

  function add(node: Node): Mounted {
    const mounted: Mounted = { ...makeNode(), node, motion: [], hold: [], once: [] };
    dressNode(mounted, node, parentOf(node));
    count(mounted);
    nodes.set(node.id, mounted);
    mounted.hold = playHold(mounted.inner, node, item.litAt ?? now(), now());
    begin(mounted);
    return mounted;
  }

  /** Lets the figures, or the meter, of a timer run. */
  function count(mounted: Mounted): void {
    const { inner, node } = mounted;
    mounted.halt?.();
    if (node.line?.digits)
      mounted.halt = followTimer(node.line.digits.program, now, (text) => setDigits(inner, node.line!, text));
    else if (node.drain) mounted.halt = drain(inner, node.drain, node.plate?.radius ?? 0, now);
    else mounted.halt = undefined;
  }

  /** What shows once, and what moves by itself, begins when the card comes up. */
  function begin(mounted: Mounted): void {
    const since = item.upSince ?? now();
    for (const animation of mounted.once) animation.cancel();
    mounted.once = playOnce(mounted.inner, mounted.node, since, now());
    mounted.media?.seek(now() - since);
  }

  function drop(id: string, mounted: Mounted): void {
    mounted.media?.remove();
    mounted.halt?.();
    // Browsers hold on to elements that are still animated, though nobody sees them any more.
    for (const animation of [...mounted.motion, ...mounted.hold, ...mounted.once]) animation.cancel();
    mounted.outer.remove();
    nodes.delete(id);
  }

  function parentOf(node: Node): Node | null {
    return node.parent ? (nodes.get(node.parent)?.node ?? null) : null;
  }

  function holderOf(node: Node): HTMLElement {
    return (node.parent ? nodes.get(node.parent)?.inner : null) ?? element;
  }

  /** Appending in order keeps siblings in drawing order; an element that stands right already is not touched. */
  function arrange(): void {
    const last = new Map<HTMLElement, HTMLElement>();
    for (const node of item.nodes) {
      const { outer } = nodes.get(node.id)!;
      if (node.under) {
        const above = nodes.get(node.parent ?? '')!.inner;
        if (outer.nextElementSibling !== above) above.before(outer);
        continue;
      }
      const holder = holderOf(node);
      const before = last.get(holder);
      const inPlace =
        outer.parentElement === holder && (before ? before.nextElementSibling === outer : firstNode(holder) === outer);
      if (!inPlace) holder.insertBefore(outer, before ? before.nextSibling : firstNode(holder));
      last.set(holder, outer);
    }
  }

  function play(mounted: Mounted): void {
    for (const animation of mounted.motion) animation.cancel();
    mounted.motion = leg ? playLeg(mounted.outer, mounted.node, leg, now()) : [];
  }

  function followLeg(): void {
    const next = legNow(item, now());
    const same =
      next === leg || (next && leg && next.at === leg.at && next.path === leg.path && next.rate === leg.rate);
    if (same) return;
    leg = next;
    for (const mounted of nodes.values()) play(mounted);
  }

  function change(mounted: Mounted, node: Node, still: boolean): void {
    const old = mounted.node;
    mounted.node = node;
    if (still) {
      dressed(mounted, node);
      play(mounted);
      return;
    }
    // Figures that run change without a fade, as they do each second.
    const counted = old.line?.digits && node.line?.digits;
    if (old.line && node.line && !counted && JSON.stringify(old.line) !== JSON.stringify(node.line))
      changes.push(...fadeOver(mounted));
    changes.push(...glide(mounted.outer, old, node));
    dressed(mounted, node);
  }

  function dressed(mounted: Mounted, node: Node): void {
    const shown = mounted.media;
    dressNode(mounted, node, parentOf(node));
    count(mounted);
    if (mounted.media !== shown || mounted.once.length > 0 || node.moves.some((move) => move.path === 'once'))
      begin(mounted);
  }

  for (const node of item.nodes) add(node);
  element.style.zIndex = String(item.z);
  arrange();
  followLeg();

  return {
    update(next, quiet) {
      // A second change while the first still moves: the first jumps to its end (rule 33).
      for (const animation of changes) animation.finish();
      changes = [];
      // Its old words go now, and not when the browser tells that they have faded.
      for (const { ghost } of nodes.values()) ghost?.remove();
      const relit = next.litAt !== item.litAt;
      const stepped = next.upSince !== item.upSince;
      // Words that change on the way in are swapped at once, without effect (rule 15).
      const still = quiet || next.still || relit || !isAtRest(leg, now());
      item = next;
      element.style.zIndex = String(item.z);
      const wanted = new Set(item.nodes.map((node) => node.id));
      for (const [id, mounted] of nodes) {
        if (!wanted.has(id)) drop(id, mounted);
      }
      for (const node of item.nodes) {
        const mounted = nodes.get(node.id);
        if (!mounted) {
          const fresh = add(node);
          if (!still) changes.push(fadeIn(fresh.outer));
        } else if (JSON.stringify(mounted.node) !== JSON.stringify(node)) {
          change(mounted, node, still);
        } else {
          placeNode(mounted.outer, node, parentOf(node));
        }
      }
      if (stepped) for (const mounted of nodes.values()) begin(mounted);
      arrange();
      followLeg();
    },
    tick: followLeg,
    remove() {
      for (const [id, mounted] of nodes) drop(id, mounted);
      element.remove();
    },
  };
}

function firstNode(holder: HTMLElement): Element | null {
  return holder.querySelector(':scope > [data-node]');
}

function fadeIn(element: HTMLElement): Animation {
  return element.animate([{ opacity: 0 }, { opacity: 1 }], { duration: changeTime, easing: changeEase });
}

/** The old words fade out over the new ones, which fade in. */
function fadeOver(mounted: Mounted): Animation[] {
  const { outer, inner } = mounted;
  const ghost = inner.cloneNode(true) as HTMLElement;
  mounted.ghost = ghost;
  ghost.setAttribute('aria-hidden', 'true');
  outer.append(ghost);
  const leaving = ghost.animate([{ opacity: 1 }, { opacity: 0 }], { duration: changeTime, easing: changeEase });
  leaving.onfinish = () => ghost.remove();
  return [leaving, inner.animate([{ opacity: 0 }, { opacity: 1 }], { duration: changeTime, easing: changeEase })];
}

/** From the old place and size to the new. */
function glide(element: HTMLElement, old: Node, node: Node): Animation[] {
  // A line of other words is simply elsewhere; what carries it glides.
  if (node.line || JSON.stringify(old.box) === JSON.stringify(node.box)) return [];
  const { left, top } = element.style;
  const from = { left, top, width: `${old.box.w}px`, height: `${old.box.h}px` };
  const animation = element.animate([from, {}], { duration: changeTime, easing: changeEase });
  return [animation];
}
