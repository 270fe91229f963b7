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
