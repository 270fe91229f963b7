import { QueryClient } from '@tanstack/react-query';
import { expect, test, vi } from 'vitest';

test('an edit that is handed in while the page goes is sent at once, though another one is still on its way', async () => {
  const page = new EventTarget();
  vi.stubGlobal('window', page);
  const { makeKeeper } = await import('./keeper');
  const { keep } = makeKeeper(
    new QueryClient(),
    () => 0,
    () => undefined,
  );
  const sent: string[] = [];
  const edit = (name: string) => () => {
    sent.push(name);
    return new Promise<null>(() => undefined);
  };
  void keep(edit('first'));
  void keep(edit('second'));
  expect(sent).toEqual(['first']);
  // A field keeps what stands in it as the page goes; who hears of that first is a matter of chance.
  page.addEventListener('pagehide', () => void keep(edit('typed last')));
  page.dispatchEvent(new Event('pagehide'));
  expect(sent).toEqual(['first', 'second', 'typed last']);
  // The page was only put aside, and comes back.
  page.dispatchEvent(new Event('pageshow'));
  void keep(edit('later'));
  expect(sent).toHaveLength(3);
});

test('a press waits for the words that were handed in before it, and for none that come after', async () => {
  vi.stubGlobal('window', new EventTarget());
  vi.resetModules();
  // Nobody gets there by waiting.
  vi.useFakeTimers({ toFake: ['setTimeout'] });
  const { afterEdits } = await import('./order');
  const { makeKeeper } = await import('./keeper');
  const { keep } = makeKeeper(
    new QueryClient(),
    () => 0,
    () => undefined,
  );
  const order: string[] = [];
  const answers: (() => void)[] = [];
  const edit = () => new Promise<object>((done) => answers.push(() => done({})));
  const first = keep(edit).then(() => order.push('first'));
  const second = keep(edit).then(() => order.push('second'));
  const press = afterEdits().then(() => order.push('press'));
  void keep(edit);
  answers[0]!();
  await first;
  expect(order).toEqual(['first']);
  answers[1]!();
  await Promise.all([second, press]);
  expect(order).toContain('press');
  vi.useRealTimers();
});
