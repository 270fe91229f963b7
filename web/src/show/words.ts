import type { Schemas } from '../api/client';
import type { Card, Graphic } from './show';

/** Words as they were typed, with their placeholders: of cards from rows those of all rows, by field. */
export function typedWords(graphic: Graphic, card: Card): Card['words'] {
  return graphic.cardsFrom?.words ?? card.words;
}

/** All words of a graphic, as they were typed. */
export function allWords({ cards, cardsFrom, while: condition }: Graphic): string[] {
  const typed = cardsFrom ? Object.values(cardsFrom.words) : cards.flatMap((card) => Object.values(card.words));
  // What is looked at is taken, too.
  return condition ? [...typed, `{{ ${condition.feed} }}`] : typed;
}

/** The placeholder for a column. */
export const wordFor = (column: Schemas['ColumnShape']): string => `{{ ${column.word} }}`;

/** A column within a loop over all rows of its feed's first table. */
function inLoop(feed: string, column: Schemas['ColumnShape']): string {
  return `row${column.word.slice(feed.length)}`;
}

const loopEnd = '\n{% endfor %}';

/** Words for a list from all rows of a feed: a line for each, its columns parted by tabs. A second column joins the first. */
export function listFor(feed: string, column: Schemas['ColumnShape'], now: string, checklist: boolean): string {
  const step = `{{ ${inLoop(feed, column)} }}`;
  if (now.startsWith(`{% for row in ${feed}.rows`) && now.endsWith(loopEnd) && !now.includes(step))
    return `${now.slice(0, -loopEnd.length)}\t${step}${loopEnd}`;
  const box = checklist ? '{% if row.done %}[x] {% else %}[ ] {% endif %}' : '';
  return `{% for row in ${feed}.rows limit: 40 %}${box}${step}${loopEnd}`;
}

/** Words that say nothing but a column of this feed, or a list of its rows: the columns that they say. */
export function columnsIn(words: string, feed: string, shape: Schemas['TableShape']): string[] {
  const says = (column: Schemas['ColumnShape']): boolean =>
    words.trim() === wordFor(column) ||
    (words.startsWith(`{% for row in ${feed}.rows`) && words.includes(`{{ ${inLoop(feed, column)} }}`));
  return shape.columns.filter(says).map((column) => column.name);
}
