import type { FormEvent } from 'react';
import { Button } from './Button';
import { Field } from './Field';
import { inputLook } from './inputLook';

interface Line {
  label: string;
  value: string;
  placeholder?: string;
  onType(value: string): void;
}

interface Props {
  lines: readonly Line[];
  /** What the button does. */
  words: string;
  ready: boolean;
  onAdd(): Promise<void>;
  onDone(): void;
}

/** The few words that something new needs. */
export function AddForm({ lines, words, ready, onAdd, onDone }: Props) {
  const submit = (event: FormEvent): void => {
    event.preventDefault();
    void onAdd();
  };
  return (
    <form onSubmit={submit} className="mb-3 flex items-end gap-3 rounded-[14px] bg-panel p-4">
      {lines.map(({ label, value, placeholder, onType }, at) => (
        <div key={label} className="flex-1">
          <Field
            label={label}
            render={(id) => (
              <input
                id={id}
                autoFocus={at === 0}
                required
                spellCheck={false}
                placeholder={placeholder}
                value={value}
                onChange={(event) => onType(event.target.value)}
                className={inputLook}
              />
            )}
          />
        </div>
      ))}
      <Button type="submit" kind="cool" disabled={!ready}>
        {words}
      </Button>
      <Button kind="bare" onClick={onDone}>
        Cancel
      </Button>
    </form>
  );
}
