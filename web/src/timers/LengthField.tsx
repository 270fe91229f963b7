import { KeptText } from '../show/KeptText';
import { clockLength, clockText } from '../show/format';
import { Field } from '../ui/Field';
import type { OnKeep } from '../show/useKept';

interface Props {
  label: string;
  /** In ms; null = none. */
  value: number | null | undefined;
  placeholder?: string;
  /** Null where the field is left empty, 0 where it says nothing that is a length. */
  onKeep(length: number | null, from?: number): ReturnType<OnKeep>;
}

/** A length of time, typed as a clock shows it: 12:30, 1:09:20, or 12 for minutes. */
export function LengthField({ label, value, placeholder = '5:00', onKeep }: Props) {
  return (
    <Field
      label={label}
      render={(id) => (
        <KeptText
          id={id}
          placeholder={placeholder}
          value={value == null ? '' : clockText(value)}
          onKeep={(text, from) => onKeep(text.trim() === '' ? null : (clockLength(text) ?? 0), from)}
        />
      )}
    />
  );
}
