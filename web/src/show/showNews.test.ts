import { expect, test } from 'vitest';
import type { Show } from './show';
import { withShowNews, type ShowNews } from './showNews';

const graphic = (id: string, name: string) => ({
  id,
  name,
  up: 'c1',
  cards: [{ id: 'c1', words: { score: '1', who: 'Pim' } }],
});
const show = {
  revision: 3,
  name: 'Evening',
  graphics: [graphic('a', 'A'), graphic('b', 'B')],
  cues: [],
} as unknown as Show;
const after = (news: object) => withShowNews(show, { from: 3, rev: 4, choices: [], ...news } as unknown as ShowNews);

test('an edit of one graphic leaves the others, and all other lists, the very same objects', () => {
  const next = after({ graphics: { set: [graphic('b', 'B2')] } });
  expect(next.graphics.map((one) => one.name)).toEqual(['A', 'B2']);
  expect(next.graphics[0]).toBe(show.graphics[0]);
  expect(next.cues).toBe(show.cues);
  expect(next.revision).toBe(4);
});

test('what came, went or moved is told by the order', () => {
  expect(after({ graphics: { set: [graphic('c', 'C')], order: ['c', 'a'] } }).graphics.map((one) => one.id)).toEqual([
    'c',
    'a',
  ]);
});

test('a card that comes up and a number that is counted touch nothing else', () => {
  const next = after({ choices: [{ graphic: 'a', up: 'c2', worn: 'o', words: { c1: { score: '2' } } }] });
  expect(next.graphics[0]).toMatchObject({ up: 'c2', worn: 'o', cards: [{ words: { score: '2', who: 'Pim' } }] });
  expect(next.graphics[1]).toBe(show.graphics[1]);
});
