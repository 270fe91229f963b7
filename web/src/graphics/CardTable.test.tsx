// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Route } from 'wouter';
import { StandIn } from '../testing/standIn';
import { CardTable } from './CardTable';

let server: StandIn;
beforeEach(() => {
  // What is in sight is drawn, and here nothing has a size.
  vi.spyOn(Element.prototype, 'clientHeight', 'get').mockReturnValue(700);
  vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(1000);
  server = new StandIn();
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const show = (graphic: string): void => {
  history.pushState(null, '', `/graphics/${graphic}/cards`);
  render(
    <Route path="/graphics/:id/cards">
      <CardTable />
    </Route>,
  );
};
const names = () =>
  screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Name of card/ }).map((cell) => cell.value);
const inOrder = (...all: string[]) => waitFor(() => expect(names()).toEqual(all));
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
const tick = (name: string) => screen.getByRole('checkbox', { name });

test('cards are added, chosen several at once, duplicated, deleted and looked for', async () => {
  show('names');
  const hand = userEvent.setup();
  const four = ['Odalys Thrupp', 'Benedek Carraway', 'Ilse Okonjo-Marsh', 'Pim'];
  await inOrder(...four);
  // Two presses in quick succession are two cards.
  button('New card').click();
  button('New card').click();
  await waitFor(() => expect(names()).toHaveLength(6));
  await hand.click(tick('Choose card 5'));
  await hand.keyboard('{Shift>}');
  await hand.click(tick('Choose card 6'));
  await hand.keyboard('{/Shift}');
  expect(screen.getByText('2 chosen')).toBeTruthy();
  await hand.click(button('Delete them'));
  await inOrder(...four);
  await hand.click(tick('Choose all cards'));
  expect(button('Delete them').disabled).toBe(true);
  await hand.click(button('Duplicate them'));
  await waitFor(() => expect(names()).toHaveLength(8));
  await hand.click(tick('Choose all cards'));
  await hand.click(button('Duplicate them'));
  await waitFor(() => expect(names()).toHaveLength(16));

  await hand.type(screen.getByRole('searchbox', { name: 'Find in the cards' }), 'pim');
  await inOrder('Pim', 'Pim', 'Pim', 'Pim');
  expect(screen.getByText('4 of 16')).toBeTruthy();
  // The row that is typed in stays, whatever it says now.
  const first = screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Name of card/ })[0]!;
  await hand.clear(first);
  await hand.type(first, 'Somebody else{Enter}');
  await waitFor(() => expect(server.graphic('names').cards.map((card) => card.words.name)).toContain('Somebody else'));
  await inOrder('Somebody else', 'Pim', 'Pim', 'Pim');
});

test('words of several lines keep them: Shift+Enter begins another, and Enter goes down', async () => {
  show('to-see');
  const hand = userEvent.setup();
  const items = (await screen.findAllByRole<HTMLTextAreaElement>('textbox', { name: /of card 1$/ })).at(-1)!;
  const lines = items.value;
  await hand.click(items);
  await hand.keyboard('{Control>}{End}{/Control}{Shift>}{Enter}{/Shift}One more{Tab}');
  await waitFor(() => expect(server.graphic('to-see').cards[0]!.words.items).toBe(`${lines}\nOne more`));
});
