import clsx from 'clsx';
import { useEffect, useId, useRef, useState, type ComponentProps, type KeyboardEvent, type ReactNode } from 'react';

export const inputLook =
  'w-full rounded-lg bg-ground px-2.5 py-1.5 text-ink shadow-[inset_0_0_0_1px_var(--color-ridge)] placeholder:text-faint focus-visible:shadow-[inset_0_0_0_1.5px_var(--color-cool)] focus-visible:outline-none disabled:opacity-60';

/** A labelled control. `render` gets the id that the label points to. */
export function Field({ label, note, render }: { label: string; note?: ReactNode; render(id: string): ReactNode }) {
  const id = useId();
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="text-quiet">
        {label}
      </label>
      {render(id)}
      {note && <div className="text-[11.5px] text-quiet">{note}</div>}
    </div>
  );
}

interface SelectProps {
  label: string;
  note?: ReactNode;
  value: string;
  /** Value and words of each. */
  choices: readonly (readonly [string, string])[];
  onChoose(value: string): void;
}

/** Choices whose value is what they say. */
export const same = (names: readonly string[]) => names.map((name) => [name, name] as const);

/** One of a few, from a list that opens. */
export function Select({ label, note, value, choices, onChoose }: SelectProps) {
  return (
    <Field
      label={label}
      note={note}
      render={(id) => (
        <select id={id} value={value} onChange={(event) => onChoose(event.target.value)} className={inputLook}>
          {choices.map(([choice, words]) => (
            <option key={choice} value={choice}>
              {words}
            </option>
          ))}
        </select>
      )}
    />
  );
}

interface KeptTextProps extends Omit<ComponentProps<'input'>, 'value' | 'onChange'> {
  value: string;
  /** Called when typing pauses, or the field is left. */
  onKeep(value: string): void;
  /** Whether line breaks may be typed. */
  long?: boolean;
  /** What is being typed; null when the field is left. */
  onDraft?(value: string | null): void;
  /** Whether Ctrl+B and Ctrl+I mark what is chosen as bold and italic. */
  emphasis?: boolean;
}

const marks: Record<string, string> = { b: '*', i: '_' };

const pause = 350;

/** A text that is kept as it is typed. While it is being typed in, nothing from elsewhere overwrites it. */
export function KeptText({ value, onKeep, onDraft, long, emphasis, className, ...props }: KeptTextProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const timer = useRef(0);
  const waiting = useRef<(() => void) | null>(null);
  const keep = (text: string): void => {
    clearTimeout(timer.current);
    waiting.current = null;
    if (text !== value) onKeep(text);
  };
  // What was typed is kept even when the field, or the page, goes before the pause is over.
  useEffect(() => {
    const flush = (): void => waiting.current?.();
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, []);
  const shared = {
    value: draft ?? value,
    className: clsx(inputLook, className),
    onChange: (event: { target: { value: string } }) => {
      const text = event.target.value;
      setDraft(text);
      onDraft?.(text);
      clearTimeout(timer.current);
      waiting.current = () => keep(text);
      timer.current = window.setTimeout(() => keep(text), pause);
    },
    onBlur: () => {
      if (draft !== null) keep(draft);
      setDraft(null);
      onDraft?.(null);
    },
  };
  const keys = (event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>): void => {
    const mark = emphasis && (event.ctrlKey || event.metaKey) ? marks[event.key.toLowerCase()] : undefined;
    if (event.key === 'Enter' && !long) waiting.current?.();
    if (!mark) return;
    event.preventDefault();
    const { value: text, selectionStart: from, selectionEnd: to } = event.currentTarget;
    if (from === null || to === null || from === to) return;
    shared.onChange({ target: { value: text.slice(0, from) + mark + text.slice(from, to) + mark + text.slice(to) } });
  };
  if (long) return <textarea {...(props as ComponentProps<'textarea'>)} {...shared} onKeyDown={keys} rows={3} />;
  return <input {...props} {...shared} onKeyDown={keys} />;
}
