import { useId, type ReactNode } from 'react';
import { Choose } from './Choose';

/** A labelled control. `render` gets the id that the label points to. */
export function Field({ label, note, render }: { label: string; note?: ReactNode; render(id: string): ReactNode }) {
  const id = useId();
  return (
    <div className="grid gap-1">
      <label htmlFor={id} className="text-quiet">
        {label}
      </label>
      {render(id)}
      {note && <div className="text-small text-quiet">{note}</div>}
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
      render={(id) => <Choose id={id} value={value} choices={choices} onChoose={onChoose} />}
    />
  );
}
