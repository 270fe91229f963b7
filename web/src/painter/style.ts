/** Names of the rules below. What all elements of a kind have in common stands there once, and not on each of them. */
export const dressed = { node: 'lamp-node', inner: 'lamp-inner', line: 'lamp-inner lamp-line' };

/** A line is set as it was measured: nothing here may be left to the browser's own judgement. */
const rules = `
.lamp-node{position:absolute}
.lamp-inner{position:absolute;inset:0}
.lamp-line{unicode-bidi:isolate;white-space:pre;font:normal 16px/1 sans-serif;font-synthesis:none;font-optical-sizing:none;
font-kerning:normal;text-rendering:geometricPrecision;letter-spacing:normal;text-decoration:none;text-shadow:none}`;

/** Brings the painter's rules into the document, once. */
export function bringStyles(document: Document): void {
  if (document.getElementById('lamp-rules')) return;
  const style = document.createElement('style');
  style.id = 'lamp-rules';
  style.textContent = rules;
  document.head.append(style);
}

type Property = {
  [name in keyof CSSStyleDeclaration]: CSSStyleDeclaration[name] extends string ? name : never;
}[keyof CSSStyleDeclaration] &
  string;

/** Sets what stands otherwise; '' takes it away. */
export function put(element: HTMLElement, property: Property, value: string): void {
  if (element.style[property] !== value) element.style[property] = value;
}
