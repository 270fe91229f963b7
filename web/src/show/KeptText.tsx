import clsx from 'clsx';
import { useEffect, useRef, type ComponentProps, type KeyboardEvent } from 'react';
import { inputLook } from '../ui/inputLook';
import { Beside, OfferList, RefusedNote } from '../ui/Beside';
import { useOffers, type Offer } from '../ui/useOffers';
import { useKept, type OnKeep } from './useKept';

interface Props extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  value: string;
  /** Called when typing pauses, or the field is left. */
  onKeep: OnKeep;
  /** Whether line breaks may be typed. */
  long?: boolean;
  /** How many lines of it are seen; left out: three. */
  rows?: number;
  /** What is being typed; null when the field is left. */
  onDraft?(value: string | null): void;
  /** Whether Ctrl+B and Ctrl+I mark what is chosen as bold and italic. */
  emphasis?: boolean;
  /** Whether a pause may keep what stands in the field so far; left out: always. */
  isWhole?(text: string): boolean;
  /** What could be taken in place of what is being typed. */
  offersFor?(text: string): Offer[];
}

const marks: Record<string, string> = { b: '*', i: '_' };

const pause = 350;

/** A text that is kept as it is typed. While it is being typed in, nothing from elsewhere overwrites it. */
export function KeptText({
  value,
  onKeep,
  onDraft,
  long,
  rows = 3,
  emphasis,
  isWhole,
  offersFor,
  className,
  ...props
}: Props) {
  const { text, refused, type, keep, leave, discard, insist } = useKept(value, onKeep);
  const timer = useRef(0);
  const waiting = useRef(false);
  const latest = useRef(keep);
  useEffect(() => {
    latest.current = keep;
  });
  const keepNow = (): void => {
    clearTimeout(timer.current);
    waiting.current = false;
    latest.current();
  };
  // What was typed is kept even when the field, or the page, goes before the pause is over.
  useEffect(() => {
    const flush = (): void => {
      if (waiting.current) keepNow();
    };
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, []);
  const typed = (next: string): void => {
    type(next);
    onDraft?.(next);
    clearTimeout(timer.current);
    waiting.current = true;
    if (isWhole?.(next) ?? true) timer.current = window.setTimeout(keepNow, pause);
  };
  const offers = useOffers(text, offersFor?.(text) ?? [], typed);
  const shared = {
    value: text,
    className: clsx(inputLook, className),
    'aria-invalid': refused || props['aria-invalid'] || undefined,
    onChange: (event: { target: { value: string } }) => typed(event.target.value),
    onBlur: () => {
      clearTimeout(timer.current);
      waiting.current = false;
      leave();
      onDraft?.(null);
    },
    onKeyDown: (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      if (offers.onKey(event)) return;
      if (event.key === 'Enter' && !long) keepNow();
      const mark = emphasis && (event.ctrlKey || event.metaKey) ? marks[event.key.toLowerCase()] : undefined;
      if (!mark) return;
      event.preventDefault();
      const { value: now, selectionStart: from, selectionEnd: to } = event.currentTarget;
      if (from === null || to === null || from === to) return;
      typed(now.slice(0, from) + mark + now.slice(from, to) + mark + now.slice(to));
    },
  };
  return (
    <Beside
      label={refused ? 'Not saved' : 'Could be'}
      trouble={refused}
      said={
        refused ? (
          <RefusedNote mine={text} theirs={value} onMine={insist} onTheirs={discard} />
        ) : offers.all.length > 0 ? (
          <OfferList offers={offers} />
        ) : null
      }
    >
      {long ? (
        <textarea {...(props as ComponentProps<'textarea'>)} {...shared} rows={rows} />
      ) : (
        <input {...props} {...shared} />
      )}
    </Beside>
  );
}
