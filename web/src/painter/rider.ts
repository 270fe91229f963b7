import { isAlike } from './alike';
import { mountNode, type MountedNode } from './node';
import { dressed } from './style';
import type { BeltEntry } from './belt';
import type { Node } from './wire';

type Belt = NonNullable<Node['belt']>;
export type Piece = Belt['pieces'][number];

/** The pieces of a belt by their ids; what is alike stays the same object, so that nobody draws it anew. */
export function piecesOf(node: Node, before?: ReadonlyMap<string, Piece>): ReadonlyMap<string, Piece> {
  return new Map(
    node.belt!.pieces.map((piece) => {
      const known = before?.get(piece.id);
      return [piece.id, known && isAlike(known, piece) ? known : piece];
    }),
  );
}

/** How long an item takes to be replaced where it is seen, or to be hidden, in ms. */
const changeTime = 200;

/** An item of a belt as it is drawn, in the place it has on its way. */
export interface Rider {
  readonly entry: BeltEntry;
  readonly piece: Piece;
  readonly element: HTMLElement;
  /** It must not be seen any more; its place stays. */
  hide(): void;
  remove(seen: boolean): void;
}

/**
 * @param belt the node through whose box it moves: its pieces stand in that box's corner
 * @param seen whether it takes the place of another one before viewers' eyes
 */
export function mountRider(
  holder: HTMLElement,
  entry: BeltEntry,
  piece: Piece,
  belt: Node,
  now: () => number,
  seen: boolean,
): Rider {
  const element = document.createElement('div');
  element.className = dressed.inner;
  element.setAttribute('data-item', String(entry.seq));
  const nodes = new Map<string, MountedNode>();
  for (const node of piece.nodes) {
    const mounted = mountNode(node, now(), now(), now);
    const parent = node.parent == null ? undefined : nodes.get(node.parent);
    const place = parent?.inner ?? element;
    if (node.under) place.before(mounted.outer);
    else place.append(mounted.outer);
    mounted.place(parent?.node ?? belt);
    nodes.set(node.id, mounted);
  }
  holder.append(element);
  if (seen) element.animate([{ opacity: 0 }, { opacity: 1 }], changeTime);
  let hidden = false;

  function hide(): void {
    if (hidden) return;
    hidden = true;
    const fading = element.animate([{ opacity: 1 }, { opacity: 0 }], { duration: changeTime, fill: 'forwards' });
    fading.onfinish = () => (element.style.visibility = 'hidden');
  }

  function clear(): void {
    for (const node of nodes.values()) node.remove();
    element.remove();
  }

  if (entry.gone) element.style.visibility = 'hidden';
  return {
    entry,
    piece,
    element,
    hide,
    remove(inSight) {
      if (!inSight || hidden) return clear();
      element.animate([{ opacity: 1 }, { opacity: 0 }], { duration: changeTime, fill: 'forwards' }).onfinish = clear;
    },
  };
}
