import { ALargeSmall, RotateCcw, Rows3, Timer as Clock } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import { edits } from '../show/edits';
import { nowOf, useShow, type Card, type Graphic, type Template } from '../show/show';
import { typedWords } from '../show/words';
import { Field, same, Select } from '../ui/Field';
import { SignButton } from '../ui/SignButton';
import { KeptText } from '../show/KeptText';

import { Range } from '../ui/Range';
import { isWhole, offersFor } from '../show/placeholders';
import { plainTimer, timerIn, timerWords } from '../show/timerWords';
import { Heading } from '../ui/Heading';
import { isMade } from './lines';
import { Lines } from './Lines';
import { PictureField } from './PictureField';

type TemplateField = Template['fields'][number];

interface Props {
  graphic: Graphic;
  card: Card;
  template: Template;
  /** What is being typed into a field; null when it is left. */
  onTyped(field: string, text: string | null): void;
}

/** The words of one card, field by field. */
export function Words({ graphic, card, template, onTyped }: Props) {
  const feeds = useShow((show) => show.feeds);
  const from =
    graphic.cardsFrom && (feeds.find((feed) => feed.id === graphic.cardsFrom!.feed)?.name ?? 'a feed that is gone');
  const place = `${graphic.cards.indexOf(card) + 1} of ${graphic.cards.length}`;
  return (
    <Heading
      name="Words"
      help="graphics#words"
      note={from ? `every row of ${from}` : graphic.cards.length > 1 ? `card ${place}` : undefined}
    >
      {graphic.cardsFrom && (
        <p className="-mt-1 text-small text-quiet">
          Each row of{' '}
          <Link to={`/feeds/${graphic.cardsFrom.feed}`} className="link">
            {from}
          </Link>{' '}
          is a card. What is typed here stands on all of them.
        </p>
      )}
      {template.fields.map((field) => (
        <WordsField
          key={`${card.id}/${field.name}`}
          graphic={graphic}
          card={card}
          field={field}
          template={template}
          onTyped={(text) => onTyped(field.name, text)}
        />
      ))}
    </Heading>
  );
}

interface FieldProps {
  graphic: Graphic;
  card: Card;
  field: TemplateField;
  template: Template;
  onTyped(text: string | null): void;
}

function WordsField({ graphic, card, field, template, onTyped }: FieldProps) {
  const show = useShow();
  const [lettering, setLettering] = useState(false);
  const [byLine, setByLine] = useState(false);
  const shape = template.lists.find((one) => one.field === field.name);
  const own = typedWords(graphic, card)[field.name];
  const keep = (text: string, from?: number): Promise<boolean> =>
    edits.graphic(graphic.id, { card: graphic.cardsFrom ? undefined : card.id, words: { [field.name]: text } }, from);
  /** The first timer there is; where there is none, one is made. */
  const showTimer = async (): Promise<void> => {
    const first = show.timers[0] ?? (await edits.timers.add(plainTimer('Countdown', 5 * 60_000)));
    if (first) await keep(timerWords(first.id));
  };
  const timer = timerIn(own ?? field.sample);
  if (timer !== null)
    return (
      <Select
        label={field.label}
        note={!show.timers.some((one) => one.id === timer) && 'This timer is gone: nothing shows here.'}
        value={timer}
        choices={[
          ...show.timers.map((one) => [one.id, `the timer ${one.name}`] as const),
          ...(show.timers.some((one) => one.id === timer) ? [] : [[timer, timer] as const]),
          ['', 'words of your own'],
        ]}
        onChoose={(id) => void keep(id ? timerWords(id) : timerIn(field.sample) ? '' : field.sample)}
      />
    );
  if (field.kind === 'picture')
    return (
      <Field
        label={field.label}
        render={(id) => <PictureField id={id} value={own ?? field.sample} onKeep={(next) => void keep(next)} />}
      />
    );
  return (
    <div className="grid gap-1">
      <Field
        label={field.label}
        render={(id) => (
          <span className="flex gap-1">
            <KeptText
              id={id}
              emphasis
              title="Ctrl+B bold, Ctrl+I italic"
              long={field.kind === 'longText' || field.kind === 'list'}
              value={own ?? field.sample}
              onDraft={onTyped}
              isWhole={isWhole}
              offersFor={(text) => offersFor(text, show)}
              onKeep={keep}
            />
            <span className="flex items-start">
              <SignButton
                label={`How ${field.label} is set`}
                aria-pressed={lettering}
                onClick={() => setLettering(!lettering)}
              >
                <ALargeSmall aria-hidden size={15} />
              </SignButton>
              {shape && (
                <SignButton
                  label={`${field.label}, line by line`}
                  title={
                    isMade(own ?? field.sample)
                      ? 'A rule makes its lines: it is edited as it is written'
                      : 'Line by line, with columns'
                  }
                  disabled={isMade(own ?? field.sample)}
                  onClick={() => setByLine(true)}
                >
                  <Rows3 aria-hidden size={15} />
                </SignButton>
              )}
              {field.kind === 'text' && (
                <SignButton label={`${field.label} shows a timer`} onClick={() => void showTimer()}>
                  <Clock aria-hidden size={14} />
                </SignButton>
              )}
              {own !== undefined && own !== field.sample && (
                <SignButton label={`${field.label}: back to the start`} onClick={() => void keep(field.sample)}>
                  <RotateCcw aria-hidden size={13} />
                </SignButton>
              )}
            </span>
          </span>
        )}
      />
      {lettering && <Lettering graphic={graphic} field={field} />}
      {byLine && shape && (
        <Lines
          label={field.label}
          about={template.about}
          shape={shape}
          value={own ?? field.sample}
          valueNow={() => {
            const now = nowOf(({ graphics }) => graphics, graphic);
            const there = now.cards.find((one) => one.id === card.id) ?? card;
            return typedWords(now, there)[field.name] ?? field.sample;
          }}
          onKeep={keep}
          onClose={() => setByLine(false)}
        />
      )}
    </div>
  );
}

/** Size and face of a field's words, against what the template says. */
function Lettering({ graphic, field }: { graphic: Graphic; field: TemplateField }) {
  const show = useShow();
  const now = graphic.lettering[field.name] ?? { size: 1 };
  const own = [...new Set(show.brand.type.own.map((face) => face.family))];
  const keep = (change: Partial<typeof now>): void => {
    const { lettering } = nowOf(({ graphics }) => graphics, graphic);
    const next = { ...(lettering[field.name] ?? { size: 1 }), ...change };
    const others = Object.fromEntries(Object.entries(lettering).filter(([name]) => name !== field.name));
    const plain = next.size === 1 && !next.family;
    void edits.graphic(graphic.id, { lettering: plain ? others : { ...others, [field.name]: next } });
  };
  return (
    <div className="grid gap-2 rounded-lg bg-panel p-2.5">
      <Range
        label="Size of its letters"
        value={now.size}
        min={0.5}
        max={2}
        step={0.05}
        words={(size) => `${Math.round(size * 100)} %`}
        onKeep={(size) => keep({ size })}
      />
      <Select
        label="Typeface"
        value={now.family ?? ''}
        choices={[['', 'As the brand says'], ...same([...own, ...show.typefaces])]}
        onChoose={(family) => keep({ family: family || undefined })}
      />
    </div>
  );
}
