import { edits } from '../show/edits';
import type { Card } from '../show/show';

type Words = Card['words'];
interface Draft {
  id?: string;
  words: Words;
}

type Cards = readonly Card[];

/** What can be done with a graphic's cards; each is one edit, and one undo, made of the cards as they stand when its turn comes. */
export function cardEdits(graphic: string) {
  const keep = (make: (all: Cards) => Draft[]): Promise<boolean> => edits.cards(graphic, make);
  return {
    keep,
    add: (words: Words = {}) => keep((all) => [...all, { words }]),
    duplicate: (...ids: string[]) =>
      keep((all) => all.flatMap((card) => (ids.includes(card.id) ? [card, { words: card.words }] : [card]))),
    remove: (ids: readonly string[]) => keep((all) => all.filter((card) => !ids.includes(card.id))),
    /** Moves a card to where another one stands. */
    move: (id: string, to: number) =>
      keep((all) => {
        const rest = all.filter((card) => card.id !== id);
        const place = Math.min(Math.max(0, to), rest.length);
        return [...rest.slice(0, place), ...all.filter((card) => card.id === id), ...rest.slice(place)];
      }),
    putUp: (id: string) => edits.graphic(graphic, { up: id }),
    /** Writes a block of cells from a card and a field on; cards that are missing are added. */
    write: (from: number, fields: readonly string[], rows: readonly (readonly string[])[]) =>
      keep((all) => {
        const cards: Draft[] = all.map((card) => ({ id: card.id, words: card.words }));
        rows.forEach((row, index) => {
          const card = (cards[from + index] ??= { words: {} });
          const cells = row.slice(0, fields.length).map((text, column) => [fields[column]!, text] as const);
          cards[from + index] = { ...card, words: { ...card.words, ...Object.fromEntries(cells) } };
        });
        return cards;
      }),
  };
}
