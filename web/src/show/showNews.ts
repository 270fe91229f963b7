import type { Schemas } from '../api/client';
import type { Graphic, Show } from './show';

export type ShowNews = Schemas['ShowNews'];

/** What news tell entry by entry: none of it can be forgotten here. */
type Told = {
  [K in keyof ShowNews]-?: NonNullable<ShowNews[K]> extends { set: unknown[] } ? K : never;
}[keyof ShowNews];

/** The lists of the show that news tell by entry, and what tells their entries apart. */
const keys = {
  graphics: 'id',
  feeds: 'id',
  outputs: 'id',
  cues: 'id',
  deskPages: 'id',
  timers: 'id',
  labels: 'id',
  alertRules: 'id',
  adapters: 'id',
  chatSources: 'id',
  chatCommands: 'id',
  votes: 'id',
  keepClear: 'id',
  savedFinishes: 'id',
  brands: 'name',
  templates: 'id',
} as const satisfies Record<Told, 'id' | 'name'>;

type List = keyof typeof keys;

/** The show after these news of it. They build on the revision that it has. What they leave alone is the very same object. */
export function withShowNews(show: Show, news: ShowNews): Show {
  const next: Show = { ...show, ...news.head, history: news.history ?? show.history, revision: news.rev };
  for (const name of Object.keys(keys) as List[]) {
    const told = news[name] as Difference | null | undefined;
    if (told) (next as Record<List, unknown>)[name] = withDifference(show[name] as unknown[], told, keys[name]);
  }
  const choices = new Map(news.choices.map((choice) => [choice.graphic, choice]));
  if (choices.size === 0) return next;
  return {
    ...next,
    graphics: next.graphics.map((graphic) => {
      const choice = choices.get(graphic.id);
      return choice ? withChoice(graphic, choice) : graphic;
    }),
  };
}

interface Difference {
  set: unknown[];
  order?: string[] | null;
}

function withDifference(list: readonly unknown[], { set, order }: Difference, key: 'id' | 'name'): unknown[] {
  const keyOf = (one: unknown) => (one as Record<typeof key, string>)[key];
  const entries = new Map([...list, ...set].map((one) => [keyOf(one), one]));
  return (order ?? list.map(keyOf)).map((one) => entries.get(one)!);
}

function withChoice(graphic: Graphic, { up, worn, words }: Schemas['ChoiceView']): Graphic {
  const cards = !words
    ? graphic.cards
    : graphic.cards.map((card) => {
        const counted = words[card.id];
        return counted ? { ...card, words: { ...card.words, ...counted } } : card;
      });
  return { ...graphic, up, worn: worn ?? undefined, cards };
}
