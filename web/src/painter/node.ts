import { dressLine } from './line';
import { mountMedia, type Media } from './media';
import { atRest } from './motion';
import type { Node } from './wire';

/** The elements of one node. `outer` has its place and comes and goes; `inner` holds its children and its hold motion. */
export interface NodeElements {
  readonly outer: HTMLElement;
  readonly inner: HTMLElement;
  media: Media | null;
}

type Parent = Pick<Node, 'box'> | null;

export function makeNode(): NodeElements {
  const outer = document.createElement('div');
  const inner = document.createElement('div');
  outer.style.position = 'absolute';
  inner.style.position = 'absolute';
  inner.style.inset = '0';
  outer.append(inner);
  return { outer, inner, media: null };
}

/** Gives a node's elements their place and looks. Children are left alone. */
export function dressNode(elements: NodeElements, node: Node, parent: Parent): void {
  const { outer, inner } = elements;
  outer.dataset.node = node.id;
  placeNode(outer, node, parent);
  const rest = atRest(node.stance);
  outer.style.transform = rest.transform;
  outer.style.opacity = rest.opacity;
  outer.style.filter = node.blur ? `blur(${node.blur}px)` : '';
  inner.style.overflow = node.mask == null ? 'visible' : 'hidden';
  inner.style.borderRadius = node.mask == null ? '' : `${node.mask}px`;
  inner.style.clipPath = node.clip ?? '';
  if (node.feather) feather(inner, node.feather);
  if (node.plate) dressPlate(inner, node.plate);
  if (node.line) dressLine(inner, node.line);
  if (node.drawing) dressDrawing(inner, node.drawing);
  if (node.image && JSON.stringify(node.image) !== JSON.stringify(elements.media?.image)) {
    elements.media?.remove();
    elements.media = mountMedia(inner, node.image);
  }
}

/** Boxes are given on the canvas; a page places them within their parent. */
export function placeNode(outer: HTMLElement, node: Node, parent: Parent): void {
  outer.style.left = `${node.box.x - (parent?.box.x ?? 0)}px`;
  outer.style.top = `${node.box.y - (parent?.box.y ?? 0)}px`;
  outer.style.width = `${node.box.w}px`;
  outer.style.height = `${node.box.h}px`;
}

function dressPlate(element: HTMLElement, plate: NonNullable<Node['plate']>): void {
  const layers = [plate.light, plate.fill.startsWith('#') ? null : plate.fill].filter(Boolean);
  element.style.backgroundColor = plate.fill.startsWith('#') ? plate.fill : 'transparent';
  element.style.backgroundImage = layers.join(',');
  element.style.borderRadius = `${plate.radius}px`;
  element.style.boxShadow = plate.halo ?? 'none';
}

/** Children fade away towards the edges: upper, right, lower, left. */
function feather(element: HTMLElement, [top, right, bottom, left]: readonly number[]): void {
  const across = `linear-gradient(90deg,transparent 0,#000 ${left}px,#000 calc(100% - ${right}px),transparent 100%)`;
  const down = `linear-gradient(180deg,transparent 0,#000 ${top}px,#000 calc(100% - ${bottom}px),transparent 100%)`;
  element.style.setProperty('-webkit-mask-image', `${across},${down}`);
  element.style.setProperty('-webkit-mask-composite', 'source-in');
}

function dressDrawing(element: HTMLElement, drawing: NonNullable<Node['drawing']>): void {
  const space = 'http://www.w3.org/2000/svg';
  const svg = document.createElementNS(space, 'svg');
  svg.setAttribute('viewBox', `0 0 ${drawing.side} ${drawing.side}`);
  svg.setAttribute('shape-rendering', 'crispEdges');
  svg.style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%';
  const path = document.createElementNS(space, 'path');
  path.setAttribute('d', drawing.path);
  path.setAttribute('fill', drawing.ink);
  svg.append(path);
  element.replaceChildren(svg);
}
