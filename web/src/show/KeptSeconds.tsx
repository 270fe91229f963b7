import { Field } from '../ui/Field';
import { KeptNumber } from './KeptNumber';

interface Props {
  label: string;
  note?: string;
  /** In ms, as what is kept. */
  value: number;
  /** In seconds. */
  min?: number;
  /** In seconds. */
  max?: number;
  onKeep(ms: number, from?: number): Promise<boolean>;
}

/** A length that is typed in seconds. */
export function KeptSeconds({ label, note, value, min = 0, max, onKeep }: Props) {
  return (
    <Field
      label={`${label}, in seconds`}
      note={note}
      render={(id) => (
        <KeptNumber
          id={id}
          min={min}
          max={max}
          value={String(value / 1000)}
          onKeep={(text, from) => onKeep(Math.round(Number(text) * 1000), from)}
        />
      )}
    />
  );
}
