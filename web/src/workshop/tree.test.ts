import { expect, test } from 'vitest';
import { duplicate, find, group, insert, remove, rowsOf, set, shift, type PartJson } from './tree';

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

test('a property is given, changed and taken away', () => {
  const wide = set(root, 'c', { width: 40 });
  expect(find(wide, 'c')!.part).toEqual({ id: 'c', part: 'text', width: 40 });
  expect(find(set(wide, 'c', { width: undefined }), 'c')!.part).toEqual({ id: 'c', part: 'text' });
});
