import { useRef, useState } from 'react';
import { Field } from './Field';
import { Slide } from './Slide';

interface Props {
  label: string;
  value: number;
  min?: number;
  max: number;
  step?: number;
  words(value: number): string;
  onKeep(value: number): void;
}

const pause = 120;

/** A number on a slide, with its value in words. It is kept while it is drawn, at short pauses. */
export function Range({ label, value, min = 0, max, step = 1, words, onKeep }: Props) {
  const [draft, setDraft] = useState<number | null>(null);
  const timer = useRef(0);
  const keep = (next: number): void => {
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => {
      setDraft(null);
      onKeep(next);
    }, pause);
  };
  return (
    <Field
      label={label}
      render={(id) => (
        <span className="flex items-center gap-2">
          <Slide
            id={id}
            label={label}
            value={draft ?? value}
            min={min}
            max={max}
            step={step}
            words={words(draft ?? value)}
            onDraw={(next) => {
              setDraft(next);
              keep(next);
            }}
            className="w-full"
          />
          <output className="w-12 shrink-0 text-right text-small text-quiet tabular-nums">
            {words(draft ?? value)}
          </output>
        </span>
      )}
    />
  );
}
