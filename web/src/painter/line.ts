import { family } from './face';
import { dressed, put } from './style';
import type { Node } from './wire';

type Line = NonNullable<Node['line']>;

/** One line, set as it was measured: nothing here may be left to the browser's own judgement. */
export function dressLine(element: HTMLElement, line: Line): void {
  const face = line.spans.find((span) => span.face)?.face;
  element.className = dressed.line;
  element.lang = 'en';
  element.dir = line.rtl ? 'rtl' : 'ltr';
  put(element, 'fontFamily', face ? family(face) : '');
  put(element, 'fontSize', `${line.size}px`);
  put(element, 'color', line.ink);
  put(element, 'letterSpacing', line.spacing ? `${line.spacing}px` : '');
  put(element, 'fontVariantLigatures', line.spacing ? 'no-common-ligatures' : '');
  const lines = [line.underline && 'underline', line.strike && 'line-through'].filter(Boolean);
  put(element, 'textDecoration', lines.length > 0 ? `${lines.join(' ')} from-font` : '');
  put(element, 'textShadow', line.glow ?? '');
  fill(element, line, () => spansOf(line, face));
}

/**
 * The words of a timer, each figure in a cell of its own width: nothing shifts as figures change.
 * @param ink of the warning that it is past; none = its own
 */
export function setDigits(element: HTMLElement, line: Line, text: string, ink?: string | null): void {
  const digits = line.digits!;
  const face = line.spans.find((span) => span.face)?.face;
  const said = digits.upper ? text.toUpperCase() : text;
  put(element, 'color', ink ?? line.ink);
  const make = (): HTMLElement[] => {
    const row = document.createElement('span');
    row.style.cssText = `display:flex;justify-content:${places[digits.align]}`;
    // Letters beside the figures keep their own widths, and the space between them.
    for (const piece of said.match(/[\d:;.+−]|[^\d:;.+−]+/gu) ?? []) {
      const cell = words(piece, face);
      const width = cells[piece] ?? (/^\d$/.test(piece) ? 'cell' : null);
      cell.style.cssText += `;flex:none;white-space:pre${width ? `;width:${digits[width]}px;text-align:center` : ''}`;
      row.append(cell);
    }
    return [row];
  };
  fill(element, line, make);
}

/** Which width a sign of a timer has. */
const cells: Record<string, 'colon' | 'sign'> = {
  ':': 'colon',
  ';': 'colon',
  '.': 'colon',
  '+': 'sign',
  '−': 'sign',
};

const places = { start: 'flex-start', left: 'flex-start', center: 'center', right: 'flex-end' } as const;

function fill(element: HTMLElement, line: Line, make: () => HTMLElement[]): void {
  element.replaceChildren(...(line.outline ? outlined(line, make) : make()));
}

/** Strokes are drawn half inside the letters, so a stroked copy lies below the words. */
function outlined(line: Line, make: () => HTMLElement[]): HTMLElement[] {
  const copy = document.createElement('span');
  copy.setAttribute('aria-hidden', 'true');
  copy.style.cssText = `position:absolute;left:0;top:0;right:0;color:${line.outline};-webkit-text-stroke:${line.outlineWidth * 2}px ${line.outline}`;
  copy.append(...make());
  const over = document.createElement('span');
  over.style.position = 'relative';
  over.append(...make());
  return [copy, over];
}

/** @param face of the whole line: a span names its own only where it is another */
function spansOf(line: Line, face: string | null | undefined): HTMLElement[] {
  return line.spans.map((span) =>
    span.emoji ? emoji(span.emoji, span.text) : words(span.text, span.face === face ? null : span.face),
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
