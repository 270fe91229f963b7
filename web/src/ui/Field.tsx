import { useId, type ReactNode } from 'react';

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
