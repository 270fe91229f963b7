import clsx from 'clsx';
import { Lock } from 'lucide-react';
import { useRef, useState, type KeyboardEvent } from 'react';
import { Link } from 'wouter';
import { useLive } from '../live/live';
import { usePicture } from '../monitor/usePicture';
import { airingOf, isLit, press } from '../show/air';
import { discardDraft, draftFor, insistOnDraft, keptDraft, refusedDraft, typeDraft, useDraft } from '../show/drafts';
import { edits } from '../show/edits';
import { FitNote } from '../show/FitNote';
import { templateOf, upCardOf, useShow, type Card, type Graphic, type Template } from '../show/show';
import { Boxes } from '../show/Boxes';
import { takesFrom } from '../show/feedWords';
import { allWords } from '../show/words';
import { TimerControls } from '../show/TimerControls';
import { TimerFigures } from '../show/TimerFigures';
import { isWhole, offersFor } from '../show/placeholders';
import { timerIn } from '../show/timerWords';
import { Beside, OfferList } from '../ui/Beside';
import { isTyping } from '../ui/isTyping';
import { useOffers } from '../ui/useOffers';
import { Button, Key } from '../ui/Button';
import { inputLook } from '../ui/inputLook';
import { CardPick } from './CardPick';
import { Counter, NewRound } from './Counters';
import { isStepped } from './OneMore';
import { lightStandby, useStandby } from './desk';
import { FedBy } from './FedBy';
import { GraphicTools } from './GraphicTools';
import { later } from '../ui/later';

const TickLines = later(async () => (await import('./TickLines')).TickLines);

const lockedNote = 'The template says that this does not change while it is on air.';

const noWords: Record<string, string> = {};

/** With live edits on, what is typed goes to air after this pause, in ms. */
const livePause = 250;

/** The words of what is in standby, edited at once: Ctrl+Enter pushes them, Esc throws them away. */
export function QuickWords({ graphic }: { graphic: Graphic }) {
  const liveEdits = useShow((show) => show.liveEdits);
  const lookFirst = useShow((show) => show.lookFirst);
  const template = useShow((show) => templateOf(show, graphic));
  const boxes = useShow(({ feeds }) =>
    feeds.find((feed) => feed.kind === 'checklist' && allWords(graphic).some((words) => takesFrom(feed.id, words))),
  );
  const airing = useLive((live) => airingOf(live, graphic.id));
  const standby = useStandby();
  const kept = useDraft(graphic.id);
  const [sending, setSending] = useState(false);
  const up = upCardOf(graphic);
  // The panel follows the card that is up, but never under the hand of somebody who types; and a draft belongs to its card.
  const [held, setHeld] = useState<string | null>(null);
  const card = graphic.cards.find((one) => one.id === (kept?.card ?? held)) ?? up;
  const draft = kept?.card === card.id ? kept : undefined;
  const words = draft?.words ?? noWords;
  const { data: picture } = usePicture(graphic.id, words, card.id);
  const isUp = card.id === up.id;
  const lit = isLit(airing?.phase);
  const live = lit && liveEdits;
  const timer = useRef(0);
  const panel = useRef<HTMLElement>(null);

  /** Keeps the words typed so far; on air they go only where that is so with all edits. */
  const keep = async (): Promise<void> => {
    const sent = draftFor(graphic.id, card.id);
    if (!sent) return;
    const { card: of, words: typed, revision } = sent;
    if (await edits.graphic(graphic.id, { card: of, words: typed }, revision)) keptDraft(graphic.id, typed);
    else refusedDraft(graphic.id, 'It was not kept.');
  };
  const push = async (): Promise<void> => {
    clearTimeout(timer.current);
    setSending(true);
    await (isUp && lit ? press('push', { graphic: graphic.id, how: 'Ctrl+Enter' }) : keep());
    setSending(false);
  };
  const type = (next: Record<string, string>): void => {
    typeDraft(graphic.id, card.id, next);
    clearTimeout(timer.current);
    if (live && Object.values(next).every(isWhole)) timer.current = window.setTimeout(() => void keep(), livePause);
  };
  const discard = (): void => {
    clearTimeout(timer.current);
    discardDraft(graphic.id);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void push();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      discard();
    }
  };

  return (
    <section
      ref={panel}
      aria-label="Quick words"
      onKeyDown={onKey}
      onFocus={(event) => isTyping(event.target) && setHeld(card.id)}
      onBlur={() => setHeld(null)}
      className="flex min-h-0 flex-col gap-2 rounded-[14px] bg-panel px-3 py-2.5"
    >
      <h3 className="flex items-center justify-between gap-2 font-semibold">
        <span className="truncate">{graphic.name}</span>
        <span className="-my-2 ml-auto">
          <GraphicTools graphic={graphic} at={panel} />
        </span>
        <span className={clsx('shrink-0', lit ? 'text-lamp-soft' : 'font-normal text-quiet')}>
          {lit ? 'on air' : 'in standby'}
        </span>
      </h3>
      {!isUp && (
        <p className="text-quiet">
          Words of card {graphic.cards.indexOf(card) + 1}; card {graphic.cards.indexOf(up) + 1} is current.
        </p>
      )}
      <div className="-mx-1 grid min-h-0 content-start gap-2 overflow-y-auto px-1 py-px">
        {graphic.cards.length > 1 && <CardPick graphic={graphic} />}
        {boxes && <Boxes feed={boxes} />}
        {graphic.cardsFrom && <FromRows graphic={graphic} />}
        {template?.fields
          .filter((field) => field.kind !== 'picture' && (!graphic.cardsFrom || isStepped(field, card, lit)))
          // What is counted comes first: it is stepped in a hurry.
          .sort((one, other) => Number(other.start != null) - Number(one.start != null))
          .map((field) => (
            <WordRow key={field.name} {...{ graphic, card, field, draft: words, lit }} onType={type} />
          ))}
        {template && <NewRound graphic={graphic} card={card} template={template} />}
      </div>
      {draft?.refused && (
        <p role="alert" className="flex flex-wrap items-center justify-between gap-2 text-orchid">
          <span>
            Not saved. What stands is{' '}
            {Object.keys(words).map((field) => (
              <q key={field} className="text-quiet">
                {card.words[field] ?? template?.fields.find((one) => one.name === field)?.sample}
              </q>
            ))}
          </span>
          <Button
            onClick={() => {
              insistOnDraft(graphic.id);
              void push();
            }}
          >
            Use mine
          </Button>
          <Button onClick={discard}>Use theirs</Button>
        </p>
      )}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <FitNote fits={picture?.fits} />
        <span className="flex gap-2">
          {draft && !live && (
            <Button onClick={discard}>
              Discard changes <Key>Esc</Key>
            </Button>
          )}
          {live && !airing?.edited ? (
            <span className="self-center text-lamp-soft">goes to air as you type</span>
          ) : (
            <Button kind="cool" disabled={sending || (!draft && !(lit && airing?.edited))} onClick={() => void push()}>
              {lit && isUp ? 'Push to air' : 'Save'} <Key>Ctrl ↵</Key>
            </Button>
          )}
          {lookFirst && isUp && standby.graphic === graphic.id && !lit && (
            <Button kind="lamp" onClick={() => lightStandby()}>
              Light it <Key>↵</Key>
            </Button>
          )}
        </span>
      </div>
    </section>
  );
}

/** Where cards are rows, their words are changed where they come from. */
function FromRows({ graphic }: { graphic: Graphic }) {
  const feed = useShow(({ feeds }) => feeds.find((one) => one.id === graphic.cardsFrom?.feed));
  return (
    <p className="text-quiet">
      Each row of{' '}
      <Link to={`/feeds/${graphic.cardsFrom!.feed}`} className="link">
        {feed?.name ?? 'a feed that is gone'}
      </Link>{' '}
      is a card. Its words are changed there.
    </p>
  );
}

interface WordRowProps {
  graphic: Graphic;
  card: Card;
  field: Template['fields'][number];
  draft: Readonly<Record<string, string>>;
  lit: boolean;
  onType(words: Record<string, string>): void;
}

function WordRow({ graphic, card, field, draft, lit, onType }: WordRowProps) {
  const now = card.words[field.name] ?? field.sample;
  const value = draft[field.name] ?? now;
  const id = `quick-${field.name}`;
  const feeds = useShow((show) => show.feeds);
  const timers = useShow((show) => show.timers);
  const labels = useShow((show) => show.labels);
  const alertRules = useShow((show) => show.alertRules);
  const timer = timers.find((one) => one.id === timerIn(now));
  const program = useLive((live) => live.timers.get(timer?.id ?? '')?.program);
  const change = (text: string): void => {
    const others = Object.fromEntries(Object.entries(draft).filter(([name]) => name !== field.name));
    onType(text === now ? others : { ...others, [field.name]: text });
  };
  const offers = useOffers(value, offersFor(value, { feeds, timers, labels, alertRules }), change);
  if (timer && program)
    return (
      <div className="grid grid-cols-[4.75rem_1fr] items-center gap-2">
        <span className="truncate text-quiet">{field.label}</span>
        <span className="flex items-center justify-between gap-2">
          <TimerFigures program={program} className="text-title font-semibold" />
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
    onChange: (event: { target: { value: string } }) => change(event.target.value),
    onKeyDown: (event: KeyboardEvent) => void offers.onKey(event),
    className: inputLook,
  };
  return (
    <div className="grid grid-cols-[4.75rem_1fr] items-center gap-2">
      {field.kind === 'list' && draft[field.name] === undefined && (
        <TickLines graphic={graphic} card={card} field={field.name} value={now} disabled={locked} />
      )}
      <label htmlFor={counts ? undefined : id} className="flex items-center gap-1 text-quiet">
        {field.label}
        {locked && <Lock aria-label="locked" size={12} />}
      </label>
      {counts ? (
        <Counter graphic={graphic} card={card} field={field} />
      ) : (
        <Beside label="Could be" said={offers.all.length > 0 ? <OfferList offers={offers} /> : null}>
          {field.kind === 'longText' || field.kind === 'list' ? (
            <textarea rows={fed ? 1 : 3} {...shared} />
          ) : (
            <input {...shared} />
          )}
        </Beside>
      )}
      {fed && (
        <div className="col-start-2 min-w-0">
          <FedBy words={value} />
        </div>
      )}
    </div>
  );
}
