import clsx from 'clsx';
import { Repeat } from 'lucide-react';
import { Stay } from '../fields/Stay';
import { usePicture } from '../monitor/usePicture';
import { beltIn } from '../show/belts';
import { edits } from '../show/edits';
import { cardName, namesBeside, nowOf, useShow, type Graphic } from '../show/show';
import { Field, Select } from '../ui/Field';
import { KeptNumber } from '../show/KeptNumber';

import type { Picture } from '../painter/wire';
import { Button } from '../ui/Button';
import { Range } from '../ui/Range';
import { Tick } from '../ui/Tick';
import { Heading } from '../ui/Heading';
import { While } from './While';

/** How long it stays, what follows, and what it does by itself. */
export function Timing({ graphic }: { graphic: Graphic }) {
  // A roll leaves by itself when it is over.
  const { data: picture } = usePicture(graphic.id);
  const passes = beltIn(picture)?.program.rounds != null;
  const endsWithVideo = graphic.endsWithVideo && picture?.plays != null;
  return (
    <Heading name="Timing" help="graphics#what-follows">
      <Stay
        graphic={graphic}
        without={passes ? 'until all has passed' : 'until switched off'}
        note={
          graphic.stay != null ? 'Then it leaves by itself.' : passes ? 'Until all has passed.' : 'Until switched off.'
        }
      />
      {picture && picture.suggested > 0 && !beltIn(picture) && !endsWithVideo && (
        <ToRead graphic={graphic} picture={picture} />
      )}
      {(graphic.stay != null || graphic.endsWithVideo || passes) && <Then graphic={graphic} />}
      <Again graphic={graphic} />
      <Eye graphic={graphic} />
      <While graphic={graphic} />
      {graphic.cards.length > 1 && <CardsInTurn graphic={graphic} />}
      <Range
        label="Speed of its motion"
        value={graphic.speed}
        min={0.25}
        max={4}
        step={0.05}
        words={(speed) => `${speed.toFixed(2)} ×`}
        onKeep={(speed) => void edits.graphic(graphic.id, { speed })}
      />
      <Tick checked={graphic.covers} onChange={(checked) => void edits.graphic(graphic.id, { covers: checked })}>
        Sends all others aside while it is lit
      </Tick>
      <Tick checked={graphic.still} onChange={(checked) => void edits.graphic(graphic.id, { still: checked })}>
        Its words change without motion
      </Tick>
    </Heading>
  );
}

/** How long its words take to be read twice: a suggestion, with what it is made from. */
function ToRead({ graphic, picture: { words, suggested } }: { graphic: Graphic; picture: Picture }) {
  const seconds = Math.ceil(suggested / 500) / 2;
  const short = graphic.stay != null && graphic.stay < suggested;
  return (
    <p className="-mt-1 flex flex-wrap items-center gap-x-2 text-small text-quiet">
      <span>
        {words === 1 ? '1 word' : `${words} words`}, read twice in {seconds} s{short ? ': its stay is shorter' : ''}.
      </span>
      {graphic.stay !== seconds * 1000 && (
        <Button kind="bare" className="px-1.5" onClick={() => void edits.graphic(graphic.id, { stay: seconds * 1000 })}>
          Stay {seconds} s
        </Button>
      )}
    </p>
  );
}

const pair = 'grid grid-cols-[1fr_5.25rem] items-start gap-2';

/** What follows when the stay is over. */
function Then({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const then = graphic.then;
  return (
    <div className={pair}>
      <Select
        label="Then"
        value={then?.graphic ?? ''}
        choices={[['', 'nothing'], ...namesBeside(show, graphic)]}
        onChoose={(next) =>
          void edits.graphic(graphic.id, { then: next ? { graphic: next, delay: then?.delay ?? 0 } : null })
        }
      />
      {then && (
        <Seconds
          label="After, s"
          ms={then.delay}
          onKeep={(delay, from) => edits.graphic(graphic.id, { then: { ...then, delay } }, from)}
        />
      )}
    </div>
  );
}

const eyes = {
  '': 'nothing',
  bounce: 'a bounce',
  sheen: 'a sheen of light',
  pulse: 'a pulse',
} as const;

/** It comes by itself, again and again, and is dark in between. */
function Again({ graphic }: { graphic: Graphic }) {
  const choose = (every: number | null, from?: number): Promise<boolean> =>
    // What comes again and again leaves by itself in between.
    edits.graphic(
      graphic.id,
      { ...(every != null && graphic.stay == null && !graphic.endsWithVideo ? { stay: 8000 } : {}), every },
      from,
    );
  return (
    <div>
      <div className={pair}>
        <Select
          label="Shows itself"
          value={graphic.every != null ? 'again' : ''}
          choices={[
            ['', 'only when it is lit'],
            ['again', 'again and again'],
          ]}
          onChoose={(again) => void choose(again ? 60_000 : null)}
        />
        {graphic.every != null && <Seconds label="Every, s" ms={graphic.every} onKeep={choose} />}
      </div>
      {graphic.every != null && (
        <p className="mt-1 flex flex-wrap items-center gap-x-1 text-small text-quiet">
          Dark in between. The sign <Repeat aria-hidden size={12} /> on its switch starts it: editing never puts it on
          air.
        </p>
      )}
    </div>
  );
}

/** A motion that draws the eye while it is lit. */
function Eye({ graphic }: { graphic: Graphic }) {
  const { attention } = graphic;
  const keep = (kind: keyof typeof eyes, every: number, from?: number): Promise<boolean> =>
    edits.graphic(graphic.id, { attention: kind === '' ? null : { kind, every } }, from);
  return (
    <div className={pair}>
      <Select
        label="Attention effect"
        value={attention?.kind ?? ''}
        choices={Object.entries(eyes)}
        onChoose={(kind) => void keep(kind as keyof typeof eyes, attention?.every ?? 20_000)}
      />
      {attention && (
        <Seconds label="Every, s" ms={attention.every} onKeep={(every, from) => keep(attention.kind, every, from)} />
      )}
    </div>
  );
}

const orders = { once: 'once, to the last', round: 'round and round', shuffle: 'shuffled' } as const;

/** How its cards come up by themselves. */
function CardsInTurn({ graphic }: { graphic: Graphic }) {
  const show = useShow();
  const { cycle } = graphic;
  const now = (): Graphic => nowOf((all) => all.graphics, graphic);
  const keep = (next: Partial<NonNullable<Graphic['cycle']>>): void =>
    void edits.graphic(graphic.id, {
      cycle: { order: 'round', every: 8000, cards: [], ...now().cycle, ...next },
    });
  const takes = (turns: Graphic['cycle'], id: string) => !turns || turns.cards.length === 0 || turns.cards.includes(id);
  const chosen = (id: string) => takes(cycle, id);
  const toggle = (id: string): void => {
    const { cards, cycle: turns } = now();
    const on = cards.map((card) => card.id).filter((card) => takes(turns, card) !== (card === id));
    if (on.length > 0) keep({ cards: on.length === cards.length ? [] : on });
  };
  return (
    <div className="grid gap-2">
      <div className={pair}>
        <Select
          label="Cards by themselves"
          value={cycle?.order ?? ''}
          choices={[['', 'by hand only'], ...Object.entries(orders)]}
          onChoose={(order) =>
            order ? keep({ order: order as keyof typeof orders }) : void edits.graphic(graphic.id, { cycle: null })
          }
        />
        {cycle?.every != null && <Seconds label="Each for, s" ms={cycle.every} onKeep={(every) => keep({ every })} />}
      </div>
      {cycle && (
        <>
          <Tick checked={cycle.every == null} onChange={(checked) => keep({ every: checked ? undefined : 8000 })}>
            A new card each time it is lit, instead
          </Tick>
          <div role="group" aria-label="Cards that take turns" className="flex flex-wrap gap-1">
            {graphic.cards.slice(0, 60).map((card, at) => (
              <button
                key={card.id}
                type="button"
                aria-pressed={chosen(card.id)}
                onClick={() => toggle(card.id)}
                className={clsx(
                  'max-w-full truncate rounded-md px-2 py-1 text-small',
                  chosen(card.id) ? 'bg-ridge text-ink' : 'bg-ground text-faint line-through',
                )}
              >
                {at + 1} {cardName(show, graphic, card)}
              </button>
            ))}
          </div>
        </>
      )}
    </div>
  );
}

function Seconds({ label, ms, onKeep }: { label: string; ms: number; onKeep(ms: number, from: number): unknown }) {
  return (
    <Field
      label={label}
      render={(id) => (
        <KeptNumber
          id={id}
          min={0}
          step={0.5}
          value={String(ms / 1000)}
          onKeep={(text, from) => onKeep(Math.max(0, Math.round(Number(text) * 1000)), from)}
        />
      )}
    />
  );
}
