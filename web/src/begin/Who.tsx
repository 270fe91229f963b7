import { Field } from '../ui/Field';
import { inputLook } from '../ui/inputLook';
import { Question, type Wish } from './BeginPage';

/** Your name and that of the show: they stand in the graphics at once. */
export function Who({ wish, onChange, onDone }: { wish: Wish; onChange(part: Partial<Wish>): void; onDone(): void }) {
  const line = (label: string, key: 'name' | 'show', placeholder: string) => (
    <Field
      label={label}
      render={(id) => (
        <input
          id={id}
          autoFocus={key === 'name'}
          value={wish[key]}
          maxLength={80}
          placeholder={placeholder}
          onChange={({ target }) => onChange({ [key]: target.value })}
          onKeyDown={({ key: pressed }) => pressed === 'Enter' && onDone()}
          className={`${inputLook} text-title`}
        />
      )}
    />
  );
  return (
    <>
      <Question title="Who are you?" words="As viewers read it. Your name is the first thing that you will light." />
      {line('Your name', 'name', 'such as Odalys Thrupp')}
      {line('What your show is called', 'show', 'such as The Lantern Cloth')}
    </>
  );
}
