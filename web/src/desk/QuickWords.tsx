import clsx from 'clsx';
import { Lock } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/LiveContext';
import { templateOf, upCardOf, useShow, type Graphic } from '../show/ShowContext';
import { FitNote } from '../show/FitNote';
import { isLit, useAir } from '../show/useAir';
import { Button, Key } from '../ui/Button';
import { inputLook } from '../ui/Field';

interface Props {
  graphic: Graphic;
  draft: Record<string, string>;
  onDraft(draft: Record<string, string>): void;
  fits: readonly Schemas['TextFit'][] | undefined;
  /** Lights what is in standby; missing where a press does so by itself. */
  onLight?: () => void;
}

const lockedNote = 'The template says that this does not change while it is on air.';

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
  const touched = Object.keys(draft).length > 0;
  const fields = template?.fields.filter((field) => field.kind !== 'picture') ?? [];

  const push = async (): Promise<void> => {
    setSending(true);
    const kept = !touched || (await edits.graphic(graphic.id, { card: card.id, words: draft }));
    if (kept) {
      onDraft({});
      if (lit) await press('push', graphic.id);
    }
    setSending(false);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void push();
    } else if (event.key === 'Escape') {
      event.preventDefault();
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
        {fields.map((field) => {
          const value = draft[field.name] ?? card.words[field.name] ?? field.sample;
          const onChange = (text: string): void => {
            const others = Object.fromEntries(Object.entries(draft).filter(([name]) => name !== field.name));
            const same = text === (card.words[field.name] ?? field.sample);
            onDraft(same ? others : { ...others, [field.name]: text });
          };
          const id = `quick-${field.name}`;
          const locked = lit && !field.onAir;
          return (
            <div key={field.name} className="grid grid-cols-[76px_1fr] items-center gap-2">
              <label htmlFor={id} className="flex items-center gap-1 text-quiet">
                {field.label}
                {locked && <Lock aria-label="locked" size={12} />}
              </label>
              {field.kind === 'longText' || field.kind === 'list' ? (
                <textarea
                  id={id}
                  rows={3}
                  disabled={locked}
                  title={locked ? lockedNote : undefined}
                  value={value}
                  onChange={(event) => onChange(event.target.value)}
                  className={inputLook}
                />
              ) : (
                <input
                  id={id}
                  disabled={locked}
                  title={locked ? lockedNote : undefined}
                  value={value}
                  onChange={(event) => onChange(event.target.value)}
                  className={inputLook}
                />
              )}
            </div>
          );
        })}
      </div>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <FitNote fits={fits} />
        <span className="flex gap-2">
          {touched && (
            <Button onClick={() => onDraft({})}>
              Throw away <Key>Esc</Key>
            </Button>
          )}
          <Button kind="cool" disabled={sending || (!touched && !airing?.edited)} onClick={() => void push()}>
            {lit ? 'Push to air' : 'Keep'} <Key>Ctrl ↵</Key>
          </Button>
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
