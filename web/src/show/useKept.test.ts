// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { expect, test, vi } from 'vitest';

vi.mock('./show', () => ({ showNow: () => ({ revision: 7 }) }));
const { useKept } = await import('./useKept');

/** A field whose edit is answered by hand. */
function field() {
  const sent: { text: string; from: number; answer(kept: boolean): void }[] = [];
  const onKeep = (text: string, from: number) =>
    new Promise<boolean>((answer) => sent.push({ text, from, answer: (kept) => answer(kept) }));
  const hook = renderHook(({ value }) => useKept(value, onKeep), { initialProps: { value: 'old' } });
  return { sent, hook, now: () => hook.result.current };
}

test('a field that is left while its edit is on the way keeps what was typed when the edit is refused', async () => {
  const { sent, hook, now } = field();
  act(() => now().type('mine'));
  act(() => now().keep());
  // Until the answer the show itself says what was typed.
  hook.rerender({ value: 'mine' });
  act(() => now().leave());
  expect(sent.map((one) => [one.text, one.from])).toEqual([['mine', 7]]);
  hook.rerender({ value: 'theirs' });
  await act(async () => sent[0]!.answer(false));
  expect([now().text, now().refused]).toEqual(['mine', true]);
  // Mine is to stand after all; and what was kept gives way to whatever stands later.
  act(() => now().insist());
  await act(async () => sent[1]!.answer(true));
  hook.rerender({ value: 'later' });
  expect([now().text, now().refused]).toEqual(['later', false]);
});

test('nothing from elsewhere refills a field that somebody is in, though its words were kept', async () => {
  const { sent, hook, now } = field();
  act(() => now().type('mine'));
  act(() => now().keep());
  await act(async () => sent[0]!.answer(true));
  hook.rerender({ value: 'theirs' });
  expect(now().text).toBe('mine');
  act(() => now().leave());
  expect([now().text, sent.length]).toEqual(['theirs', 1]);
});
