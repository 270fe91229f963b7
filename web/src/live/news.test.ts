import { expect, test } from 'vitest';
import { nothing, withNews, type DeskNews } from './news';

const news = (part: Partial<DeskNews>): DeskNews => ({ k: 'news', epoch: 'e', now: 0, revision: 1, ...part });
const timer = (id: string, running: boolean) => ({ timer: id, running, program: {} }) as never;
const joined = withNews(nothing, news({ timers: { rev: 4, set: [timer('a', true), timer('b', false)], drop: [] } }))!;

test('what news leave alone is the very same object, so that nothing of it is drawn anew', () => {
  const next = withNews(joined, news({ timers: { from: 4, rev: 5, set: [timer('b', true)], drop: [] } }))!;
  expect(next.timers.get('a')).toBe(joined.timers.get('a'));
  expect(next.timers.get('b')?.running).toBe(true);
  expect(next.feeds).toBe(joined.feeds);
  expect(next.ahead).toBe(joined.ahead);
});

test('what is gone is dropped, and all of a topic replaces what was there', () => {
  const dropped = withNews(joined, news({ timers: { from: 4, rev: 5, set: [], drop: ['a'] } }))!;
  expect([...dropped.timers.keys()]).toEqual(['b']);
  const whole = withNews(dropped, news({ epoch: 'another', timers: { rev: 0, set: [timer('c', true)], drop: [] } }))!;
  expect([...whole.timers.keys()]).toEqual(['c']);
  expect(whole.epoch).toBe('another');
});

test('news with a gap before them, or of another run of the server, are not taken in', () => {
  expect(withNews(joined, news({ timers: { from: 7, rev: 8, set: [], drop: [] } }))).toBeNull();
  expect(withNews(joined, news({ epoch: 'another', timers: { from: 4, rev: 5, set: [], drop: [] } }))).toBeNull();
});
