import { useMemo } from 'react';
import { useShow, type Card, type Graphic } from '../show/ShowContext';

type Words = Card['words'];
interface Draft {
  id?: string;
  words: Words;
}

/** What can be done with a graphic's cards; each is one edit, and one undo. */
export function useCardEdits(graphic: Graphic) {
  const { edits } = useShow();
  return useMemo(() => {
    const keep = (cards: Draft[]): Promise<boolean> => edits.graphic(graphic.id, { cards });
    const all = graphic.cards;
    const at = (id: string): number => all.findIndex((card) => card.id === id);
    return {
      keep,
      add: (words: Words = {}) => keep([...all, { words }]),
      duplicate: (id: string) => keep(all.flatMap((card) => (card.id === id ? [card, { words: card.words }] : [card]))),
      remove: (ids: readonly string[]) => keep(all.filter((card) => !ids.includes(card.id))),
      /** Moves a card to where another one stands. */
      move: (id: string, to: number) => {
        const rest = all.filter((card) => card.id !== id);
        const place = Math.min(Math.max(0, to), rest.length);
        if (place === at(id)) return Promise.resolve(true);
        return keep([...rest.slice(0, place), all[at(id)]!, ...rest.slice(place)]);
      },
      putUp: (id: string) => edits.graphic(graphic.id, { up: id }),
      /** Writes a block of cells from a card and a field on; cards that are missing are added. */
      write: (from: number, fields: readonly string[], rows: readonly (readonly string[])[]) => {
        const cards: Draft[] = all.map((card) => ({ id: card.id, words: card.words }));
        rows.forEach((row, index) => {
          const card = (cards[from + index] ??= { words: {} });
          const cells = row.slice(0, fields.length).map((text, column) => [fields[column]!, text] as const);
          cards[from + index] = { ...card, words: { ...card.words, ...Object.fromEntries(cells) } };
        });
        return keep(cards);
      },
    };
  }, [edits, graphic]);
}
