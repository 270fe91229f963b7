import { family } from './face';
import type { Node } from './wire';

type Line = NonNullable<Node['line']>;

/** One line, set as it was measured: nothing here may be left to the browser's own judgement. */
export function dressLine(element: HTMLElement, line: Line): void {
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
  style.textDecoration = line.underline ? 'underline from-font' : 'none';
  style.textShadow = line.glow ?? 'none';
  const words = spansOf(line);
  element.replaceChildren(...(line.outline ? outlined(line, words) : words));
}

/** Strokes are drawn half inside the letters, so a stroked copy lies below the words. */
function outlined(line: Line, words: HTMLElement[]): HTMLElement[] {
  const copy = document.createElement('span');
  copy.setAttribute('aria-hidden', 'true');
  copy.style.cssText = `position:absolute;left:0;top:0;color:${line.outline};-webkit-text-stroke:${line.outlineWidth * 2}px ${line.outline}`;
  copy.append(...spansOf(line));
  const over = document.createElement('span');
  over.style.position = 'relative';
  over.append(...words);
  return [copy, over];
}

function spansOf(line: Line): HTMLElement[] {
  return line.spans.map((span) => (span.emoji ? emoji(span.emoji, span.text) : words(span.text, span.face)));
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
