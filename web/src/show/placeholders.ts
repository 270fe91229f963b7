import type { Schemas } from '../api/client';
import { live } from '../live/live';
import type { Offer } from '../ui/useOffers';
import { filters } from './filters';
import { timerWords } from './timerWords';

/** What is done to the value of the last placeholder, as far as it is typed; the placeholder may be closed already. */
const changed = /(\{\{[^{}]*)\|\s*(\w*)\s*(\}\})?$/;

/** What is being typed after two braces that are not closed yet. */
const begun = /\{\{\s*([\w.]*)$/;

/** A placeholder, or a tag, that is not closed yet, to the end of the text. */
const unclosed = /\{(?:\{(?![^}]*\}\})|%(?![^%]*%\})).*$/s;

/** Whether all placeholders are closed: half of one is no words yet. */
export function isWhole(text: string): boolean {
  return !unclosed.test(text);
}

/** The text without a placeholder that is still being typed. */
export function wholeOf(text: string): string {
  return text.replace(unclosed, '');
}

/** The cells of a feed's first rows; of one that has brought nothing yet, its text. */
function cellsOf(feed: { id: string; name: string }, shape: Schemas['FeedShape'] | undefined) {
  const columns = shape?.tables.flatMap(({ columns: all }) => all) ?? [];
  const word = (name: string) => ({ id: name, words: feed.name, text: `{{ ${name} }}` });
  if (columns.length === 0) return [word(`${feed.id}.text`)];
  return columns.map((column) => ({
    ...word(column.word),
    words: columns.length === 1 ? feed.name : `${feed.name}: ${column.name}`,
  }));
}

/** What could be done to the value, where that has been begun. */
function filtersFor(typed: string): Offer[] {
  const found = changed.exec(typed);
  if (!found) return [];
  const [, value, wish, closed] = found;
  // A closed placeholder that says what is done needs no more.
  if (closed && (wish === '' || filters.some(({ name }) => name === wish))) return [];
  const fits = ({ name, words }: { name: string; words: string }): boolean =>
    name.startsWith(wish!.toLowerCase()) || (wish !== '' && words.toLowerCase().includes(wish!.toLowerCase()));
  return filters.filter(fits).map((filter) => ({
    words: `${filter.words} · ${filter.name}`,
    text: `${typed.slice(0, found.index)}${value}| ${filter.name}${filter.with ? `: ${filter.with}` : ''} }}`,
  }));
}

interface Named {
  id: string;
  name: string;
}

/** What stands in a phase of a timer, by what it is called. */
const ofPhases = {
  phase: 'the phase',
  next: 'the phase that comes next',
  round: 'the round',
  rounds: 'how many rounds',
};

/** What an alert tells. */
const ofEvents = {
  name: 'who it was',
  amount: 'how much',
  count: 'how many, as a number',
  words: 'their own words',
  tier: 'the tier',
};

/** What could stand where a placeholder has been begun: the words of each feed, the labels and the timers; or what could be done to its value. */
export function offersFor(
  typed: string,
  {
    feeds,
    timers,
    labels,
    alertRules,
  }: {
    feeds: readonly Named[];
    timers: readonly (Named & { kind?: string })[];
    labels: readonly Named[];
    alertRules: readonly unknown[];
  },
): Offer[] {
  const found = begun.exec(typed);
  if (!found) return filtersFor(typed);
  const wish = found[1]!.toLowerCase();
  const before = typed.slice(0, found.index);
  return [
    ...feeds.flatMap((feed) => cellsOf(feed, live.getState().shapes.get(feed.id))),
    ...(alertRules.length === 0 ? [] : Object.entries(ofEvents)).map(([word, words]) => ({
      id: `event.${word}`,
      words: `of an alert: ${words}`,
      text: `{{ event.${word} }}`,
    })),
    ...labels.map((label) => ({
      id: `labels.${label.id}`,
      words: `the label ${label.name}`,
      text: `{{ labels.${label.id} }}`,
    })),
    ...timers.map((timer) => ({
      id: `timers.${timer.id}.over`,
      words: `other words once ${timer.name} is over`,
      text: `{% if timers.${timer.id}.over %}Now{% else %}Soon{% endif %}`,
    })),
    ...timers
      .filter(({ kind }) => kind === 'phases')
      .flatMap((timer) =>
        Object.entries(ofPhases).map(([word, words]) => ({
          id: `timers.${timer.id}.${word}`,
          words: `${words} of ${timer.name}`,
          text: `{{ timers.${timer.id}.${word} }}`,
        })),
      ),
    ...timers.map((timer) => ({
      id: `timers.${timer.id}`,
      words: `the timer ${timer.name}`,
      text: timerWords(timer.id),
    })),
  ]
    .filter((one) => one.id.startsWith(wish) || one.words.toLowerCase().includes(wish))
    .map(({ words, text }) => ({ words, text: before + text }));
}
