import type { Node } from './wire';

/** The elements of one node. `outer` has its place and comes and goes; `inner` holds its children and its hold motion. */
export interface NodeElements {
  readonly outer: HTMLElement;
  readonly inner: HTMLElement;
}

type Parent = Pick<Node, 'box'> | null;

export function makeNode(): NodeElements {
  const outer = document.createElement('div');
  const inner = document.createElement('div');
  outer.style.position = 'absolute';
  inner.style.position = 'absolute';
  inner.style.inset = '0';
  outer.append(inner);
  return { outer, inner };
}

/** Gives a node's elements their place and looks. Children are left alone. */
export function dressNode({ outer, inner }: NodeElements, node: Node, parent: Parent): void {
  outer.dataset.node = node.id;
  placeNode(outer, node, parent);
  inner.style.overflow = node.mask == null ? 'visible' : 'hidden';
  inner.style.borderRadius = node.mask == null ? '' : `${node.mask}px`;
  inner.style.clipPath = node.clip ?? '';
  if (node.plate) dressPlate(inner, node.plate);
  if (node.line) dressLine(inner, node.line);
  if (node.image) dressImage(inner, node.image);
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

/** One line, set as it was measured: nothing here may be left to the browser's own judgement. */
function dressLine(element: HTMLElement, line: NonNullable<Node['line']>): void {
  const { style } = element;
  const face = line.spans.find((span) => span.face)?.face;
  element.lang = 'en';
  element.dir = line.rtl ? 'rtl' : 'ltr';
  style.unicodeBidi = 'isolate';
  style.whiteSpace = 'pre';
  style.font = `normal ${line.size}px/1 ${face ? family(face) : 'sans-serif'}`;
  style.fontSynthesis = 'none';
  style.fontOpticalSizing = 'none';
  style.fontKerning = 'normal';
  style.textRendering = 'geometricPrecision';
  style.color = line.ink;
  style.letterSpacing = line.spacing ? `${line.spacing}px` : 'normal';
  style.fontVariantLigatures = line.spacing ? 'no-common-ligatures' : 'normal';
  element.replaceChildren(
    ...line.spans.map((span) => (span.emoji ? emoji(span.emoji, span.text) : words(span.text, span.face))),
  );
}

function words(text: string, face: string | null | undefined): HTMLElement {
  const span = document.createElement('span');
  if (face) span.style.fontFamily = family(face);
  span.textContent = text;
  return span;
}

/** A picture of 1 em that stands on the line without making it higher. */
function emoji(file: string, text: string): HTMLElement {
  const span = document.createElement('span');
  span.style.cssText = 'display:inline-block;position:relative;width:1em;height:0;letter-spacing:0';
  const image = document.createElement('img');
  image.src = `/emoji/${file}`;
  image.alt = text;
  image.style.cssText = 'position:absolute;left:0;bottom:-0.14em;width:1em;height:1em';
  span.append(image);
  return span;
}

function dressImage(element: HTMLElement, image: NonNullable<Node['image']>): void {
  const picture = document.createElement('img');
  picture.src = `/assets/${image.asset}`;
  picture.alt = '';
  const { style } = picture;
  style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%;box-sizing:border-box';
  style.objectFit = image.cover ? 'cover' : 'contain';
  style.borderRadius = `${image.radius}px`;
  if (image.outline) {
    style.border = `${image.outlineWidth}px solid ${image.outline}`;
    style.backgroundColor = image.outline;
  }
  element.replaceChildren(picture);
}

function family(face: string): string {
  return `"${face}"`;
}
