import { press } from '../show/air';
import { upCardOf, type Card, type Graphic, type Template } from '../show/show';

export type NumberField = Template['fields'][number];

/** Whether a number is stepped here: it is not a feed's, and may change on air if it is there. */
export function isStepped(field: NumberField, card: Card, lit: boolean): boolean {
  const value = card.words[field.name] ?? field.sample;
  return field.kind === 'number' && !value.includes('{{') && (field.onAir || !lit);
}

interface OneMoreProps {
  graphic: Graphic;
  template: Template;
  lit: boolean;
}

/** On the switch: one press counts, without a look at the words first. */
export function OneMore({ graphic, template, lit }: OneMoreProps) {
  const card = upCardOf(graphic);
  const counted = template.fields.filter((field) => field.start != null && isStepped(field, card, lit));
  const shown = counted.slice(0, mostOnSwitch);
  const apart = wordsApart(shown.map((field) => field.label));
  return shown.map((field, at) => {
    const key = graphic.countKeys[field.name]?.up;
    return (
      <button
        key={field.name}
        type="button"
        aria-label={`${graphic.name}: ${field.label} one more`}
        title={`${field.label}: one more${key ? `, key ${key.toUpperCase()}` : ''}`}
        onClick={() => void press('count', { graphic: graphic.id, card: card.id, field: field.name, by: 1 })}
        className="grid h-8 min-w-8 place-items-center rounded-[7px] bg-black/15 px-1 text-small leading-none font-semibold hover:bg-black/30"
      >
        {apart[at] && <span className="max-w-12 truncate text-micro font-normal">{apart[at]}</span>}
        +1
      </button>
    );
  });
}

/** What tells labels apart: “Left count” and “Right count” are left and right. One alone needs none. */
function wordsApart(labels: readonly string[]): string[] {
  if (labels.length < 2) return labels.map(() => '');
  const split = labels.map((label) => label.split(/\s+/));
  const shared = (word: string): boolean => split.every((words) => words.includes(word));
  return split.map((words, at) => words.filter((word) => !shared(word)).join(' ') || `${at + 1}`);
}

/** A two-sided score has two. */
const mostOnSwitch = 2;
