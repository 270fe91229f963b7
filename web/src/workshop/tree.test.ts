import { expect, test } from 'vitest';
import { duplicate, find, group, insert, remove, rowsOf, set, shift, usersOf, type PartJson } from './tree';

const root: PartJson = {
  id: 'all',
  part: 'row',
  parts: [
    { id: 'a', part: 'mark' },
    { id: 'b', part: 'column', parts: [{ id: 'c', part: 'text' }] },
    { id: 'd', part: 'mark' },
  ],
};
const ids = (tree: PartJson) => rowsOf(tree).map((row) => row.part.id);

test('parts are put in, taken out, moved, grouped and doubled, and the tree before stays as it was', () => {
  expect(ids(insert(root, 'b', { id: 'e', part: 'mark' }))).toEqual(['all', 'a', 'b', 'c', 'e', 'd']);
  expect(ids(insert(root, 'a', { id: 'e', part: 'mark' }))).toEqual(['all', 'a', 'e', 'b', 'c', 'd']);
  expect(ids(remove(root, 'b'))).toEqual(['all', 'a', 'd']);
  expect(ids(shift(root, 'd', -1))).toEqual(['all', 'a', 'd', 'b', 'c']);
  expect(shift(root, 'a', -1)).toBe(root);
  const grouped = group(root, ['a', 'd'], 'layers');
  expect(ids(grouped)).toEqual(['all', 'layers', 'a', 'd', 'b', 'c']);
  expect(ids(duplicate(root, 'b'))).toEqual(['all', 'a', 'b', 'c', 'b-2', 'c-2', 'd']);
  expect(ids(root)).toEqual(['all', 'a', 'b', 'c', 'd']);
});

test('in a free layer a group stands where its parts stood, and they where they were', () => {
  const free: PartJson = {
    id: 'all',
    part: 'free',
    width: 600,
    height: 300,
    parts: [
      { id: 'a', part: 'mark', at: [120, 40] },
      { id: 'b', part: 'text', at: [80, 90] },
      { id: 'c', part: 'mark', at: [10, 10] },
    ],
  };
  const placed = group(free, ['a', 'b'], 'free').parts![0]!;
  expect(placed).toMatchObject({ part: 'free', at: [80, 40], width: 600 });
  expect(placed.parts!.map((part) => part.at)).toEqual([
    [40, 0],
    [0, 50],
  ]);
  const flowing = group(free, ['a', 'b'], 'column').parts![0]!;
  expect(flowing.at).toEqual([80, 40]);
  expect(flowing.parts!.map((part) => part.at)).toEqual([undefined, undefined]);
});

test('the parts that show a field, or go by it, are known before it is deleted', () => {
  const tree = set(set(root, 'c', { field: 'name' }), 'd', { onlyIf: 'name' });
  expect(usersOf(tree, 'name').map((part) => part.id)).toEqual(['c', 'd']);
  expect(usersOf(tree, 'role')).toEqual([]);
});

test('the row of a list and the columns of a table are parts of the tree', () => {
  const lists: PartJson = {
    id: 'all',
    part: 'column',
    parts: [
      {
        id: 'list',
        part: 'list',
        field: 'items',
        row: { id: 'entry', part: 'row', parts: [{ id: 'word', part: 'text' }] },
      },
      {
        id: 'table',
        part: 'table',
        field: 'items',
        columns: [
          { id: 'one', size: 30 },
          { id: 'two', size: 30 },
        ] as never,
      },
    ],
  };
  expect(ids(lists)).toEqual(['all', 'list', 'entry', 'word', 'table', 'one', 'two']);
  const changed = set(set(lists, 'word', { size: 20 }), 'two', { align: 'right' });
  expect(changed.parts![0]!.row).toEqual({ id: 'entry', part: 'row', parts: [{ id: 'word', part: 'text', size: 20 }] });
  expect(changed.parts![1]!.columns).toEqual([
    { id: 'one', size: 30 },
    { id: 'two', size: 30, align: 'right' },
  ]);
  // A list keeps its row, and a table its last column.
  expect(ids(remove(lists, 'entry'))).toEqual(ids(lists));
  expect(ids(remove(remove(lists, 'one'), 'two'))).toContain('two');
});

test('a property is given, changed and taken away', () => {
  const wide = set(root, 'c', { width: 40 });
  expect(find(wide, 'c')!.part).toEqual({ id: 'c', part: 'text', width: 40 });
  expect(find(set(wide, 'c', { width: undefined }), 'c')!.part).toEqual({ id: 'c', part: 'text' });
});

test('what went by a part that is deleted shows by itself', () => {
  const tree = set(set(root, 'c', { onlyWith: 'd' }), 'b', { onlyWithout: 'c' });
  const left = remove(tree, 'd');
  expect(find(left, 'c')!.part.onlyWith).toBeUndefined();
  expect(find(left, 'b')!.part.onlyWithout).toBe('c');
});
