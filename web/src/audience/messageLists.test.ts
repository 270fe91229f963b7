import { expect, test } from 'vitest';
import { listed, nothingYet, withFetched, withNews, type Line, type Lines, type Which } from './messageLists';

const line = (no: number, rev: number, part: Partial<Line> = {}): Line =>
  ({
    no,
    rev,
    name: 'pim',
    text: `words ${no}`,
    held: 'no',
    isQuestion: false,
    isGone: false,
    isShown: false,
    ...part,
  }) as Line;
const many = (from: number, count: number, part: Partial<Line> = {}): Line[] =>
  Array.from({ length: count }, (_, at) => line(from + at, from + at, part));
const nos = (lines: readonly Line[]): number[] => lines.map(({ no }) => no);

/** A page that looks at a list, and has followed three thousand messages: the first thousand are none of the newest any more. */
function followed(which: Which = 'everything', find = ''): Lines {
  const looks = { ...nothingYet, list: { which, find } };
  return withNews(withNews(looks, 1500, true, many(1, 1500)), 3000, false, many(1501, 1500));
}

test('a message of a list is as it is now, however old: let in, or taken back with its words', () => {
  const fetched = [4, 5, 6].map((no) => line(no, no, { held: 'link' }));
  const now = withNews(withFetched(followed('held'), fetched), 3003, false, [
    line(5, 3001, { held: 'no' }),
    line(6, 3002, { held: 'link', isGone: true, text: '' }),
    line(2999, 3003, { held: 'link' }),
  ]);
  expect(nos(listed(now, false))).toEqual([4, 2999]);
  // Under a hand what was taken back keeps its place, and its words are gone all the same.
  expect(listed(now, true)[1]).toMatchObject({ no: 6, text: '' });
  // Also when it was among the newest as it changed, and is no more.
  const later = withNews(now, 6000, false, [line(2999, 3004, { held: 'no' }), ...many(3005, 2500)]);
  expect(nos(listed(later, false))).toEqual([4]);
});

test('a search no longer finds what was taken back', () => {
  const found = withFetched(followed('everything', 'words 5'), [line(5, 5)]);
  const taken = withNews(found, 3001, false, [line(5, 3001, { isGone: true, text: '' })]);
  expect([nos(listed(found, false)).includes(5), nos(listed(taken, false)).includes(5)]).toEqual([true, false]);
});

test('a list of its own keeps what passes out of the newest', () => {
  const asked = withNews(followed('questions'), 3001, false, [line(3001, 3001, { isQuestion: true })]);
  expect(nos(listed(withNews(asked, 6000, false, many(3002, 2800)), false))).toEqual([3001]);
});

test('of all nothing is left out between two messages, however many come while one looks at what was before', () => {
  const up = withFetched(followed(), many(901, 100));
  const later = withNews(up, 3500, false, many(3001, 500));
  expect(nos(listed(later, false))).toEqual(nos(many(901, 2600)));
  expect(listed(followed(), false)).toHaveLength(2000);
});

test('a page that begins anew drops what it has', () => {
  const anew = withNews(withFetched(followed(), many(901, 100)), 9000, true, many(8900, 100));
  expect(anew.begun).toBe(2);
  expect(nos(listed(anew, false))).toEqual(nos(many(8900, 100)));
});
