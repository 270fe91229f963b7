import { expect, test } from 'vitest';
import { linesIn, moved, textOf, ticksIn, withTick, type Shape } from './lines';

const shape = (part: Partial<Shape>): Shape => ({
  field: 'items',
  columns: 2,
  pictures: [],
  marks: true,
  colon: false,
  ...part,
});

test('lines are taken apart and put together again as they were', () => {
  const text = ['[x] Ticked\twith more', '[ ] Open', '', 'Plain: no colon here', '\tonly the second', 'a\tb\tc'].join(
    '\n',
  );
  const lines = linesIn(text, shape({}));
  expect(lines.map(({ mark }) => mark)).toEqual(['[x]', '[ ]', '', '', '', '']);
  expect(lines[0]!.cells).toEqual(['Ticked', 'with more']);
  expect(lines[3]!.cells).toEqual(['Plain: no colon here', '']);
  expect(textOf(lines, shape({}))).toBe(text);
});

test('a roll parts its lines at the first colon, and a colon within the first words needs a tab', () => {
  const roll = shape({ colon: true, marks: false });
  const text = ['Tonight', 'Light: Pim', 'Tea\tthe kettle: a new one', 'Words: of: two colons'].join('\n');
  const lines = linesIn(text, roll);
  expect(lines.map(({ cells }) => cells)).toEqual([
    ['Tonight', ''],
    ['Light', 'Pim'],
    ['Tea', 'the kettle: a new one'],
    ['Words', 'of: two colons'],
  ]);
  expect(textOf(lines, roll)).toBe(text.replace('Tea\tthe', 'Tea: the'));
  expect(textOf([{ mark: '', cells: ['A: b', 'c'] }], roll)).toBe('A: b\tc');
  expect(linesIn('A: b\tc', roll)[0]!.cells).toEqual(['A: b', 'c']);
});

test('a box is ticked wherever its line stands by now, and nothing else changes', () => {
  const text = 'Heading\n[ ] tea\ttwo cups\n  [X] lamp\n[ ] tea\ttwo cups';
  expect(ticksIn(text)).toEqual([
    { at: 1, words: 'tea · two cups', done: false },
    { at: 2, words: 'lamp', done: true },
    { at: 3, words: 'tea · two cups', done: false },
  ]);
  // Of two alike the one that was pressed.
  expect(withTick(text, 3, 'tea · two cups', true)).toBe(text.replace(/\[ \] tea\ttwo cups$/, '[x] tea\ttwo cups'));
  expect(withTick(text, 0, 'lamp', false)).toBe(text.replace('  [X] lamp', '[ ] lamp'));
  expect(withTick(text, 1, 'gone', true)).toBeNull();
  expect(withTick('[ ] $& costs $1', 0, '$& costs $1', true)).toBe('[x] $& costs $1');
  // What rules make, or feeds fill, is not ticked here.
  expect(ticksIn('{% for row in to_see %}[ ] {{ row.text }}\n{% endfor %}')).toEqual([]);
  expect(ticksIn('[ ] {{ song.text }}')).toEqual([]);
});

test('a line that is moved leaves the order of the others', () => {
  const lines = linesIn('a\nb\nc\nd', shape({}));
  const words = (all: typeof lines) => all.map(({ cells }) => cells[0]).join('');
  expect(words(moved(lines, 0, 2))).toBe('bcad');
  expect(words(moved(lines, 3, 0))).toBe('dabc');
});
