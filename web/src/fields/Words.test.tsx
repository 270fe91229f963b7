// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import { ownPage } from '../api/client';
import { templateOf, useShow } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { refusal, StandIn } from '../testing/standIn';
import { Words } from './Words';

const said = vi.hoisted(() => [] as string[]);
vi.mock('../ui/toast', () => ({
  toast: Object.assign(() => 0, { error: (words: string) => said.push(words), dismiss: () => undefined }),
}));
afterEach(cleanup);

const typed: (string | null)[] = [];

function WordsOf({ id }: { id: string }) {
  const show = useShow();
  const graphic = show.graphics.find((one) => one.id === id)!;
  const card = graphic.cards.find((one) => one.id === graphic.up)!;
  return (
    <Words
      graphic={graphic}
      card={card}
      template={templateOf(show, graphic)!}
      onTyped={(_, text) => typed.push(text)}
    />
  );
}

const field = (name: string) => screen.getByRole<HTMLInputElement>('textbox', { name });

test('a wrong value is told where it was typed, and nothing is lost', async () => {
  const server = new StandIn();
  server.answers = ({ body }) =>
    JSON.stringify(body).includes('{{ cloth. "')
      ? refusal('/words/name', 'The placeholder cannot be read.')
      : undefined;
  render(<WordsOf id="names" />);
  const hand = userEvent.setup();
  await hand.clear(field('Name'));
  await hand.type(field('Name'), '{{{{ cloth. ');
  // Half a placeholder is no fault yet: it is judged when the field is left.
  expect(server.asked).toEqual([]);
  await hand.tab();
  await screen.findByText('Not saved.');
  expect(said).toEqual(['The placeholder cannot be read.']);
  expect(field('Name').value).toBe('{{ cloth. ');
  expect(field('Name').getAttribute('aria-invalid')).toBe('true');
});

test('a placeholder completes itself, and what is typed is shown before it is kept', async () => {
  const server = new StandIn();
  render(<WordsOf id="place" />);
  const hand = userEvent.setup();
  await hand.clear(field('Place'));
  await hand.type(field('Place'), 'Seen: {{{{ clo');
  expect(typed.at(-1)).toBe('Seen: {{ clo');
  await hand.click(screen.getByRole('option', { name: 'Moth on the cloth' }));
  expect([field('Place').value, typed.at(-1)]).toEqual(['Seen: {{ cloth.text }}', 'Seen: {{ cloth.text }}']);
  await hand.tab();
  await vi.waitFor(() => expect(server.graphic('place').cards[0]!.words.place).toBe('Seen: {{ cloth.text }}'));
  expect(typed.at(-1)).toBeNull();
});

test('two windows edit the same words: each shows what the other made of them, and says whose the next edit to take back is', async () => {
  const server = new StandIn();
  const edit = (author: string) => ({ no: 1, author, what: 'the words of Names', at: 0 });
  const tell = (author: string, name: string): void =>
    act(() => {
      server.show = { ...server.show, history: { ...server.show.history, undo: edit(author) } as never };
      server.edit('names', { revision: 0, words: { name } } as never);
    });
  render(
    <>
      <UndoButtons />
      <WordsOf id="names" />
    </>,
  );
  const undo = () => screen.getByRole('button', { name: 'Undo' }).title;
  tell(ownPage, 'Odalys B. Thrupp');
  expect(field('Name').value).toBe('Odalys B. Thrupp');
  expect(undo()).toBe('Undo: the words of Names (Ctrl+Z)');
  tell('another page', 'Odalys C. Thrupp');
  expect(field('Name').value).toBe('Odalys C. Thrupp');
  expect(undo()).toBe('Undo: the words of Names, in another window (Ctrl+Z)');
  tell('elsewhere', 'Odalys D. Thrupp');
  expect(undo()).toContain('by a program');
  // What somebody is typing here is not taken from under the fingers, and is not lost silently either.
  server.answers = ({ method }) =>
    method === 'PATCH' ? refusal('', 'Somebody else has changed this since.') : undefined;
  const hand = userEvent.setup();
  await hand.clear(field('Name'));
  await hand.type(field('Name'), 'Mine');
  tell('another page', 'Theirs');
  expect(field('Name').value).toBe('Mine');
  await hand.tab();
  await screen.findByText('Not saved.');
  expect(field('Name').value).toBe('Mine');
  expect(screen.getByText(/Theirs/)).toBeTruthy();
});
