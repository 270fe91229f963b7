import type { Schemas } from '../api/client';

export type Shape = Schemas['ListShape'];

/** One line of a list field, taken apart. */
export interface Line {
  /** As it stands before the line: a line may be ticked, open, or neither. */
  mark: '' | '[x]' | '[ ]';
  /** Its columns; at least as many as its rows show. */
  cells: string[];
}

const mark = /^\s*\[([xX ])\] ?/;

/** A line with a box. */
export interface Box {
  /** Which line of the list it is, from 0. */
  at: number;
  words: string;
  done: boolean;
}

/** The boxes of a list that is written by hand; none where rules make it. */
export function ticksIn(text: string): Box[] {
  if (isMade(text) || text.includes('{{')) return [];
  return text.split('\n').flatMap((line, at) => {
    const found = mark.exec(line);
    return found ? [{ at, words: said(line.slice(found[0].length)), done: found[1] !== ' ' }] : [];
  });
}

const said = (columns: string): string => columns.replaceAll('\t', ' · ');

/** The list with one of its boxes ticked, or open again; null when there is no such line any more. */
export function withTick(text: string, at: number, words: string, done: boolean): string | null {
  const boxes = ticksIn(text).filter((box) => box.words === words);
  // Lines may have moved since they were looked at.
  const box = boxes.find((one) => one.at === at) ?? boxes[0];
  if (!box) return null;
  return text
    .split('\n')
    .map((line, place) => (place === box.at ? line.replace(mark, done ? '[x] ' : '[ ] ') : line))
    .join('\n');
}

/** Whether a list is put together by rules, such as one for each row of a feed: its lines are no items. */
export const isMade = (text: string): boolean => text.includes('{%');

export function linesIn(text: string, shape: Shape): Line[] {
  return text.split('\n').map((line) => {
    const found = mark.exec(line);
    const rest = found ? line.slice(found[0].length) : line;
    const colon = shape.colon && !rest.includes('\t') ? rest.indexOf(': ') : -1;
    const cells = colon > 0 ? [rest.slice(0, colon), rest.slice(colon + 2)] : rest.split('\t');
    while (cells.length < shape.columns) cells.push('');
    return { mark: found ? (found[1] === ' ' ? '[ ]' : '[x]') : '', cells };
  });
}

export function textOf(lines: readonly Line[], shape: Shape): string {
  return lines
    .map(({ mark: before, cells }) => {
      const filled = cells.slice(0, cells.findLastIndex((cell) => cell !== '') + 1);
      const [first = '', second] = filled;
      const parted = shape.colon && filled.length === 2 && first !== '' && !first.includes(': ');
      const words = parted ? `${first}: ${second}` : filled.join('\t');
      return before && words ? `${before} ${words}` : before || words;
    })
    .join('\n');
}

/** The lines with one of them in another place. */
export function moved(lines: readonly Line[], from: number, to: number): Line[] {
  const rest = lines.filter((_, at) => at !== from);
  return [...rest.slice(0, to), lines[from]!, ...rest.slice(to)];
}
