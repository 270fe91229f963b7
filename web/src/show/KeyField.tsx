import { Field } from '../ui/Field';
import { KeptText } from './KeptText';
import type { OnKeep } from './useKept';

/** A key of the desk. One that belongs to something else is refused, and says to what. */
export function KeyField({ label, value, onKeep }: { label: string; value?: string | null; onKeep: OnKeep }) {
  return (
    <Field
      label={label}
      render={(id) => (
        <KeptText
          id={id}
          value={value ?? ''}
          maxLength={1}
          placeholder="none"
          onKeep={(key, from) => onKeep(key.toLowerCase(), from)}
        />
      )}
    />
  );
}
