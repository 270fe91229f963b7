import { changing, comeIn, glide, hasOtherWords } from './change';
import { isAtRest, legNow } from './leg';
import { mountNode, type MountedNode } from './node';
import { dressed } from './style';
import type { Item, Leg, Node } from './wire';

/** A drawn item. It owns its element; `update` touches only nodes that are other objects than before. */
export interface MountedItem {
  update(item: Item, quiet: boolean): void;
  /** Looks again at what the clock brings. */
  tick(): void;
  remove(): void;
}

/** Draws one airing. It joins at the right moment of its motion: an entrance that is over is not played (rule 34). */
export function mountItem(root: HTMLElement, first: Item, now: () => number): MountedItem {
  const element = document.createElement('div');
  element.className = dressed.inner;
  root.append(element);
  const nodes = new Map<string, MountedNode>();
  const changes = changing();
  let item = first;
  let leg: Leg | null = null;

  function parentOf(node: Node): MountedNode | undefined {
    return node.parent ? nodes.get(node.parent) : undefined;
  }

  function add(node: Node): MountedNode {
    const mounted = mountNode(node, item.litAt ?? now(), item.upSince ?? now(), now);
    nodes.set(node.id, mounted);
    mounted.play(leg);
    return mounted;
  }

  /** Appending in order keeps siblings in drawing order; an element that stands right already is not touched. */
  function arrange(): void {
    const last = new Map<HTMLElement, HTMLElement>();
    for (const node of item.nodes) {
      const { outer } = nodes.get(node.id)!;
      const holder = parentOf(node)?.inner ?? element;
      if (node.under) {
        if (outer.nextElementSibling !== holder) holder.before(outer);
        continue;
      }
      const before = last.get(holder);
      const next = before ? before.nextSibling : firstNode(holder);
      if (next !== outer) holder.insertBefore(outer, next);
      last.set(holder, outer);
    }
  }

  function followLeg(): void {
    const next = legNow(item, now());
    const same =
      next === leg || (next && leg && next.at === leg.at && next.path === leg.path && next.rate === leg.rate);
    if (same) return;
    leg = next;
    for (const mounted of nodes.values()) mounted.play(leg);
  }

  /** @param still whether what differs is simply so, without motion */
  function dress(still: boolean): void {
    const wanted = new Set(item.nodes.map((node) => node.id));
    for (const [id, mounted] of nodes) {
      if (wanted.has(id)) continue;
      mounted.remove();
      nodes.delete(id);
    }
    const elsewhere = new Set<string>();
    for (const node of item.nodes) {
      const mounted = nodes.get(node.id);
      if (!mounted) {
        const fresh = add(node);
        if (!still) changes.add(...comeIn(fresh));
      } else if (mounted.node !== node) {
        // Words that are others are simply elsewhere; what carries them glides.
        if (hasOtherWords(mounted.node, node)) {
          elsewhere.add(node.id);
          if (!still) changes.fadeOver(mounted);
        }
        mounted.update(node, item.upSince ?? now());
        if (still) mounted.play(leg);
      }
    }
    arrange();
    for (const node of item.nodes) {
      const mounted = nodes.get(node.id)!;
      const before = mounted.stand;
      mounted.place(parentOf(node)?.node ?? null);
      if (before && !still && !elsewhere.has(node.id)) changes.add(...glide(mounted.outer, before, mounted.stand!));
    }
  }

  element.style.zIndex = String(item.z);
  dress(true);
  followLeg();

  return {
    update(next, quiet) {
      if (next === item) return;
      const before = item;
      const relit = next.litAt !== before.litAt;
      // Words that change on the way in are swapped at once, without effect (rule 15).
      const still = quiet || next.still || relit || !isAtRest(leg, now());
      item = next;
      element.style.zIndex = String(item.z);
      if (!isSame(before.nodes, next.nodes)) {
        changes.finish();
        dress(still);
      }
      if (next.upSince !== before.upSince) for (const mounted of nodes.values()) mounted.begin(item.upSince ?? now());
      followLeg();
    },
    tick: followLeg,
    remove() {
      for (const mounted of nodes.values()) mounted.remove();
      nodes.clear();
      element.remove();
    },
  };
}

function isSame(before: readonly Node[], after: readonly Node[]): boolean {
  return before.length === after.length && before.every((node, at) => node === after[at]);
}

function firstNode(holder: HTMLElement): Element | null {
  let child = holder.firstElementChild;
  while (child && !child.hasAttribute('data-node')) child = child.nextElementSibling;
  return child;
}
