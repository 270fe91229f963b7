import clsx from 'clsx';
import { Lock } from 'lucide-react';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';
import { FitNote } from '../show/FitNote';
import { cardName, templateOf, upCardOf, useShow, type Card, type Graphic, type Template } from '../show/ShowContext';
import { isLit, useAir } from '../show/useAir';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { timerIn } from '../show/timerWords';
import { Button, Key } from '../ui/Button';
import { inputLook } from '../ui/Field';
import { FedBy } from './FedBy';
import { Counter, isStepped, NewRound } from './Counters';

interface Props {
  graphic: Graphic;
  draft: Record<string, string>;
  onDraft(draft: Record<string, string>): void;
  fits: readonly Schemas['TextFit'][] | undefined;
  /** Lights what is in standby; missing where a press does so by itself. */
  onLight?: () => void;
}

const lockedNote = 'The template says that this does not change while it is on air.';

/** With live edits on, what is typed goes to air after this pause, in ms. */
const livePause = 250;

/** The words of what is in standby, edited at once: Ctrl+Enter pushes them, Esc throws them away. */
export function QuickWords({ graphic, draft, onDraft, fits, onLight }: Props) {
  const { show, edits } = useShow();
  const { news } = useLive();
  const { press } = useAir();
  const [sending, setSending] = useState(false);
  const template = templateOf(show, graphic);
  const card = upCardOf(graphic);
  const airing = news?.airings.find((one) => one.graphic === graphic.id);
  const lit = isLit(airing?.phase);
  const live = lit && show.liveEdits;
  const touched = Object.keys(draft).length > 0;
  const timer = useRef(0);
  const drafted = useRef(draft);
  // What was typed while an earlier piece was on its way stays a draft.
  useEffect(() => void (drafted.current = draft), [draft]);

  const keep = async (words: Record<string, string>): Promise<boolean> => {
    if (Object.keys(words).length === 0) return true;
    const kept = await edits.graphic(graphic.id, { card: card.id, words });
    if (kept) {
      const still = Object.entries(drafted.current).filter(([name, text]) => words[name] !== text);
      onDraft(Object.fromEntries(still));
    }
    return kept;
  };
  const push = async (): Promise<void> => {
    clearTimeout(timer.current);
    setSending(true);
    if ((await keep(draft)) && lit) await press('push', { graphic: graphic.id, how: 'Ctrl+Enter' });
    setSending(false);
  };
  const type = (words: Record<string, string>): void => {
    onDraft(words);
    clearTimeout(timer.current);
    if (live) timer.current = window.setTimeout(() => void keep(words), livePause);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void push();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      clearTimeout(timer.current);
      onDraft({});
    }
  };

  return (
    <section
      aria-label="Quick words"
      onKeyDown={onKey}
      className="flex min-h-0 flex-col gap-2 rounded-[14px] bg-panel px-3 py-2.5"
    >
      <h3 className="flex justify-between gap-2 font-semibold">
        <span className="truncate">{graphic.name}</span>
        <span className={clsx('shrink-0', lit ? 'text-lamp-soft' : 'font-normal text-quiet')}>
          {lit ? 'on air' : 'in standby'}
        </span>
      </h3>
      <div className="-mx-1 grid min-h-0 content-start gap-2 overflow-y-auto px-1 py-px">
        {graphic.cards.length > 1 && <CardPick graphic={graphic} />}
        {template?.fields
          .filter((field) => field.kind !== 'picture')
          // What is counted comes first: it is stepped in a hurry.
          .sort((one, other) => Number(other.start != null) - Number(one.start != null))
          .map((field) => (
            <WordRow key={field.name} {...{ graphic, card, field, draft, lit }} onType={type} />
          ))}
        {template && <NewRound graphic={graphic} card={card} template={template} />}
      </div>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <FitNote fits={fits} />
        <span className="flex gap-2">
          {touched && !live && (
            <Button
              onClick={() => {
                clearTimeout(timer.current);
                onDraft({});
              }}
            >
              Throw away <Key>Esc</Key>
            </Button>
          )}
          {live && !airing?.edited ? (
            <span className="self-center text-lamp-soft">goes to air as you type</span>
          ) : (
            <Button
              kind="cool"
              disabled={sending || (!touched && !(lit && airing?.edited))}
              onClick={() => void push()}
            >
              {lit ? 'Push to air' : 'Keep'} <Key>Ctrl ↵</Key>
            </Button>
          )}
          {onLight && !lit && (
            <Button kind="lamp" disabled={touched} onClick={onLight}>
              Light it <Key>↵</Key>
            </Button>
          )}
        </span>
      </div>
    </section>
  );
}

interface WordRowProps {
  graphic: Graphic;
  card: Card;
  field: Template['fields'][number];
  draft: Record<string, string>;
  lit: boolean;
  onType(words: Record<string, string>): void;
}

function WordRow({ graphic, card, field, draft, lit, onType }: WordRowProps) {
  const { show } = useShow();
  const { news } = useLive();
  const now = card.words[field.name] ?? field.sample;
  const value = draft[field.name] ?? now;
  const id = `quick-${field.name}`;
  const timer = show.timers.find((one) => one.id === timerIn(now));
  const program = news?.timers.find((one) => one.timer === timer?.id)?.program;
  if (timer && program)
    return (
      <div className="grid grid-cols-[76px_1fr] items-center gap-2">
        <span className="truncate text-quiet">{field.label}</span>
        <span className="flex items-center justify-between gap-2">
          <TimerFigures program={program} className="text-[15px] font-semibold" />
          <TimerControls timer={timer} />
        </span>
      </div>
    );
  const counts = isStepped(field, card, lit);
  const locked = lit && !field.onAir;
  const fed = value.includes('{{');
  const shared = {
    id,
    disabled: locked,
    title: locked ? lockedNote : undefined,
    value,
    onChange: (event: { target: { value: string } }) => {
      const others = Object.fromEntries(Object.entries(draft).filter(([name]) => name !== field.name));
      onType(event.target.value === now ? others : { ...others, [field.name]: event.target.value });
    },
    className: inputLook,
  };
  return (
    <div className="grid grid-cols-[76px_1fr] items-center gap-2">
      <label htmlFor={counts ? undefined : id} className="flex items-center gap-1 text-quiet">
        {field.label}
        {locked && <Lock aria-label="locked" size={12} />}
      </label>
      {counts ? (
        <Counter graphic={graphic} card={card} field={field} />
      ) : field.kind === 'longText' || field.kind === 'list' ? (
        <textarea rows={fed ? 1 : 3} {...shared} />
      ) : (
        <input {...shared} />
      )}
      {fed && (
        <div className="col-start-2 min-w-0">
          <FedBy words={value} />
        </div>
      )}
    </div>
  );
}

/** The cards, to click through: while it is lit the picture changes in place. */
function CardPick({ graphic }: { graphic: Graphic }) {
  const { show } = useShow();
  const { press } = useAir();
  return (
    <div role="group" aria-label="Cards" className="flex max-h-24 flex-wrap gap-1 overflow-y-auto">
      {graphic.cards.map((card, at) => (
        <button
          key={card.id}
          type="button"
          aria-pressed={card.id === graphic.up}
          onClick={() => void press('step', { graphic: graphic.id, card: card.id })}
          className="max-w-full truncate rounded-lg bg-raised px-2 py-1 text-quiet hover:bg-ridge hover:text-ink aria-pressed:bg-ridge aria-pressed:font-semibold aria-pressed:text-ink aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-cool)]"
        >
          {at + 1} {cardName(show, graphic, card)}
        </button>
      ))}
    </div>
  );
}
