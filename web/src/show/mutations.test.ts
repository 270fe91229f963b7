import { expect, test, vi, beforeEach } from 'vitest';

const page = new EventTarget();
vi.stubGlobal('window', page);
vi.mock('../live/live', () => ({
  clock: { now: () => 0 },
  live: { getState: () => ({ up: server.up }) },
  hear: () => () => undefined,
}));
vi.mock('../ui/toast', () => ({
  toast: Object.assign(() => 'id', { error: (words: string) => said.push(words), dismiss: () => undefined }),
}));
const server = { up: true };
const said: string[] = [];

const { keep } = await import('./mutations');
const { afterEdits } = await import('./order');

const sent: string[] = [];
const settled = () => new Promise((done) => setTimeout(done));
const answers = new Map<string, () => void>();
const edit = (name: string) => () => {
  sent.push(name);
  return new Promise<object>((done) => answers.set(name, () => done({})));
};
beforeEach(async () => {
  // What the last test left open is answered.
  for (const answer of answers.values()) answer();
  await settled();
  sent.length = said.length = 0;
  answers.clear();
  server.up = true;
});

test('edits of one thing go one at a time, and those of another thing do not wait for them', async () => {
  const first = keep('names', edit('first'));
  const second = keep('names', edit('second'));
  void keep('moth', edit('other'));
  await settled();
  expect(sent).toEqual(['first', 'other']);
  answers.get('first')!();
  await first;
  await settled();
  expect(sent).toEqual(['first', 'other', 'second']);
  answers.get('second')!();
  expect(await second).toEqual({});
});

test('an edit that cannot be sent is refused at once, said, and never sent later', async () => {
  server.up = false;
  expect(await keep('names', edit('typed while away'))).toBeNull();
  server.up = true;
  await settled();
  expect(sent).toEqual([]);
  expect(said.join()).toContain('Not saved');
});

test('an edit that waits behind another is not sent once the server has gone', async () => {
  const first = keep('names', edit('first'));
  const second = keep('names', edit('in line'));
  await settled();
  server.up = false;
  answers.get('first')!();
  await first;
  expect(await second).toBeNull();
  server.up = true;
  await settled();
  expect(sent).toEqual(['first']);
});

test('a press waits for the words that were handed in before it, and for none that come after', async () => {
  const order: string[] = [];
  const first = keep('a', edit('first')).then(() => order.push('first'));
  const second = keep('b', edit('second')).then(() => order.push('second'));
  const press = afterEdits().then(() => order.push('press'));
  void keep('c', edit('later'));
  await settled();
  answers.get('first')!();
  await first;
  expect(order).toEqual(['first']);
  answers.get('second')!();
  await Promise.all([second, press]);
  expect(order).toContain('press');
});

test('an edit that is handed in while the page goes is sent at once, though another one is still on its way', async () => {
  void keep('words', edit('before'));
  void keep('words', edit('in line'));
  await settled();
  expect(sent).toEqual(['before']);
  // A field keeps what stands in it as the page goes; who hears of that first is a matter of chance.
  page.addEventListener('pagehide', () => void keep('words', edit('typed last')));
  page.dispatchEvent(new Event('pagehide'));
  expect(sent).toEqual(['before', 'in line', 'typed last']);
  // The page was only put aside, and comes back: nothing goes twice.
  page.dispatchEvent(new Event('pageshow'));
  answers.get('before')!();
  await settled();
  expect(sent).toHaveLength(3);
});
